import { hsbOf } from '../color/convert'

const isRecord = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

/** A swatch as it was stored before swatches had a hue, a place in the harmony and a color of their own. */
const swatchUpgraded = (swatch: unknown, place: number, turn: number): unknown => {
  if (!isRecord(swatch) || 'own' in swatch || typeof swatch.hex !== 'string') return swatch
  const { tied, from, ...rest } = swatch
  const hue = hsbOf(swatch.hex).h
  const origin = from ?? { kind: 'harmony' }
  return {
    ...rest,
    hue,
    from: isRecord(origin) && origin.kind === 'harmony' && !('place' in origin) ? { ...origin, place } : origin,
    own: tied === false ? { hex: swatch.hex, hue, at: turn + (Number(swatch.offset) || 0), over: false } : null,
  }
}

/** A document stored by an earlier version, as this one stores it; anything else comes back as it is. */
export const upgraded = (document: unknown): unknown => {
  if (!isRecord(document) || !Array.isArray(document.scheme)) return document
  const turn = isRecord(document.harmony) ? Number(document.harmony.turn) || 0 : 0
  return { ...document, scheme: document.scheme.map((swatch, i) => swatchUpgraded(swatch, i, turn)) }
}
