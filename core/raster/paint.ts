import { fromLab, toLab } from '../color/oklab'
import type { Hex } from '../color/convert'
import { channelsOf, type Unmixed } from './unmix'

/** What the inks of a picture become: everywhere, or within an area; and how opaque it is there, in [0, 1]. */
export interface Row { colors: readonly Hex[], opacity: number }

/** How often the part of a difference that sRGB has room for is halved. The shader does the same. */
export const HALVINGS = 6

/** Up to here a channel, 0 to 255, lies outside sRGB only by rounding. */
const OUTSIDE = 0.25

const isShown = ([r, g, b]: readonly number[]): boolean =>
  Math.min(r as number, g as number, b as number) >= -OUTSIDE && Math.max(r as number, g as number, b as number) <= 255 + OUTSIDE

/** A color, 0 to 255, moved by a difference in OKLab, into `out`; where sRGB does not reach so far, at its lightness and hue with less chroma. */
const moved = (from: readonly number[], dl: number, da: number, db: number, out: number[]): void => {
  toLab(from[0] as number, from[1] as number, from[2] as number, out)
  const l = Math.min(1, Math.max(0, (out[0] as number) + dl))
  const [a, b] = [(out[1] as number) + da, (out[2] as number) + db]
  fromLab(l, a, b, out)
  if (isShown(out)) return
  let [low, high] = [0, 1]
  for (let n = 0; n < HALVINGS; n++) {
    const part = (low + high) / 2
    fromLab(l, a * part, b * part, out)
    if (isShown(out)) low = part
    else high = part
  }
  fromLab(l, a * low, b * low, out)
}

/**
 * Paints a picture that was taken apart in other colors, into RGBA pixels (not premultiplied) of its size: each pixel the mixture of
 * what its inks become, moved by what the picture is beside its mixture, in OKLab. `regions` says for each pixel which of the rows
 * holds; all 0 where it is not given. Pixels whose inks stay as they are come out as they came.
 */
export const paintRaster = ({ picture: { data }, places, weights }: Unmixed, inks: readonly Hex[], rows: readonly Row[], regions: Uint8Array | null, out: Uint8Array | Uint8ClampedArray): void => {
  const before = channelsOf(inks)
  const after = rows.map(({ colors }) => channelsOf(colors))
  const stays = rows.map(({ colors }) => Uint8Array.from(inks, (hex, i) => hex === colors[i] ? 1 : 0))
  const [old, fresh, was, is] = [[0, 0, 0], [0, 0, 0], [0, 0, 0], [0, 0, 0]]
  for (let p = 0, i = 0; i < data.length; p++, i += 4) {
    const row = regions?.[p] ?? 0
    const [a, b, c] = [places[i] as number, places[i + 1] as number, places[i + 2] as number]
    const [wa, wb, wc] = [weights[i] as number, weights[i + 1] as number, weights[i + 2] as number]
    const own = stays[row] as Uint8Array
    out[i + 3] = rows[row]?.opacity === 1 ? data[i + 3] as number : Math.round((data[i + 3] as number) * (rows[row]?.opacity ?? 1))
    if (own[a] && (!wb || own[b]) && (!wc || own[c])) {
      out[i] = data[i] as number
      out[i + 1] = data[i + 1] as number
      out[i + 2] = data[i + 2] as number
      continue
    }
    const colors = after[row] as Float64Array
    for (let n = 0; n < 3; n++) fresh[n] = ((colors[a * 3 + n] as number) * wa + (colors[b * 3 + n] as number) * wb + (colors[c * 3 + n] as number) * wc) / 255
    if (weights[i + 3]) {
      for (let n = 0; n < 3; n++) old[n] = ((before[a * 3 + n] as number) * wa + (before[b * 3 + n] as number) * wb + (before[c * 3 + n] as number) * wc) / 255
      toLab(data[i] as number, data[i + 1] as number, data[i + 2] as number, is)
      toLab(old[0] as number, old[1] as number, old[2] as number, was)
      moved(fresh, (is[0] as number) - (was[0] as number), (is[1] as number) - (was[1] as number), (is[2] as number) - (was[2] as number), fresh)
    }
    out[i] = Math.min(255, Math.max(0, Math.round(fresh[0] as number)))
    out[i + 1] = Math.min(255, Math.max(0, Math.round(fresh[1] as number)))
    out[i + 2] = Math.min(255, Math.max(0, Math.round(fresh[2] as number)))
  }
}
