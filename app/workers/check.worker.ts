import { expose } from 'comlink'
import { findingsOf, fixesFor } from '../../core/check/check'
import type { Finding, Fix } from '../../core/check/finding'
import { stateOf, type CheckState } from '../../core/check/state'
import { knownInks } from '../../core/commands/known'
import type { Project } from '../../core/document/project'
import { paintingOf } from '../../core/painting/painting'
import type { InkArea } from '../../core/remap/inks'

/** What is checked: a project, the inks it is checked on, and, where these are a stand-in's, the places of those. */
export interface Checking {
  project: Project
  inks: readonly InkArea[]
  standIns: ReadonlyArray<readonly [ink: string, place: number]>
}

const looking = ({ inks, standIns }: Checking) => {
  const united = standIns.length ? [] : inks
  return {
    known: knownInks(united),
    look: (project: Project): CheckState =>
      stateOf(project, inks, paintingOf(project, { inks: united, standIns })(null).colors),
  }
}

const desk = {
  findings: (checking: Checking): Finding[] => findingsOf(looking(checking).look(checking.project)),
  fixes: (checking: Checking, finding: Finding): Fix[] => {
    const { known, look } = looking(checking)
    return fixesFor(finding, look(checking.project), known, look)
  },
}

export type CheckDesk = typeof desk

expose(desk)
