import { readFile } from 'node:fs/promises'
import { basename } from 'node:path'
import { readColors } from '#core/formats/read/read'
import type { ReadColor } from '#core/formats/read/readColor'
import { HOLD } from '#core/remap/hold'
import { MATCHES } from '#core/remap/match'
import { TOLERANCE } from '#core/remap/families'
import { NEUTRALS } from '#core/remap/recolor'
import { SHADINGS } from '#core/remap/shading'
import { displayTitle } from '#core/formats/fileName'
import type { Plan, SchemePlan } from './remapFile'
import { colorIn, naming, required, numberIn, oneOf, refuse } from './words'

/* The plan of a remapping, read from the command line. */

/** The words for a remapping, as they were typed. */
export interface PlanWords {
  map?: string | undefined
  mapFile?: string | undefined
  scheme?: string | undefined
  match: string
  shading?: string | undefined
  neutrals: string
  seed: string
  tolerance: string
  hold: string
  shares: string
  hues: string
  restrict?: string | undefined
}

export const mapOf = (pairs: ReadonlyArray<readonly [string, string]>): Array<[string, string]> =>
  pairs.map(([from, to]) => [colorIn(from), colorIn(to)])

/** Pairs of words in a list, with something between them. */
export const pairsIn = (text: string, between: string, example: string): Array<[string, string]> =>
  text
    .split(',')
    .filter(pair => pair.trim())
    .map(pair => {
      const [one, other, ...more] = pair.split(between)
      return one && other && !more.length ? [one, other] : refuse(`“${pair}” is not a pair like ${example}.`)
    })

/** The colors of a list in any open format; the file's name says which where its text does not. */
export const colorsIn = async (path: string): Promise<ReadColor[]> => {
  const { colors } = readColors(await readFile(path, 'utf8').catch(naming(path)), path)
  return colors.length ? colors : refuse(`${path} holds no colors.`)
}

const MAX_PLANNED = 64

/** The plan of a remap or a batch: pairs of colors given or in a file, or a scheme with a strategy. */
export const planOf = async (words: PlanWords): Promise<Plan> => {
  if (words.scheme === undefined) {
    if (words.map !== undefined) return { kind: 'map', pairs: mapOf(pairsIn(words.map, '=', '#aabbcc=#ddeeff')) }
    const file = required(words.mapFile, '--map, --map-file or --scheme')
    const parsed: unknown = JSON.parse(await readFile(file, 'utf8').catch(naming(file)))
    if (typeof parsed !== 'object' || parsed === null || Array.isArray(parsed))
      return refuse(`${file} has to hold pairs like {"#aabbcc": "#ddeeff"}.`)
    return { kind: 'map', pairs: mapOf(Object.entries(parsed).map(([from, to]) => [from, String(to)])) }
  }
  const seed = numberIn(words.seed, 'seed')
  const tolerance = numberIn(words.tolerance, 'tolerance')
  if (!Number.isInteger(seed) || seed < 0) refuse(`“${words.seed}” is not a seed; give a whole number, 0 or more.`)
  if (tolerance < TOLERANCE.min || tolerance > TOLERANCE.max)
    refuse(`A tolerance must be ${TOLERANCE.min} to ${TOLERANCE.max}, not ${words.tolerance}.`)
  const hold = numberIn(words.hold, 'hold')
  if (hold < HOLD.min || hold > HOLD.max) refuse(`A hold must be ${HOLD.min} to ${HOLD.max}, not ${words.hold}.`)
  const position = (word: 'shares' | 'hues'): number => {
    const value = numberIn(words[word], word)
    return value >= 0 && value <= 1 ? value : refuse(`The weight of ${word} must be 0 to 1, not ${words[word]}.`)
  }
  return {
    kind: 'scheme',
    meant: { shares: position('shares'), hues: position('hues') },
    colors: (await colorsIn(words.scheme)).slice(0, MAX_PLANNED),
    seed,
    tolerance,
    hold,
    match: oneOf(MATCHES, words.match, 'match'),
    neutrals: oneOf(NEUTRALS, words.neutrals, 'way to treat neutrals'),
    shading: words.shading === undefined ? null : oneOf(SHADINGS, words.shading, 'shading'),
    restrict: words.restrict === undefined ? null : (await colorsIn(words.restrict)).map(({ hex }) => hex),
  }
}

/** The schemes of an export, each with its name and how inks are matched to it. */
export const plansOf = async (
  words: Omit<PlanWords, 'scheme'>,
  schemes: readonly string[] = [],
): Promise<Array<{ name: string; plan: SchemePlan }>> => {
  const plans: Array<{ name: string; plan: SchemePlan }> = []
  for (const path of schemes) {
    const plan = await planOf({ ...words, scheme: path })
    if (plan.kind === 'scheme') plans.push({ name: displayTitle(basename(path)), plan })
  }
  return plans
}
