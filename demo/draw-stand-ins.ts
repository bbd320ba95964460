import { mkdirSync, writeFileSync } from 'node:fs'
import { receiveSvg } from '../server/artwork/receive'
import { standInInks, standIns } from './stand-ins'

/* Draws the pieces a scheme is shown on where a project has no artwork, and says in app/stand-ins.json what the app
   has to know of them. */
const folder = new URL('stand-ins/', import.meta.url)
mkdirSync(folder, { recursive: true })
const pieces = []
for (const { name, title, svg } of standIns()) {
  writeFileSync(new URL(`${name}.svg`, folder), svg)
  const {
    file: { hash, width, height },
  } = await receiveSvg(`${title}.svg`, new TextEncoder().encode(svg))
  pieces.push({ id: name, name: title, hash, width, height })
}
writeFileSync(
  new URL('../app/stand-ins.json', import.meta.url),
  `${JSON.stringify({ pieces, inks: [...standInInks] })}\n`,
)
