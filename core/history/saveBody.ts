import equal from 'fast-deep-equal'
import { changeBetween, type DocumentChange } from '#core/document/change'
import { lookOf, type Look, type Project } from '#core/document/project'
import type { TrailChange, TrailState } from '#core/document/trail'
import type { Save } from './saving'

/** From so many pieces of artwork on, only what changed of a document is sent: a document is about 200 bytes a piece. */
export const LARGE_DOCUMENT = 100

/** The trail of a save as it is sent: a state that has the look of the saved document does not repeat it. */
export interface SentTrail {
  put: Array<Omit<TrailState, 'look'> & { look: Look | null }>
  remove: string[]
}

/** A save as it is sent: the document, or what changed of it since the version it starts from. */
export type SaveBody = { version: number; save: string; trail?: SentTrail } & (
  | { document: Project }
  | { change: DocumentChange }
)

const sentTrail = ({ put, remove }: TrailChange, document: Project): SentTrail => {
  const look = lookOf(document)
  return { put: put.map(state => (equal(state.look, look) ? { ...state, look: null } : state)), remove }
}

/**
 * Returns a save as it is sent. `base` is the document of the version it starts from, where that is known: of a large document only
 * what is different from it is sent then.
 */
export const saveBody = ({ id, version, document, trail }: Save, base: Project | null): SaveBody => {
  const whole = { version, save: id, document }
  if (!base || document.artwork.length < LARGE_DOCUMENT)
    return trail.put.length || trail.remove.length ? { ...whole, trail } : whole
  const sent = sentTrail(trail, document)
  const changed = { version, save: id, change: changeBetween(base, document) }
  return sent.put.length || sent.remove.length ? { ...changed, trail: sent } : changed
}
