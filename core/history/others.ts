import equal from 'fast-deep-equal'
import { LOOK_KEYS } from '#core/document/look'
import type { Project } from '#core/document/project'
import type { History } from './history'

/*
 * Changes of others to a project, taken into a history of one's own. The parts of a document that hang together go together: what makes
 * a look, and what it is seen on.
 */

const TOGETHER: ReadonlyArray<ReadonlyArray<keyof Project>> = [
  [...LOOK_KEYS, 'rungs', 'references', 'artwork', 'state'],
  ['name'],
  ['check'],
  ['lineUp'],
  ['gradients'],
  ['mood'],
  ['sets'],
]

/** A document with the parts that others changed as they left them. */
const withTheirs = (document: Project, base: Project, theirs: Project): Project => {
  const changed = TOGETHER.filter(keys => keys.some(key => !equal(base[key], theirs[key])))
  return Object.assign({ ...document }, ...changed.flat().map(key => ({ [key]: theirs[key] }))) as Project
}

/**
 * A history after others changed its present document to theirs. Undo takes back what was done here, in the parts that others have
 * not changed since, and nothing of theirs; steps of which nothing is left to be undone are gone.
 */
export const rebase = ({ past, present, future }: History<Project>, theirs: Project): History<Project> => {
  const moved = (steps: History<Project>['past']): History<Project>['past'] =>
    steps.map(({ state, did }) => ({ state: withTheirs(state, present, theirs), did }))
  const [back, ahead] = [moved(past), moved(future)]
  return {
    past: back.filter(({ state }, i) => !equal(state, back[i + 1]?.state ?? theirs)),
    present: theirs,
    future: ahead.filter(({ state }, i) => !equal(state, i ? ahead[i - 1]?.state : theirs)),
  }
}
