import { labOf, lchOf, arc, type Hex } from '#core/color/convert'
import type { Pixels } from '#core/picture/pixels'
import { CONTRAST } from './graph'

/**
 * Figures of how a remapping keeps the picture and wears the scheme; parts of 1, null where there is nothing to
 * count.
 */
export interface Figures {
  /** Edges (pixel pairs 3 px apart with a lightness difference of 0.1) that keep their direction and half of it. */
  edgesKept: number | null
  /** Strong edges (0.4) that are now under 0.2. */
  strongLost: number | null
  /** Pixels of chroma over 0.035 whose hue is over 20° from that of every swatch. */
  offScheme: number
  /** Pixels within ΔEOK 0.02 of a swatch. */
  exact: number
  /** Swatches that hold over 0.5% of the picture (within ΔEOK 0.06). */
  swatchesUsed: number
  /** Spearman's rank correlation of lightness before and after. */
  value: number | null
}

/** Width at which a picture is compared, in pixels. */
export const PREVIEW_WIDTH = 220
const APART = 3
/** From which alpha, of 255, on a pixel counts. */
export const OPAQUE = 250

const ranks = (values: Float64Array): Float64Array => {
  const order = Array.from(values.keys()).sort((a, b) => values[a]! - values[b]!)
  const out = new Float64Array(values.length)
  for (let i = 0; i < order.length; ) {
    let j = i
    while (j + 1 < order.length && values[order[j + 1]!] === values[order[i]!]) j++
    for (let k = i; k <= j; k++) out[order[k]!] = (i + j) / 2
    i = j + 1
  }
  return out
}

/** Spearman's rank correlation of two lists of one length; null where either is constant. */
const spearman = (one: Float64Array, other: Float64Array): number | null => {
  const [a, b] = [ranks(one), ranks(other)]
  const middle = (a.length - 1) / 2
  let [ab, aa, bb] = [0, 0, 0]
  for (let i = 0; i < a.length; i++) {
    const [x, y] = [a[i]! - middle, b[i]! - middle]
    ab += x * y
    aa += x * x
    bb += y * y
  }
  return aa && bb ? ab / Math.sqrt(aa * bb) : null
}

const converted = new WeakMap<Pixels, Float64Array>()

/** OKLab of every pixel, three numbers each; a picture is converted once, and so is a color that comes again. */
export const labsOf = (picture: Pixels): Float64Array => {
  const before = converted.get(picture)
  if (before) return before
  const { data } = picture
  const known = new Map<number, readonly [number, number, number]>()
  const out = new Float64Array((data.length / 4) * 3)
  for (let i = 0, p = 0; i < data.length; i += 4, p += 3) {
    const key = (data[i]! << 16) | (data[i + 1]! << 8) | data[i + 2]!
    let lab = known.get(key)
    if (!lab) {
      const { l, a, b } = labOf(`#${key.toString(16).padStart(6, '0')}`)
      known.set(key, (lab = [l, a, b]))
    }
    out.set(lab, p)
  }
  converted.set(picture, out)
  return out
}

/**
 * The figures of two pictures of one size (about 220 px wide), before and after, over the pixels opaque in both.
 * Throws RangeError where the sizes differ.
 */
export const figuresOf = (before: Pixels, after: Pixels, scheme: readonly Hex[]): Figures => {
  const { width, height } = before
  if (after.width !== width || after.height !== height) throw new RangeError('The pictures differ in size.')
  const [was, is] = [labsOf(before), labsOf(after)]
  const seen = (p: number): boolean => before.data[p * 4 + 3]! >= OPAQUE && after.data[p * 4 + 3]! >= OPAQUE
  let [edges, keptEdges, strong, lost] = [0, 0, 0, 0]
  const pair = (p: number, q: number): void => {
    const d = was[p * 3]! - was[q * 3]!
    if (Math.abs(d) < CONTRAST.edge) return
    const now = is[p * 3]! - is[q * 3]!
    edges++
    if (now * Math.sign(d) >= Math.abs(d) / 2) keptEdges++
    if (Math.abs(d) < CONTRAST.strong) return
    strong++
    if (Math.abs(now) < CONTRAST.gone) lost++
  }
  const swatches = scheme.map(hex => ({ lab: labOf(hex), lch: lchOf(hex) }))
  const counts = swatches.map(() => 0)
  let [count, off, exact] = [0, 0, 0]
  const lightnesses: [number[], number[]] = [[], []]
  for (let y = 0; y < height; y++)
    for (let x = 0, p = y * width; x < width; x++, p++) {
      if (!seen(p)) continue
      if (x + APART < width && seen(p + APART)) pair(p, p + APART)
      if (y + APART < height && seen(p + APART * width)) pair(p, p + APART * width)
      count++
      const [l, a, b] = [is[p * 3]!, is[p * 3 + 1]!, is[p * 3 + 2]!]
      lightnesses[0].push(was[p * 3]!)
      lightnesses[1].push(l)
      let nearest = Infinity
      swatches.forEach(({ lab }, s) => {
        const away = Math.hypot(l - lab.l, a - lab.a, b - lab.b)
        nearest = Math.min(nearest, away)
        if (away < 0.06) counts[s]! += 1
      })
      if (nearest < 0.02) exact++
      const c = Math.hypot(a, b)
      const h = (Math.atan2(b, a) * 180) / Math.PI
      if (c > 0.035 && swatches.every(({ lch }) => lch.c < 0.01 || Math.abs(arc(h, lch.h)) > 20)) off++
    }
  return {
    edgesKept: edges ? keptEdges / edges : null,
    strongLost: strong ? lost / strong : null,
    offScheme: count ? off / count : 0,
    exact: count ? exact / count : 0,
    swatchesUsed: counts.filter(pixels => pixels > 0.005 * count).length / Math.max(1, scheme.length),
    value: spearman(Float64Array.from(lightnesses[0]), Float64Array.from(lightnesses[1])),
  }
}
