import { mkdirSync, writeFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import sharp from 'sharp'
import { badge } from './badge'
import { brochure } from './brochure'
import { kiteLoft } from './loft'
import { brushed } from './pictures/brush'
import { kitesOverDunes } from './pictures/dunes'
import { pictograms } from './pictograms'
import { poster } from './poster'

const folder = new URL('artwork/', import.meta.url)
mkdirSync(folder, { recursive: true })
for (const [name, svg] of Object.entries({ poster: poster(), badge: badge(), ...pictograms() }))
  writeFileSync(fileURLToPath(new URL(`${name}.svg`, folder)), svg)
writeFileSync(fileURLToPath(new URL('kite-loft.png', folder)), await kiteLoft())

mkdirSync(new URL('print/', import.meta.url), { recursive: true })
writeFileSync(fileURLToPath(new URL('print/brochure.pdf', import.meta.url)), await brochure())

const SIZE = { width: 1800, height: 1200 }
await sharp(brushed(SIZE.width, SIZE.height, 41, kitesOverDunes), { raw: { ...SIZE, channels: 3 } })
  .withIccProfile('srgb')
  .jpeg({ quality: 93, chromaSubsampling: '4:4:4', mozjpeg: true })
  .toFile(fileURLToPath(new URL('kites-over-dunes.jpg', folder)))
