import type { Artwork } from '#core/document/artwork'
import type { Project } from '#core/document/project'
import type { Remap } from '#core/document/remap'
import { kindOf, type Change } from './command'
import { removeTouches, withoutExceptions } from './remapEdits'

/* The artwork of a project. */

/** The project without some of its artwork; their touch-ups and exceptions go with them. */
const removeArtwork = (project: Project, ids: readonly string[]): Project => {
  const gone = new Set(ids)
  const left = project.artwork
    .filter(({ id }) => gone.has(id))
    .reduce((now, { id }) => withoutExceptions(removeTouches(now, id, null), id, null), project)
  return { ...left, artwork: project.artwork.filter(({ id }) => !gone.has(id)) }
}

const pieces = (count: number): string => (count === 1 ? 'artwork' : `${count} pieces of artwork`)

/** Settings of single artworks that come back with them. */
type Own = Change<Pick<Remap, 'touches' | 'exceptions' | 'meantIn'>>

/** The parameter of commands on several artworks. */
interface Several {
  ids: readonly string[]
}

const artworkAdded = kindOf<{ artwork: readonly Artwork[]; own?: Own | undefined }>(
  ({ artwork }) => `add ${pieces(artwork.length)}`,
  (project, given) => {
    const { artwork, own: { touches = {}, exceptions = {}, meantIn = {} } = {} } = given
    const { remap } = project
    const back = {
      touches: { ...remap.touches, ...touches },
      exceptions: { ...remap.exceptions, ...exceptions },
      meantIn: { ...remap.meantIn, ...meantIn },
    }
    return { ...project, artwork: [...project.artwork, ...artwork], remap: { ...remap, ...back } }
  },
  'joined',
)

export const ARTWORK = {
  'add artwork': artworkAdded,
  'remove artwork': kindOf<Several>(
    ({ ids }) => `remove ${pieces(ids.length)}`,
    (project, { ids }) => removeArtwork(project, ids),
  ),
  'move artwork': kindOf<Several & { folder: string | null }>(
    ({ ids, folder }) => `${folder === null ? 'take out of folders' : 'move'}: ${pieces(ids.length)}`,
    (project, { ids, folder }) => {
      const moved = new Set(ids)
      return {
        ...project,
        artwork: project.artwork.map(art => {
          if (!moved.has(art.id)) return art
          const { folder: _, ...alone } = art
          return folder === null ? alone : { ...alone, folder }
        }),
      }
    },
  ),
  'put artwork first': kindOf<Several>('order of artwork', (project, { ids }) => {
    const first = new Set(ids)
    const [front, rest] = [
      project.artwork.filter(({ id }) => first.has(id)),
      project.artwork.filter(({ id }) => !first.has(id)),
    ]
    return { ...project, artwork: [...front, ...rest] }
  }),
  'represent by': kindOf<Several>(
    ({ ids }) => (ids.length ? `represent by ${pieces(ids.length)}` : 'represent by those that differ most'),
    (project, { ids }) => {
      const chosen = new Set(ids)
      return {
        ...project,
        artwork: project.artwork.map(({ represents: _, ...art }) =>
          chosen.has(art.id) ? { ...art, represents: true as const } : art,
        ),
      }
    },
  ),
  'read again': kindOf<{ artwork: string; hash: string }>('what is recolored', (project, { artwork, hash }) => ({
    ...project,
    artwork: project.artwork.map(art => (art.id === artwork ? { ...art, hash } : art)),
  })),
}
