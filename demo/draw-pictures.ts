import { mkdir } from 'node:fs/promises'
import sharp from 'sharp'
import { painted, type Light } from './pictures/canvas'
import { fabric } from './pictures/fabric'
import { harbor } from './pictures/harbor'
import { hull } from './pictures/hull'

/* Draws the demo's reference pictures: npm run draw */
const SIZE = { width: 1440, height: 960 }
const folder = new URL('references/', import.meta.url)
const pictures: ReadonlyArray<readonly [file: string, at: (x: number, y: number) => Light]> = [
  ['harbor-at-dusk', harbor],
  ['folded-kite-fabric', fabric],
  ['weathered-hull', hull],
]

await mkdir(folder, { recursive: true })
for (const [i, [file, at]] of pictures.entries()) {
  const pixels = painted(SIZE.width, SIZE.height, 0.028, i + 1, at)
  await sharp(pixels, { raw: { ...SIZE, channels: 3 } })
    .blur(0.6)
    .withIccProfile('srgb')
    .jpeg({ quality: 84, mozjpeg: true })
    .toFile(new URL(`${file}.jpg`, folder).pathname)
}
