import { z } from 'zod'
import { idSchema } from '#core/document/basics'
import { gradientSchema, moodSchema } from '#core/document/handOver'
import { MAX_GRADIENTS } from '#core/document/limits'
import { definedEntries, kindOf } from './command'

/* Commands for material to hand over: gradients of swatches, the mood page. */

const { id: _, ...said } = gradientSchema.shape
const { angle, kind, name, space, stops, way } = said

export const HAND_OVER = {
  'make gradient': kindOf(z.object({ gradient: z.object(said) }), 'make gradient', (project, { gradient }) => {
    if (project.gradients.length >= MAX_GRADIENTS) return project
    const id = `g${Math.max(0, ...project.gradients.map(each => Number(each.id.slice(1)) || 0)) + 1}`
    return { ...project, gradients: [...project.gradients, { id, ...gradient }] }
  }),
  'change gradient': kindOf(
    z.object({ id: idSchema, change: z.object({ angle, kind, name, space, stops, way }).partial() }),
    ({ change }) => (change.name === undefined ? 'change gradient' : 'rename gradient'),
    (project, { id, change }) => ({
      ...project,
      gradients: project.gradients.map(each => (each.id === id ? { ...each, ...definedEntries(change) } : each)),
    }),
  ),
  'delete gradient': kindOf(z.object({ id: idSchema }), 'delete gradient', (project, { id }) => ({
    ...project,
    gradients: project.gradients.filter(each => each.id !== id),
  })),
  /** The mood page: how it is arranged, and which pictures with which crops lie on it. */
  'arrange mood': kindOf(z.object({ change: moodSchema.partial() }), 'mood page', (project, { change }) => ({
    ...project,
    mood: { ...project.mood, ...definedEntries(change) },
  })),
}
