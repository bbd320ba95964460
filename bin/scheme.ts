import { plainName, numberDuplicates } from '#core/color/name'
import { parseColor } from '#core/color/parse'
import { WHEELS } from '#core/color/wheel'
import { SCHEME_FORMATS, SCHEME_FORMAT_KINDS } from '#core/formats/formats'
import { COUNT, derive } from '#core/harmony/derive'
import { HARMONIES } from '#core/harmony/harmony'
import { rolesIn, sharesIn, type Role } from '#core/harmony/proportion'
import { TONE_PLANS } from '#core/harmony/tone'
import { numberIn, oneOf, refuse } from './words'

/** The tone plans that need no picture. */
const TONES = TONE_PLANS.filter(plan => plan !== 'like the picture')

/** The formats of schemes that are text. */
const TEXTS = SCHEME_FORMAT_KINDS.filter(kind => !('drawn' in SCHEME_FORMATS[kind]))

/** The options of a scheme, as they were typed. */
export interface SchemeWords {
  base: string
  harmony: string
  wheel: string
  count: string
  format: string
  spread?: string | undefined
  tone: string
  turn: string
}

/** A scheme as text. Throws Refusal where an option says nothing that can be done. */
export const schemeText = (words: SchemeWords): string => {
  const typed = parseColor(words.base) ?? refuse(`“${words.base}” is not a color.`)
  const count = numberIn(words.count, 'count')
  if (!Number.isInteger(count) || count < COUNT.min || count > COUNT.max)
    refuse(`A scheme must have ${COUNT.min} to ${COUNT.max} swatches, not ${words.count}.`)
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
