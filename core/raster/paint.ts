import { fromLabClipped, toLab } from '#core/color/oklab'
import type { Hex } from '#core/color/convert'
import { paintSmoothly } from './smooth'
import { tableOf } from './smoothTable'
import { channelsOf, type Unmixed } from './unmix'

/** The colors of a picture's inks: everywhere, or within an area; and how opaque it is there, in [0, 1]. */
export interface Row {
  colors: readonly Hex[]
  opacity: number
}

/** Up to here a channel, 0 to 255, lies outside sRGB only by rounding. */
const OUTSIDE = 0.25

/**
 * The difference of pixels from the mixture of their inks, in OKLab, one after the other: only those that
 * are.
 */
type Rest = Float32Array

const rests = new WeakMap<Unmixed, { inks: readonly Hex[]; rest: Rest }>()

const restOf = (taken: Unmixed, inks: readonly Hex[]): Rest => {
  const known = rests.get(taken)
  if (known?.inks === inks) return known.rest
  const {
    picture: { data },
    places,
    weights,
  } = taken
  const before = channelsOf(inks)
  let count = 0
  for (let i = 3; i < weights.length; i += 4) if (weights[i]) count++
  const rest = new Float32Array(count * 3)
  const [was, is] = [new Float64Array(3), new Float64Array(3)]
  for (let i = 0, at = 0; i < weights.length; i += 4) {
    if (!weights[i + 3]) continue
    mixInks(before, places, weights, i, was)
    toLab(was[0]!, was[1]!, was[2]!, was)
    toLab(data[i]!, data[i + 1]!, data[i + 2]!, is)
    for (let n = 0; n < 3; n++) rest[at++] = is[n]! - was[n]!
  }
  rests.set(taken, { inks, rest })
  return rest
}

/** The mixture of inks at a pixel, 0 to 255, into three places of an array. */
const mixInks = (colors: Float64Array, places: Uint8Array, weights: Uint8Array, i: number, out: Float64Array): void => {
  const a = places[i]! * 3
  const wa = weights[i]!
  if (wa === 255) {
    out[0] = colors[a]!
    out[1] = colors[a + 1]!
    out[2] = colors[a + 2]!
    return
  }
  const b = places[i + 1]! * 3
  const c = places[i + 2]! * 3
  const wb = weights[i + 1]!
  const wc = weights[i + 2]!
  out[0] = (colors[a]! * wa + colors[b]! * wb + colors[c]! * wc) / 255
  out[1] = (colors[a + 1]! * wa + colors[b + 1]! * wb + colors[c + 1]! * wc) / 255
  out[2] = (colors[a + 2]! * wa + colors[b + 2]! * wb + colors[c + 2]! * wc) / 255
}

/** The mixture of inks at a pixel, rounded, as three bytes of a word: what most pixels of painted shading are. */
const mixToWord = (colors: Int32Array, places: Uint8Array, weights: Uint8Array, i: number): number => {
  const a = places[i]! * 3
  const b = places[i + 1]! * 3
  const c = places[i + 2]! * 3
  const wa = weights[i]!
  const wb = weights[i + 1]!
  const wc = weights[i + 2]!
  const red = ((colors[a]! * wa + colors[b]! * wb + colors[c]! * wc + 127) / 255) | 0
  const green = ((colors[a + 1]! * wa + colors[b + 1]! * wb + colors[c + 1]! * wc + 127) / 255) | 0
  const blue = ((colors[a + 2]! * wa + colors[b + 2]! * wb + colors[c + 2]! * wc + 127) / 255) | 0
  return (blue << 16) | (green << 8) | red
}

/**
 * A color, 0 to 255, moved by a difference in OKLab; where sRGB does not reach so far, at its lightness and hue with
 * less chroma.
 */
const move = (color: Float64Array, rest: Rest, at: number): void => {
  toLab(color[0]!, color[1]!, color[2]!, color)
  const l = Math.min(1, Math.max(0, color[0]! + rest[at]!))
  const a = color[1]! + rest[at + 1]!
  const b = color[2]! + rest[at + 2]!
  fromLabClipped(l, a, b, OUTSIDE, color)
}

/** A row prepared for painting: its colors as channels, exactly and rounded, as words of three bytes, and the inks that stay. */
const preparedRow = (inks: readonly Hex[], { colors, opacity }: Row) => {
  const channels = channelsOf(colors)
  const whole = Int32Array.from(channels, Math.round)
  return {
    colors: channels,
    whole,
    solid: Uint32Array.from(colors, (_, i) => (whole[i * 3 + 2]! << 16) | (whole[i * 3 + 1]! << 8) | whole[i * 3]!),
    stays: Uint8Array.from(inks, (hex, i) => (hex === colors[i] ? 1 : 0)),
    opacity,
  }
}

/**
 * Paints a picture that was taken apart in other colors, into RGBA pixels (not premultiplied) of its size: each pixel
 * the mixture of what its inks become, moved by what the picture is beside its mixture, in OKLab; or smoothly by its
 * color, where it is not flat. `regions` says for
 * each pixel which of the rows holds; the first where it is not given. Pixels whose inks stay as they are come out as
 * they came.
 */
export const paintRaster = (
  taken: Unmixed,
  inks: readonly Hex[],
  rows: readonly Row[],
  regions: Uint8Array | null,
  out: Uint8Array | Uint8ClampedArray,
): void => {
  const {
    picture: { data },
    places,
    weights,
    ground,
  } = taken
  if (ground) {
    const tables = rows.map(({ colors, opacity }) => ({ table: tableOf(inks, colors, ground), opacity }))
    return paintSmoothly(taken.picture, ground, tables, regions, out)
  }
  const rest = restOf(taken, inks)
  const ways = rows.map(row => preparedRow(inks, row))
  const words = new Uint32Array(out.buffer, out.byteOffset, out.length >> 2)
  const color = new Float64Array(3)
  for (let i = 0, p = 0, at = -3; i < data.length; i += 4, p++) {
    const way = ways[regions ? regions[p]! : 0] as (typeof ways)[number]
    const { stays } = way
    const more = weights[i + 3] !== 0
    const alpha = way.opacity === 1 ? data[i + 3]! : Math.round(data[i + 3]! * way.opacity)
    if (more) at += 3
    else if (weights[i] === 255 && !stays[places[i]!]) {
      // one ink and nothing else, as most pixels of flat art are: four bytes at once
      words[p] = (alpha << 24) | way.solid[places[i]!]!
      continue
    }
    out[i + 3] = alpha
    if (stays[places[i]!] && (!weights[i + 1] || stays[places[i + 1]!]) && (!weights[i + 2] || stays[places[i + 2]!])) {
      out[i] = data[i]!
      out[i + 1] = data[i + 1]!
      out[i + 2] = data[i + 2]!
      continue
    }
    if (!more) {
      words[p] = (alpha << 24) | mixToWord(way.whole, places, weights, i)
      continue
    }
    mixInks(way.colors, places, weights, i, color)
    move(color, rest, at)
    for (let n = 0; n < 3; n++) {
      const value = color[n]! + 0.5
      out[i + n] = value < 0 ? 0 : value > 255 ? 255 : value | 0
    }
  }
}
