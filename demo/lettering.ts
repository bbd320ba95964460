import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import * as fontkit from 'fontkit'
import { decompress } from 'wawoff2'
import { group, shape } from './draw'

const require = createRequire(import.meta.url)
const bytes = Buffer.from(
  await decompress(
    readFileSync(
      require.resolve('@fontsource-variable/bricolage-grotesque/files/bricolage-grotesque-latin-wght-normal.woff2'),
    ),
  ),
)

interface Setting {
  id: string
  text: string
  x: number
  y: number
  size: number
  weight: number
  fill: string
  tracking?: number
  anchor?: 'start' | 'middle' | 'end'
}

/** Letters as paths, set in the shipped title face, with their baseline at (x, y). */
export const lettering = ({ id, text, x, y, size, weight, fill, tracking = 0, anchor = 'start' }: Setting): string => {
  const font = (fontkit.create(bytes) as fontkit.Font).getVariation({ wght: weight })
  const { glyphs, positions } = font.layout(text)
  const scale = size / font.unitsPerEm
  const advance = (i: number): number => ((positions[i]?.xAdvance ?? 0) + (tracking * font.unitsPerEm) / 1000) * scale
  const width = glyphs.reduce((sum, _, i) => sum + advance(i), 0)
  let at = x - (anchor === 'middle' ? width / 2 : anchor === 'end' ? width : 0)
  const letters: string[] = []
  glyphs.forEach((glyph, i) => {
    const outline = glyph.path
      .scale(scale, -scale)
      .translate(at, y)
      .toSVG()
      .replace(/(\d+\.\d)\d+/g, '$1')
    if (outline) letters.push(shape('path', { d: outline }))
    at += advance(i)
  })
  return group(id, letters, { fill })
}
