import type { Aside } from '#core/document/check'
import type { Project } from '#core/document/project'
import { PAPERS, paperTitle, type Print } from '#core/print/papers'
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
    ({ paper, own }) =>
      paper === null
        ? 'not printed'
        : paper
          ? `print on ${paperTitle({ paper, own }) ?? 'the printer’s profile'}`
          : 'how it is printed',
    (project, { paper, own, intent, blackPoint, ink }): Project => ({
      ...project,
      check: {
        ...project.check,
        print: {
          ...project.check.print,
          ...(paper === undefined ? {} : { paper, ...(paper && paper !== 'own' && { ink: PAPERS[paper].ink }) }),
          ...definedEntries({ own, intent, blackPoint, ink }),
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
