import type { Artwork, ArtworkFile } from '#core/document/artwork'
import type { Project, StoredProject } from '#core/document/project'
import { knownInks } from '#core/commands/known'
import { derivedFrom } from '#core/interaction/testing'
import type { InkArea } from '#core/remap/match'
import { useHistory, type OpenProject } from '~/stores/history'

/** A piece of artwork with inks, as the project and as the server has it. */
export const artworkOf = (id: string, inks: ReadonlyArray<readonly [hex: string, area: number]>) => {
  const art: Artwork = { kind: 'svg', id, name: id, hash: id.repeat(64).slice(0, 64), width: 100, height: 100 }
  const file = {
    ...{ kind: 'svg', hash: art.hash, name: id, width: 100, height: 100 },
    inks: inks.map(([hex, area], at) => ({ hex, area, uses: 1, at, beside: [] })),
    ...{ also: [], pictureInks: [], manner: 'flat', removed: [], notes: [] },
  } as unknown as ArtworkFile
  return { art, file }
}

/** Begins a project in the history without a server; what it reports is recorded. */
export const beginProject = (
  document: Project = derivedFrom('#0f6d5f', { kind: 'triadic', count: 5 }),
  more: Partial<OpenProject> & { inks?: readonly InkArea[] } = {},
): { took: string[]; stood: Project[] } => {
  const recorded = { took: [] as string[], stood: [] as Project[] }
  useHistory().begin(document, {
    known: () => knownInks(more.inks ?? []),
    readOnly: () => null,
    took: (_, after, did) => {
      recorded.took.push(did)
      return after
    },
    stands: now => void recorded.stood.push(now),
    ...more,
  })
  return recorded
}

/** An id as the server gives them, by a number. */
export const idOf = (n: number): string => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`

/** The id of the project that is stored, and of another. */
export const [PROJECT, OTHER] = [
  '11111111-1111-4111-8111-111111111111',
  '22222222-2222-4222-8222-222222222222',
] as const

/** A project as the server stores it. */
export const storedAs = (document: Project, version = 1, id: string = PROJECT): StoredProject => ({
  ...{ id, version, document, lastSave: null, updatedAt: '2026-01-01T00:00:00Z' },
})

/** The server's answer to a save: the version it has made. */
export const saveAnswer = (version: number): { version: number; updatedAt: string } => ({
  version,
  updatedAt: '2026-01-01T00:00:00.000Z',
})
