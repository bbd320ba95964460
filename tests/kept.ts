import { readFile } from 'node:fs/promises'
import sharp from 'sharp'
import { decoded } from '../core/artwork/encoding'
import { measuredInks } from '../core/artwork/inks'
import { readSvg } from '../core/artwork/read'
import { sizeOf } from '../core/artwork/size'
import { writeSvg } from '../core/artwork/write'
import { renderSvg } from '../render/resvg'
import { colorsIn, SCHEMES } from './bench/keeping'

/* Four drawings before and after, each in a scheme that is hard on it: npm run shots makes it the picture kept.png. */

const DRAWINGS = [
  ['demo/artwork/poster.svg', 'four darks and a light'],
  ['demo/stand-ins/scene.svg', 'nearly equal in lightness'],
  ['demo/artwork/badge.svg', 'very light'],
  ['demo/stand-ins/label.svg', 'one hue'],
] as const
const CELL = { width: 300, height: 380 } as const
const GAP = 16

const both = async (path: string, scheme: string): Promise<[before: Buffer, after: Buffer]> => {
  const reading = readSvg(decoded(await readFile(path)).text)
  const { inks } = await measuredInks(reading, renderSvg, 256)
  const colors = colorsIn(inks, SCHEMES[scheme] ?? [], { match: 'picture', shading: 'held' })
  const { width, height } = sizeOf(reading.markup)
  const wide = width / height > CELL.width / CELL.height
  const view = { side: wide ? 'width' : 'height', pixels: wide ? CELL.width : CELL.height, crisp: false } as const
  const [before, after] = await Promise.all(
    [new Map<string, string>(), colors].map(async now => {
      const picture = await renderSvg(
        writeSvg(reading, ({ hex }) => now.get(hex) ?? hex),
        view,
      )
      return sharp(picture.data, { raw: { width: picture.width, height: picture.height, channels: 4 } })
        .resize({ ...CELL, fit: 'contain', background: '#ffffff' })
        .flatten({ background: '#ffffff' })
        .png()
        .toBuffer()
    }),
  )
  return [before as Buffer, after as Buffer]
}

/** Draws them into a file, before above after. */
export const drawKept = async (file: string): Promise<void> => {
  const all = await Promise.all(DRAWINGS.map(([path, scheme]) => both(path, scheme)))
  const cells = all.flatMap((pair, column) =>
    pair.map((input, row) => ({
      input,
      left: GAP + column * (CELL.width + GAP),
      top: GAP + row * (CELL.height + GAP),
    })),
  )
  await sharp({
    create: {
      width: GAP + DRAWINGS.length * (CELL.width + GAP),
      height: GAP + 2 * (CELL.height + GAP),
      channels: 3,
      background: '#ececec',
    },
  })
    .composite(cells)
    .png({ palette: true })
    .toFile(file)
}
