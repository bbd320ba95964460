import { mkdirSync, writeFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { badge } from './badge'
import { kiteLoft } from './loft'
import { pictograms } from './pictograms'
import { poster } from './poster'

const folder = new URL('artwork/', import.meta.url)
mkdirSync(folder, { recursive: true })
for (const [name, svg] of Object.entries({ poster: poster(), badge: badge(), ...pictograms() }))
  writeFileSync(fileURLToPath(new URL(`${name}.svg`, folder)), svg)
writeFileSync(fileURLToPath(new URL('kite-loft.png', folder)), await kiteLoft())
