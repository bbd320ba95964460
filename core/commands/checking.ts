import type { Aside } from '#core/document/check'
import type { Project } from '#core/document/project'
import { PAPERS, type Print } from '#core/print/papers'
import { definedEntries, kindOf, type Change } from './command'

/* Notes on findings. */

const without = <Value>(all: Readonly<Record<string, Value>>, gone: string): Record<string, Value> =>
  Object.fromEntries(Object.entries(all).filter(([each]) => each !== gone))

export const CHECKING = {
  'put aside': kindOf<{ key: string } & Aside>(
    'put aside',
    (project, { key: finding, note, measured }): Project => ({
      ...project,
      check: { ...project.check, aside: { ...project.check.aside, [finding]: { note, measured } } },
    }),
  ),
  'take up again': kindOf<{ key: string }>(
    'take up again',
    (project, { key: finding }): Project => ({
      ...project,
      check: { ...project.check, aside: without(project.check.aside, finding) },
    }),
  ),
  'print': kindOf<Change<Print>>(
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
  'say lettering': kindOf<{ key: string; is: boolean | null }>(
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
