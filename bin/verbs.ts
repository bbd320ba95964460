import { readFile } from 'node:fs/promises'
import { basename, extname } from 'node:path'
import { parseArgs } from 'node:util'
import { ALSO, type Also } from '#core/svg/reading'
import { parseColor } from '#core/color/parse'
import { numberDuplicates, plainName } from '#core/color/name'
import { WHEELS } from '#core/color/wheel'
import { APART, EXTRACTED, extractColors, TAKEN_BY, warmUp, type Lean } from '#core/extract/extract'
import { SCHEME_FORMATS, SCHEME_FORMAT_KINDS } from '#core/formats/formats'
import { displayTitle } from '#core/formats/fileName'
import { COUNT, derive } from '#core/harmony/derive'
import { HARMONIES } from '#core/harmony/harmony'
import { TONE_PLANS } from '#core/harmony/tone'
import { rolesIn, sharesIn, type Role } from '#core/harmony/proportion'
import { HOLD } from '#core/remap/hold'
import { HUES, SHARES } from '#core/remap/intent'
import { runExport, gradientFromWords, wantedOf } from './export'
import { colorsIn, mapOf, pairsIn, planOf, type PlanWords } from './plan'
import { naming, required, numberIn, oneOf, refuse } from './words'
import type { Plan, SchemePlan, FileResult } from './remapFile'

/* The code of a verb is loaded with it: none waits for what others need. */
const remapping = () => import('./remapFile')

const inks = async (path: string, also: readonly Also[]): Promise<string> =>
  `${JSON.stringify(await (await remapping()).inksOf(path, also))}\n`

const printNotes = (path: string, { removed, notes }: FileResult): void => {
  for (const { what, line } of removed) process.stderr.write(`${path}: took out ${what} (line ${line})\n`)
  for (const note of notes) process.stderr.write(`${path}: ${note}\n`)
}

const batchOf = async (
  folder: string,
  plan: Plan,
  out: string,
  each: boolean,
  also: readonly Also[],
): Promise<number> => {
  const { batch } = await import('./batch')
  const { files, failed } = await batch(folder, plan, out, each, also, (path, outcome) => {
    if ('result' in outcome) printNotes(path, outcome.result)
  })
  process.stdout.write(`${files - failed.length} of ${files} files remapped.\n`)
  if (failed.length) process.stdout.write(`Failed:\n${failed.map(({ path, why }) => `  ${path}: ${why}\n`).join('')}`)
  return failed.length ? 2 : 0
}

const leanIn = (text: string): Lean => {
  const [x, y, ...more] = text.split(',').map(part => numberIn(part, 'lean'))
  if (x === undefined || y === undefined || more.length || Math.abs(x) > 1 || Math.abs(y) > 1)
    return refuse(`“${text}” is no lean; it takes two numbers from -1 to 1, like 0.5,-0.2.`)
  return { x, y }
}

interface ExtractWords {
  count: string
  lean: string
  apart: string
  by: string
}

/**
 * The colors of a picture with their shares and places, and how long it took to decode and to extract, in
 * milliseconds.
 */
const extract = async (path: string, words: ExtractWords): Promise<string> => {
  const count = numberIn(words.count, 'count')
  if (!Number.isInteger(count) || count < EXTRACTED.least || count > EXTRACTED.most)
    refuse(`An extraction gives ${EXTRACTED.least} to ${EXTRACTED.most} colors, not ${words.count}.`)
  const lean = leanIn(words.lean)
  const apart = numberIn(words.apart, 'apart')
  const by = oneOf(TAKEN_BY, words.by, 'way to take colors')
  const { pictureInfo, workingPicture } = await import('../render/pictures')
  const start = performance.now()
  const bytes = await readFile(path)
  const info = await pictureInfo(bytes)
  const decoding = workingPicture(bytes, info)
  warmUp()
  const picture = await decoding
  const decoded = performance.now()
  const { found, flat, note } = extractColors([{ picture }], { count, apart, by }, lean)
  const tenth = (ms: number): number => Math.round(ms * 10) / 10
  return `${JSON.stringify({
    swatches: found.map(({ hex, share, x, y }) => ({
      hex,
      share: Math.round(share * 1e4) / 1e4,
      x: Math.round(x * 1e4) / 1e4,
      y: Math.round(y * 1e4) / 1e4,
    })),
    flat,
    notes: [...info.notes, ...(note ? [note] : [])],
    ms: { decode: tenth(decoded - start), extract: tenth(performance.now() - decoded) },
  })}\n`
}

const alsoIn = (text: string): Also[] =>
  text
    .split(',')
    .map(word => word.trim())
    .filter(Boolean)
    .map(word => oneOf(ALSO, word, 'thing to recolor besides'))

/** The tone plans that need no picture. */
const TONES = TONE_PLANS.filter(plan => plan !== 'like the picture')

interface SchemeWords {
  base: string
  harmony: string
  wheel: string
  count: string
  format: string
  spread?: string | undefined
  tone: string
  turn: string
}

const scheme = (words: SchemeWords): string => {
  const typed = parseColor(words.base) ?? refuse(`“${words.base}” is not a color.`)
  const count = numberIn(words.count, 'count')
  if (!Number.isInteger(count) || count < COUNT.least || count > COUNT.most)
    refuse(`A scheme has ${COUNT.least} to ${COUNT.most} swatches, not ${words.count}.`)
  const hexes = derive({
    base: typed.hex,
    baseHue: typed.hue,
    count,
    kind: oneOf(HARMONIES, words.harmony, 'harmony'),
    wheel: oneOf(WHEELS, words.wheel, 'wheel'),
    plan: oneOf(TONES, words.tone, 'tone plan'),
    spread: words.spread === undefined ? undefined : numberIn(words.spread, 'spread'),
    turn: numberIn(words.turn, 'turn'),
  }).map(({ hex }) => hex)
  const [names, roles] = [numberDuplicates(hexes.map(plainName)), rolesIn(hexes)]
  const shares = sharesIn(roles)
  const swatches = hexes.map((hex, i) => ({
    ...{ hex, name: names[i] as string },
    ...{ role: roles[i] as Role, share: shares[i] as number },
  }))
  const format = SCHEME_FORMATS[oneOf(TEXTS, words.format, 'format')]
  return format.write({ title: `${words.harmony} on ${typed.hex}`, swatches })
}

/** The formats of schemes that are text. */
const TEXTS = SCHEME_FORMAT_KINDS.filter(kind => !('drawn' in SCHEME_FORMATS[kind]))

/** The schemes of an export, each with its name and how inks are matched to it. */
const plansOf = async (
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

interface CheckWords extends PlanWords {
  json?: boolean | undefined
  text: string
  profile?: string | undefined
  also: string
}

/** Prints the problems of a scheme in a file; returns 1 where one of them is serious, 0 otherwise. */
const check = async (file: string, words: CheckWords): Promise<number> => {
  const plan = await planOf({ ...words, scheme: required(words.scheme, '--scheme') })
  if (plan.kind !== 'scheme') return refuse('A check needs a scheme.')
  const { checkFile } = await import('./checkFile')
  const { findings, ...notes } = await checkFile(file, plan, {
    text: mapOf(pairsIn(words.text, ' on ', '#202020 on #f8f4ea').map(([one, other]) => [one.trim(), other.trim()])),
    profile: words.profile ?? null,
    also: alsoIn(words.also),
  })
  printNotes(file, notes)
  process.stdout.write(
    words.json
      ? `${JSON.stringify({ findings, ...notes })}\n`
      : findings.map(({ severity, words: what, figure }) => `${severity}: ${what} (${figure})\n`).join(''),
  )
  return findings.some(({ severity }) => severity === 'serious') ? 1 : 0
}

/** A value that begins with a minus sign is no option: `--lean -0.5,1` reads as `--lean=-0.5,1`. */
const joinNegativeValues = (args: readonly string[]): string[] =>
  args.flatMap((arg, i) => {
    const isNumber = /^-[\d.]/.test(arg)
    if (isNumber && args[i - 1]?.startsWith('--')) return []
    return arg.startsWith('--') && /^-[\d.]/.test(args[i + 1] ?? '') ? [`${arg}=${args[i + 1]}`] : [arg]
  })

/** Does what a line of words asks for; what it ends with. `usage` is what is said where nothing is asked for. */
export const run = async (args: readonly string[], usage: string): Promise<number> => {
  const {
    values: options,
    positionals: [verb, path, other],
  } = parseArgs({
    args: joinNegativeValues(args),
    allowPositionals: true,
    options: {
      'json': { type: 'boolean' },
      'map': { type: 'string' },
      'map-file': { type: 'string' },
      'out': { type: 'string', short: 'o' },
      'base': { type: 'string' },
      'harmony': { type: 'string', default: 'complementary' },
      'wheel': { type: 'string', default: 'paint' },
      'count': { type: 'string', default: '5' },
      'format': { type: 'string', default: 'text' },
      'spread': { type: 'string' },
      'tone': { type: 'string', default: 'spread' },
      'turn': { type: 'string', default: '0' },
      'lean': { type: 'string', default: '0,0' },
      'apart': { type: 'string', default: String(APART.usual) },
      'by': { type: 'string', default: TAKEN_BY[0] },
      'scheme': { type: 'string', multiple: true },
      'as': { type: 'string', default: 'svg,png,pdf,tokens' },
      'width': { type: 'string', default: '' },
      'ladders': { type: 'boolean' },
      'all-colors': { type: 'boolean' },
      'colors': { type: 'string' },
      'kind': { type: 'string', default: 'linear' },
      'angle': { type: 'string', default: '90' },
      'space': { type: 'string', default: 'oklab' },
      'way': { type: 'string', default: 'shorter' },
      'size': { type: 'string', default: '1920x1080' },
      'match': { type: 'string', default: 'picture' },
      'shading': { type: 'string' },
      'hold': { type: 'string', default: String(HOLD.rest) },
      'shares': { type: 'string', default: String(SHARES.rest) },
      'hues': { type: 'string', default: String(HUES.rest) },
      'neutrals': { type: 'string', default: 'inks' },
      'seed': { type: 'string', default: '0' },
      'tolerance': { type: 'string', default: '0' },
      'restrict': { type: 'string' },
      'text': { type: 'string', default: '' },
      'profile': { type: 'string' },
      'each': { type: 'boolean' },
      'also': { type: 'string', default: '' },
      'link': { type: 'string' },
      'first': { type: 'boolean' },
      'into': { type: 'string' },
      'over': { type: 'boolean' },
      'at': { type: 'string', default: 'http://127.0.0.1:4180' },
      'help': { type: 'boolean', short: 'h' },
    },
  })
  if (options.help || !verb) {
    process.stdout.write(usage)
    return verb || options.help ? 0 : 2
  }
  const values = { ...options, scheme: options.scheme?.at(-1) }
  switch (verb) {
    case 'inks': {
      const file = required(path, 'The SVG file')
      process.stdout.write(await inks(file, alsoIn(values.also)).catch(naming(file)))
      return 0
    }
    case 'remap': {
      const file = required(path, 'The SVG file')
      const plan = await planOf(values)
      printNotes(
        file,
        await (await remapping())
          .remapFile(file, plan, required(values.out, '-o'), alsoIn(values.also))
          .catch(naming(file)),
      )
      return 0
    }
    case 'batch': {
      const folder = required(path, 'The folder')
      return batchOf(
        folder,
        await planOf(values),
        required(values.out, '-o'),
        values.each ?? false,
        alsoIn(values.also),
      ).catch(naming(folder))
    }
    case 'compare': {
      const [before, after] = [required(path, 'The file before'), required(other, 'The file after')]
      const colors = await colorsIn(required(values.scheme, '--scheme'))
      const figures = await (await remapping()).compareFiles(before, after, colors).catch(naming(before))
      process.stdout.write(`${JSON.stringify(figures)}\n`)
      return 0
    }
    case 'check': {
      const file = required(path, 'The file')
      return check(file, values).catch(naming(file))
    }
    case 'extract': {
      const file = required(path, 'The picture')
      process.stdout.write(await extract(file, values).catch(naming(file)))
      return 0
    }
    case 'scheme':
      process.stdout.write(scheme({ ...values, base: required(values.base, '--base') }))
      return 0
    case 'export': {
      const from = required(path, 'The project or folder')
      return runExport(
        from,
        await plansOf(values, options.scheme),
        wantedOf(options),
        required(values.out, '-o'),
      ).catch(naming(from))
    }
    case 'sheet': {
      const from = required(path, 'The project or folder')
      const out = required(values.out, '-o')
      const as = oneOf(['pdf', 'png'], extname(out).slice(1).toLowerCase(), 'kind of sheet')
      return runExport(
        from,
        await plansOf(values, options.scheme),
        { ...wantedOf({ ...options, as: 'pdf' }), sheet: [as] },
        out,
      ).catch(naming(from))
    }
    case 'gradient':
      await gradientFromWords(values)
      return 0
    case 'people': {
      const [{ withDatabase }, { runPeople: people }] = [await import('./ownDatabase'), await import('./people')]
      process.stdout.write(await withDatabase(sql => people(sql, options)))
      return 0
    }
    case 'backup':
      await (await import('./backup')).backUp(required(path, 'The file'))
      return 0
    case 'restore':
      await (await import('./backup')).bringBack(required(path, 'The file'), options)
      return 0
    default:
      return refuse(
        `“${verb}” is nothing this can do; there are ` +
          `inks, remap, batch, compare, check, extract, scheme, export, sheet, gradient, people, backup and restore.`,
      )
  }
}
