import { z } from 'zod'
import { nameSchema } from '#core/document/basics'
import { kindOf } from './command'

/* The project as such. */

export const PROJECT = {
  rename: kindOf(z.object({ name: nameSchema }), 'rename', (project, { name }) => ({ ...project, name })),
}
