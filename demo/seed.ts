import { readFile } from 'node:fs/promises'
import type { Sql } from 'postgres'
import { pieces } from '../app/stand-ins.json'
import { parseColor } from '#core/color/parse'
import { apply } from '#core/commands/commands'
import { knownFrom } from '#core/commands/known'
import { FIRST_HARMONY, newProject } from '#core/scheme/create'
import { nextPlace } from '#core/scheme/gather'
import type { ArtworkFile } from '#core/document/artwork'
import type { Harmony } from '#core/document/scheme'
import type { PictureFile } from '#core/document/pictures'
import type { Project } from '#core/document/project'
import { receiveRaster } from '../server/artwork/raster'
import { receiveSvg } from '../server/artwork/receive'
import { findArtwork, storeArtwork } from '../server/db/artwork'
import { storePicture } from '../server/db/pictures'
import { storeDemo } from '../server/db/demo'
import { createProject } from '../server/db/projects'
import { receivePicture } from '../server/pictures/receive'
import { seedShelf } from './shelf'

/** Those that are made of pixels, one flat and one painted, by the name of their file. */
const LOFT = 'kite-loft'
const DUNES = 'kites-over-dunes'
const PIXELS: Readonly<Record<string, string>> = { [LOFT]: 'png', [DUNES]: 'jpg' }

/** The demo's artwork, in the order in which the project shows it, by file and title. */
const ARTWORK: ReadonlyArray<readonly [file: string, title: string]> = [
  ['poster', 'Poster'],
  ['badge', 'Badge'],
  ['pictogram-kite-field', 'Kite field'],
  ['pictogram-ferry', 'Ferry'],
  ['pictogram-food', 'Food and drink'],
  ['pictogram-first-aid', 'First aid'],
  ['pictogram-tickets', 'Tickets'],
  ['pictogram-stage', 'Stage'],
  [LOFT, 'Kite loft'],
  [DUNES, 'Kites over the dunes'],
]

/** The demo's reference pictures, by file and title. */
const PICTURES: ReadonlyArray<readonly [file: string, title: string]> = [
  ['harbor-at-dusk', 'Harbor at dusk'],
  ['folded-kite-fabric', 'Folded kite fabric'],
  ['weathered-hull', 'Weathered hull'],
]

interface Commission {
  name: string
  base: string
  harmony: Harmony
  artwork: readonly string[]
  pictures: readonly string[]
}

/** The demo's projects, the one to open first last, so that it stands first in the list. */
const COMMISSIONS: readonly Commission[] = [
  {
    name: 'Harbor wayfinding',
    base: '#a63d2f',
    harmony: { ...FIRST_HARMONY, kind: 'complementary', count: 4 },
    artwork: ['pictogram-ferry', 'pictogram-food', 'pictogram-first-aid', 'pictogram-tickets'],
    pictures: [],
  },
  {
    name: 'Breezeholm calendar',
    base: '#2f6f9f',
    harmony: { ...FIRST_HARMONY, kind: 'complementary' },
    artwork: [DUNES, LOFT],
    pictures: [],
  },
  {
    name: 'Breezeholm kite festival',
    base: '#0f6d5f',
    harmony: { ...FIRST_HARMONY, spread: 34, count: 6 },
    artwork: ARTWORK.map(([file]) => file).filter(file => file !== DUNES),
    pictures: PICTURES.map(([file]) => file),
  },
]

const documentFor = (
  { name, base, harmony, artwork, pictures }: Commission,
  files: ReadonlyMap<string, ArtworkFile>,
  received: ReadonlyMap<string, PictureFile>,
): Project => {
  const typed = parseColor(base)
  if (!typed) throw new Error(`${base} is not a color.`)
  const empty = newProject(name, { hex: typed.hex, hue: typed.hue, typed: base }, harmony)
  const own = artwork.flatMap(file => files.get(file) ?? [])
  const known = knownFrom(new Map(own.map(file => [file.hash, file])))
  const pieces = own.map(({ kind, hash, width, height }, i) => ({
    ...{ kind, hash, width, height },
    id: `a${i + 1}`,
    name: ARTWORK.find(([file]) => file === artwork[i])?.[1] ?? 'Artwork',
  }))
  const dressed = apply(empty, { do: 'add artwork', artwork: pieces }, known)
  return pictures
    .flatMap(file => received.get(file) ?? [])
    .reduce(
      (project, { hash, width, height }, i) =>
        apply(
          project,
          {
            do: 'add reference',
            reference: {
              id: `r${i + 1}`,
              name: PICTURES.find(([file]) => file === pictures[i])?.[1] ?? 'Reference',
              hash,
              width,
              height,
              place: nextPlace(project.references),
              region: null,
            },
          },
          known,
        ),
      apply(dressed, { do: 'match' }, known),
    )
}

/** Stores the demo projects where there is no project at all; true where it did. */
export const seedDemo = async (sql: Sql): Promise<boolean> => {
  const [any] = await sql`select 1 from projects limit 1`
  if (any) return false
  const files = new Map<string, ArtworkFile>()
  for (const [name] of ARTWORK) {
    const source = (extension: string): Promise<Buffer> =>
      readFile(new URL(`artwork/${name}.${extension}`, import.meta.url))
    const extension = PIXELS[name]
    const received = extension
      ? await receiveRaster(`${name}.${extension}`, await source(extension))
      : await receiveSvg(`${name}.svg`, await source('svg'))
    await storeArtwork(sql, received)
    files.set(name, received.file)
  }
  const pictures = new Map<string, PictureFile>()
  for (const [name] of PICTURES) {
    const received = await receivePicture(
      `${name}.jpg`,
      await readFile(new URL(`references/${name}.jpg`, import.meta.url)),
    )
    await storePicture(sql, received)
    pictures.set(name, received.file)
  }
  const documents = COMMISSIONS.map(commission => documentFor(commission, files, pictures))
  for (const document of documents) await createProject(sql, document)
  await storeDemo(sql, documents)
  await seedShelf(sql)
  return true
}

/** Stores the stand-in pieces that are not there yet. */
export const seedStandIns = async (sql: Sql): Promise<void> => {
  for (const { id, name, hash } of pieces) {
    if (await findArtwork(sql, hash)) continue
    await storeArtwork(
      sql,
      await receiveSvg(`${name}.svg`, await readFile(new URL(`stand-ins/${id}.svg`, import.meta.url))),
    )
  }
}
