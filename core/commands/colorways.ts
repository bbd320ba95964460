import { copyName } from '#core/document/copyName'
import { MAX_COLORWAYS } from '#core/document/limits'
import type { Colorway, LineUp } from '#core/document/lineUp'
import type { Look } from '#core/document/look'
import { lookOf, type Project } from '#core/document/project'
import { inLook } from '#core/scheme/looks'
import { definedEntries, kindOf, type Change } from './command'

/* Colorways: looks of the whole job that are frozen, compared and handed over. */

/** The parameter of commands on one colorway; `time` is now, in ISO 8601. */
interface One {
  id: string
}
interface Timed {
  time: string
}

const withLineUp = (project: Project, change: Partial<LineUp>): Project => ({
  ...project,
  lineUp: { ...project.lineUp, ...change },
})
const colorwayOf = ({ lineUp }: Project, id: string): Colorway | undefined =>
  lineUp.colorways.find(each => each.id === id)
/** An id that no colorway has. */
const nextId = ({ lineUp: { colorways } }: Project): string =>
  `c${Math.max(0, ...colorways.map(({ id }) => Number(id.slice(1)) || 0)) + 1}`
const changeColorway = (project: Project, id: string, change: Partial<Colorway>): Project =>
  withLineUp(project, {
    colorways: project.lineUp.colorways.map(each => (each.id === id ? { ...each, ...change } : each)),
  })
const isFull = ({ lineUp }: Project): boolean => lineUp.colorways.length >= MAX_COLORWAYS

/** The frozen part of a project: its look, and which artwork it has. */
const freeze = (project: Project): Pick<Colorway, 'look' | 'artwork'> => ({
  look: lookOf(project),
  artwork: project.artwork,
})

/** The project with a copy of a colorway right after it. */
const copyColorway = (project: Project, id: string, at: string): Project => {
  const from = colorwayOf(project, id)
  if (!from || isFull(project)) return project
  const copy = { ...from, id: nextId(project), name: copyName(from.name), time: at }
  return withLineUp(project, {
    colorways: project.lineUp.colorways.flatMap(each => (each.id === id ? [each, copy] : [each])),
  })
}

export const COLORWAYS = {
  /** Freezes the project as it is, or as it would be in another look. */
  'freeze': kindOf<Timed & { name: string; look?: Look | undefined }>('freeze', (project, given) =>
    isFull(project)
      ? project
      : withLineUp(project, {
          colorways: [
            ...project.lineUp.colorways,
            {
              id: nextId(project),
              note: '',
              ...{ name: given.name, time: given.time },
              ...freeze(given.look ? inLook(project, given.look) : project),
            },
          ],
        }),
  ),
  'freeze into': kindOf<One & Timed>('freeze again', (project, { id, time: at }) =>
    withLineUp(changeColorway(project, id, { ...freeze(project), time: at }), { open: null }),
  ),
  'describe colorway': kindOf<One & { change: Change<Pick<Colorway, 'name' | 'note'>> }>(
    ({ change }) => (change.name === undefined ? 'note' : 'rename colorway'),
    (project, { id, change }) => changeColorway(project, id, definedEntries(change)),
  ),
  'choose colorway': kindOf<{ id: string | null }>(
    ({ id }) => (id === null ? 'no choice' : 'choose colorway'),
    (project, { id }) => (id === null || colorwayOf(project, id) ? withLineUp(project, { chosen: id }) : project),
  ),
  'arrange colorways': kindOf<{ ids: readonly string[] }>('arrange colorways', (project, { ids }) => {
    const named = ids.flatMap(id => colorwayOf(project, id) ?? [])
    return withLineUp(project, {
      colorways: [...new Set([...named, ...project.lineUp.colorways])],
    })
  }),
  'duplicate colorway': kindOf<One & Timed>('duplicate colorway', (project, { id, time: at }) =>
    copyColorway(project, id, at),
  ),
  'delete colorway': kindOf<One>('delete colorway', (project, { id }) => {
    const { colorways, chosen, open } = project.lineUp
    return withLineUp(project, {
      colorways: colorways.filter(each => each.id !== id),
      chosen: chosen === id ? null : chosen,
      open: open === id ? null : open,
    })
  }),
  /** The project goes back to a colorway: to change that itself, or a copy of it. */
  'reopen colorway': kindOf<One & Timed & { as: 'itself' | 'copy' }>(
    ({ as }) => (as === 'copy' ? 'reopen a copy' : 'reopen'),
    (project, { id, as, time: at }) => {
      const from = colorwayOf(project, id)
      if (!from || (as === 'copy' && isFull(project))) return project
      const there = as === 'copy' ? copyColorway(project, id, at) : project
      const open = as === 'copy' ? nextId(project) : id
      return withLineUp(inLook(there, from.look), { open })
    },
    'missing',
  ),
  'leave colorway': kindOf('leave colorway', project => withLineUp(project, { open: null })),
  /** A colorway goes over to the artwork the project has now. */
  'renew colorway': kindOf<One & Timed>('make anew', (project, { id, time: at }) =>
    changeColorway(project, id, { artwork: project.artwork, time: at }),
  ),
}
