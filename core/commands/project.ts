import { kindOf } from './command'

/* The project as such. */

export const PROJECT = {
  rename: kindOf<{ name: string }>('rename', (project, { name }) => ({ ...project, name })),
}
