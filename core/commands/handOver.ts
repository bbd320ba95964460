import type { Gradient, Mood } from '#core/document/handOver'
import { MAX_GRADIENTS } from '#core/document/limits'
import { definedEntries, kindOf, type Change } from './command'

/* Commands for material to hand over: gradients of swatches, the mood page. */

export const HAND_OVER = {
  'make gradient': kindOf<{ gradient: Omit<Gradient, 'id'> }>('make gradient', (project, { gradient }) => {
    if (project.gradients.length >= MAX_GRADIENTS) return project
    const id = `g${Math.max(0, ...project.gradients.map(each => Number(each.id.slice(1)) || 0)) + 1}`
    return { ...project, gradients: [...project.gradients, { id, ...gradient }] }
  }),
  'change gradient': kindOf<{ id: string; change: Change<Omit<Gradient, 'id'>> }>(
    ({ change }) => (change.name === undefined ? 'change gradient' : 'rename gradient'),
    (project, { id, change }) => ({
      ...project,
      gradients: project.gradients.map(each => (each.id === id ? { ...each, ...definedEntries(change) } : each)),
    }),
  ),
  'delete gradient': kindOf<{ id: string }>('delete gradient', (project, { id }) => ({
    ...project,
    gradients: project.gradients.filter(each => each.id !== id),
  })),
  /** The mood page: how it is arranged, and which pictures with which crops lie on it. */
  'arrange mood': kindOf<{ change: Change<Mood> }>('mood page', (project, { change }) => ({
    ...project,
    mood: { ...project.mood, ...definedEntries(change) },
  })),
}
