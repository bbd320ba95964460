import { readFile } from 'node:fs/promises'
import type { Sql } from 'postgres'
import { parseColor } from '../core/color/parse'
import { apply } from '../core/project/commands'
import { matchedTargets, newProject, unitedInks } from '../core/project/create'
import type { ArtworkFile, Project } from '../core/project/schema'
import { receiveSvg } from '../server/artwork/receive'
import { keepArtwork } from '../server/db/artwork'
import { createProject } from '../server/db/projects'

/** The demo's artwork, in the order in which the project shows it, by file and title. */
const ARTWORK: ReadonlyArray<readonly [file: string, title: string]> = [
  ['poster', 'Poster'], ['badge', 'Badge'], ['pictogram-kite-field', 'Kite field'], ['pictogram-ferry', 'Ferry'],
  ['pictogram-food', 'Food and drink'], ['pictogram-first-aid', 'First aid'], ['pictogram-tickets', 'Tickets'], ['pictogram-stage', 'Stage'],
]

const BASE = '#0f6d5f'

const documentFor = (files: readonly ArtworkFile[]): Project => {
  const typed = parseColor(BASE)
  if (!typed) throw new Error(`${BASE} is not a color.`)
  const base = { hex: typed.hex, hue: typed.hue, typed: BASE }
  const empty = newProject('Breezeholm kite festival', base, { kind: 'split complementary', wheel: 'paint', spread: 34, turn: 0, count: 6, free: [0] })
  const targets = matchedTargets(unitedInks(files), empty.scheme)
  return files.reduce((project, { hash, width, height }, i) => apply(project, {
    do: 'add artwork', targets,
    artwork: { id: `a${i + 1}`, name: ARTWORK[i]?.[1] ?? 'Artwork', hash, width, height },
  }), empty)
}

/** Stores the demo project where there is no project at all; true where it did. */
export const seedDemo = async (sql: Sql): Promise<boolean> => {
  const [any] = await sql`select 1 from projects limit 1`
  if (any) return false
  const files: ArtworkFile[] = []
  for (const [name] of ARTWORK) {
    const received = await receiveSvg(`${name}.svg`, await readFile(new URL(`artwork/${name}.svg`, import.meta.url)))
    await keepArtwork(sql, received)
    files.push(received.file)
  }
  await createProject(sql, documentFor(files))
  return true
}
