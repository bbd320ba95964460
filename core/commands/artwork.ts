import { z } from 'zod'
import { artworkSchema } from '#core/document/artwork'
import { hashSchema, idSchema } from '#core/document/basics'
import type { Project } from '#core/document/project'
import { remapSchema } from '#core/document/remap'
import { kindOf } from './command'
import { removeTouches, withoutExceptions } from './remapEdits'

/* The artwork of a project. */

/** The project without an artwork; its touch-ups and exceptions go with it. */
const removeArtwork = (project: Project, id: string): Project => {
  const left = withoutExceptions(removeTouches(project, id, null), id, null)
  return { ...left, artwork: project.artwork.filter(art => art.id !== id) }
}

/** An artwork that comes back, with what was set on it alone where that is given. */
const own = remapSchema.pick({ touches: true, exceptions: true, meantIn: true }).partial()

const artworkAdded = kindOf(
  z.object({ artwork: artworkSchema, own: own.optional() }),
  'add artwork',
  (project, given) => {
    const { artwork, own: { touches = {}, exceptions = {}, meantIn = {} } = {} } = given
    const { remap } = project
    const back = {
      touches: { ...remap.touches, ...touches },
      exceptions: { ...remap.exceptions, ...exceptions },
      meantIn: { ...remap.meantIn, ...meantIn },
    }
    return { ...project, artwork: [...project.artwork, artwork], remap: { ...remap, ...back } }
  },
  'joined',
)

export const ARTWORK = {
  'add artwork': artworkAdded,
  'remove artwork': kindOf(z.object({ id: idSchema }), 'remove artwork', (project, { id }) =>
    removeArtwork(project, id),
  ),
  'read again': kindOf(
    z.object({ artwork: idSchema, hash: hashSchema }),
    'what is recolored',
    (project, { artwork, hash }) => ({
      ...project,
      artwork: project.artwork.map(art => (art.id === artwork ? { ...art, hash } : art)),
    }),
  ),
}
