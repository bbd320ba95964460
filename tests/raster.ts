import type { Hex } from '#core/color/convert'
import { deltaE } from '#core/color/difference'
import type { Picture } from '#core/picture/picture'
import { renderSvg } from '../render/resvg'

/* Pictures that raster artwork is tested and measured with. */

/** An SVG rendered to straight alpha. */
export const rendered = async (svg: string, pixels: number): Promise<Picture> => {
  const { width, height, data } = await renderSvg(svg, { side: 'width', pixels, crisp: false })
  const straight = new Uint8ClampedArray(data.length)
  for (let i = 0; i < data.length; i += 4) {
    const alpha = data[i + 3]!
    for (let n = 0; n < 3; n++) straight[i + n] = alpha ? (data[i + n]! * 255) / alpha : 0
    straight[i + 3] = alpha
  }
  return { width, height, data: straight }
}
/** An SVG with some of its colors written otherwise. */
export const recolored = (svg: string, colors: ReadonlyMap<Hex, Hex>): string =>
  svg.replace(/#[\da-f]{6}/g, hex => colors.get(hex) ?? hex)
const codeOf = ({ data }: { data: ArrayLike<number> }, p: number): number =>
  (data[p * 4]! << 16) | (data[p * 4 + 1]! << 8) | data[p * 4 + 2]!
const hexOf = (code: number): Hex => `#${code.toString(16).padStart(6, '0')}`

/** Mean ΔE2000 of two pictures, over all pixels and over those near an edge of the first. */
export const compared = (source: Picture, one: Picture, other: Picture): { mean: number; edges: number } => {
  const { width, height, data } = source
  const near = new Uint8Array(width * height)
  const differs = (p: number, q: number): boolean =>
    [0, 1, 2].some(n => Math.abs(data[p * 4 + n]! - data[q * 4 + n]!) > 3)
  for (let y = 0; y < height - 1; y++)
    for (let x = 0; x < width - 1; x++) {
      const p = y * width + x
      if (!differs(p, p + 1) && !differs(p, p + width)) continue
      for (let v = Math.max(0, y - 2); v <= Math.min(height - 1, y + 2); v++)
        for (let u = Math.max(0, x - 2); u <= Math.min(width - 1, x + 2); u++) near[v * width + u] = 1
    }
  const known = new Map<number, number>()
  let [sum, edge, count] = [0, 0, 0]
  for (let p = 0; p < width * height; p++) {
    const [a, b] = [codeOf(one, p), codeOf(other, p)]
    const key = a * 0x1000000 + b
    const away = a === b ? 0 : (known.get(key) ?? deltaE(hexOf(a), hexOf(b)))
    known.set(key, away)
    sum += away
    if (near[p]) {
      edge += away
      count++
    }
  }
  return { mean: sum / (width * height), edges: count ? edge / count : 0 }
}
