import { z } from 'zod'
import { asideSchema, findingKeySchema as key } from '#core/document/check'
import type { Project } from '#core/document/project'
import { PAPERS, printSchema } from '#core/print/papers'
import { definedEntries, kindOf } from './command'

/* Notes on findings. */

const without = <Value>(all: Readonly<Record<string, Value>>, gone: string): Record<string, Value> =>
  Object.fromEntries(Object.entries(all).filter(([each]) => each !== gone))

export const CHECKING = {
  'put aside': kindOf(
    z.object({ key, ...asideSchema.shape }),
    'put aside',
    (project, { key: finding, note, measured }): Project => ({
      ...project,
      check: { ...project.check, aside: { ...project.check.aside, [finding]: { note, measured } } },
    }),
  ),
  'take up again': kindOf(
    z.object({ key }),
    'take up again',
    (project, { key: finding }): Project => ({
      ...project,
      check: { ...project.check, aside: without(project.check.aside, finding) },
    }),
  ),
  'print': kindOf(
    z.object(printSchema.shape).partial(),
    ({ paper }) => (paper === null ? 'not printed' : paper ? `print on ${PAPERS[paper].title}` : 'how it is printed'),
    (project, { paper, intent, blackPoint, ink }): Project => ({
      ...project,
      check: {
        ...project.check,
        print: {
          ...project.check.print,
          ...(paper === undefined ? {} : { paper, ...(paper && { ink: PAPERS[paper].ink }) }),
          ...definedEntries({ intent, blackPoint, ink }),
        },
      },
    }),
  ),
  'say lettering': kindOf(
    z.object({ key, is: z.boolean().nullable() }),
    ({ is }) => (is === null ? 'lettering as found' : is ? 'lettering' : 'no lettering'),
    (project, { key: pair, is }): Project => ({
      ...project,
      check: {
        ...project.check,
        lettering: is === null ? without(project.check.lettering, pair) : { ...project.check.lettering, [pair]: is },
      },
    }),
  ),
}
