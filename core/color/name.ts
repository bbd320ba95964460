import { degrees, labOf, lchOf, type Hex } from './convert'
import { KNOWN_COLORS } from './known'

/** Weight of hue and chroma against lightness in OKLab where colors are named. */
const CHROMATIC = 2

const TABLE = KNOWN_COLORS.map(([name, hex]) => ({ name, ...labOf(hex) }))

/** The plain name for a color: that of the nearest color people have a word for, in OKLab. */
export const plainName = (hex: Hex): string => {
  const { l, a, b } = labOf(hex)
  let [best, min] = ['', Infinity]
  for (const known of TABLE) {
    const away = (known.l - l) ** 2 + CHROMATIC ** 2 * ((known.a - a) ** 2 + (known.b - b) ** 2)
    if (away < min) [best, min] = [known.name, away]
  }
  return best
}

/** OKLCH hues at which a hue word is centered, in degrees. */
const HUES: ReadonlyArray<readonly [hue: number, word: string]> = [
  [5, 'rose'],
  [28, 'red'],
  [52, 'orange'],
  [76, 'amber'],
  [102, 'yellow'],
  [124, 'lime'],
  [146, 'green'],
  [172, 'sea green'],
  [200, 'teal'],
  [232, 'sky blue'],
  [262, 'blue'],
  [288, 'indigo'],
  [308, 'violet'],
  [334, 'magenta'],
]

const hueWord = (hue: number): string =>
  HUES.map(([center, word]) => ({ word, away: Math.min(degrees(hue - center), degrees(center - hue)) })).reduce(
    (best, each) => (each.away < best.away ? each : best),
  ).word

/**
 * Describes a color by its OKLCH hue, lightness and chroma, for who looks for blues or pale ones: “deep blue”, “light
 * gray”.
 */
export const hueWords = (hex: Hex): string => {
  const { l, c, h } = lchOf(hex)
  if (l > 0.98 && c < 0.02) return 'white'
  if (l < 0.16 && c < 0.03) return 'black'
  const depth =
    l > 0.86 || (l > 0.72 && c < 0.06) ? 'pale' : l > 0.72 ? 'light' : l < 0.32 ? 'dark' : l < 0.48 ? 'deep' : ''
  if (c < 0.02)
    return [depth === 'deep' ? 'dark' : depth === 'pale' && l <= 0.86 ? 'light' : depth, 'gray']
      .filter(Boolean)
      .join(' ')
  const muted = c < 0.06 && l <= 0.72 ? 'muted' : ''
  return [depth, muted, hueWord(h)].filter(Boolean).join(' ')
}

/** Names as they are, the second and later of a kind numbered: “deep blue”, “deep blue 2”. */
export const numberDuplicates = (names: readonly string[]): string[] => {
  const seen = new Map<string, number>()
  return names.map(name => {
    const times = (seen.get(name) ?? 0) + 1
    seen.set(name, times)
    return times > 1 ? `${name} ${times}` : name
  })
}

/** A name that none of the others has: itself, or with the first number that is free. */
export const uniqueName = (name: string, others: readonly string[]): string => {
  const taken = new Set(others)
  let free = name
  for (let n = 2; taken.has(free); n++) free = `${name} ${n}`
  return free
}
