import type { Hex } from '#core/color/convert'
import type { LadderKind } from '#core/harmony/ladder'

/** A rung of a swatch's ladder: which ladder, its number from 1, its color. */
export interface ExportRung {
  ladder: LadderKind
  step: number
  hex: Hex
  /** True if the artwork wears it, where that is asked for. */
  isUsed?: boolean
}

/** A swatch as it leaves the house; its share in [0, 1]. */
export interface ExportSwatch {
  name: string
  hex: Hex
  role?: string
  share?: number
  /** The rungs of its ladders, where they are exported too. */
  rungs?: readonly ExportRung[]
}

/** A scheme as it leaves the house. */
export interface ExportScheme {
  title: string
  swatches: readonly ExportSwatch[]
}

/** One of a ladder's rungs in words. */
export const RUNG_WORDS: Readonly<Record<LadderKind, string>> = { tints: 'tint', tones: 'tone', shades: 'shade' }

/** A rung as it is called beside its swatch: `tint 2`. */
export const rungName = ({ ladder, step }: ExportRung): string => `${RUNG_WORDS[ladder]} ${step}`

/** A name on one line, without what no text file holds: control characters, lone surrogates, what is no character. */
export const toOneLine = (name: string): string =>
  name.replace(/[\p{Cc}\p{Cs}\p{Zl}\p{Zp}\p{Zs}\u{FEFF}\u{FFFE}\u{FFFF}]+/gu, ' ').trim()

/** Text as the inside of a comment, which it does not end. */
export const escapeComment = (text: string): string => toOneLine(text).replace(/\*\//g, '*\u200B/')

/**
 * A name as a key: lower case, letters and digits joined by hyphens; `color` where nothing is left, and before digits
 * alone, which JSON would put in an order of their own.
 */
export const keyOf = (name: string): string =>
  name
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '')
    .replace(/^(?=\d*$)/, 'color-')
    .replace(/-$/, '')

/** Keys of which each is there once: one that is taken goes on with a number. */
export const distinctKeys = (keys: readonly string[]): string[] => {
  const taken = new Set<string>()
  const next = new Map<string, number>()
  return keys.map(key => {
    let own = key
    for (let n = next.get(key) ?? 2; taken.has(own); n++) {
      own = `${key}-${n}`
      next.set(key, n + 1)
    }
    taken.add(own)
    return own
  })
}

/** A rung with the key it goes by. */
export type KeyedRung = ExportRung & { key: string }
/** A swatch with its name on one line, the key it goes by, and those of its rungs. */
export type KeyedSwatch = Omit<ExportSwatch, 'rungs'> & { key: string; rungs: KeyedRung[] }

/** Swatches and their rungs with keys of which each is there once. */
export const withKeys = (swatches: readonly ExportSwatch[]): KeyedSwatch[] => {
  const own = distinctKeys(swatches.map(({ name }) => keyOf(name)))
  const wanted = swatches.flatMap(({ rungs = [] }, i) => rungs.map(rung => `${own[i]}-${keyOf(rungName(rung))}`))
  const keys = distinctKeys([...own, ...wanted]).slice(own.length)
  let at = 0
  return swatches.map(({ rungs = [], ...swatch }, i) => ({
    ...swatch,
    name: toOneLine(swatch.name),
    key: own[i] as string,
    rungs: rungs.map(rung => ({ ...rung, key: keys[at++] as string })),
  }))
}

/** A share as it is written in files: in percent, to a hundredth. */
export const percentOf = (share: number): string => `${Math.round(share * 1e4) / 100}%`
