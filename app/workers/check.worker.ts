import { expose } from 'comlink'
import { findingsOf, fixesFor } from '#core/check/check'
import type { Finding, Fix } from '#core/check/finding'
import { mendFindings, type Mending, type MendOrder } from '#core/check/mend'
import { stateOf, type CheckState } from '#core/check/state'
import type { Known } from '#core/commands/commands'
import { knownInks } from '#core/commands/known'
import type { Project } from '#core/document/project'
import { paintingOf } from '#core/painting/painting'
import type { Press } from '#core/print/press'
import type { InkArea } from '#core/remap/inks'
import { pressFor } from './press'

/** The subject of a check: a project, the inks it is checked on, and, where these are a stand-in's, the places of those. */
export interface Checking {
  project: Project
  inks: readonly InkArea[]
  standIns: ReadonlyArray<readonly [ink: string, place: number]>
}

/** The last state that was checked: fixes are of its findings. */
let last: { state: CheckState; known: Known; look: (project: Project) => CheckState } | null = null

/** Time a search goes on, in milliseconds, before messages are handled. */
const HEARD = 30
let stopped = false

const desk = {
  async findings({ project, inks, standIns }: Checking): Promise<{ findings: Finding[]; problem: string | null }> {
    let [press, problem] = [null as Press | null, null as string | null]
    try {
      press = await pressFor(project.check.print)
    } catch (error) {
      problem = error instanceof Error ? error.message : String(error)
    }
    const united = standIns.length ? [] : inks
    const look = (there: Project): CheckState =>
      stateOf(there, inks, paintingOf(there, { inks: united, standIns })(null).colors, press)
    last = { state: look(project), known: knownInks(united), look }
    return { findings: findingsOf(last.state), problem }
  },
  /**
   * The smallest changes that settle findings together, telling how far it is, in [0, 1]; null where it was stopped
   * meanwhile.
   */
  async mend(order: MendOrder, seen: (part: number) => void): Promise<Mending | null> {
    stopped = false
    if (!last) return null
    const search = mendFindings(last.state, order, last.known, last.look)
    for (let heard = 0; ; ) {
      const next = search.next()
      if (next.done) return next.value
      if (performance.now() - heard < HEARD) continue
      seen(next.value)
      await new Promise(done => setTimeout(done)) // so that a stop is heard
      if (stopped) return null
      heard = performance.now()
    }
  },
  stop: (): void => {
    stopped = true
  },
  fixes: (finding: Finding): Fix[] => (last ? fixesFor(finding, last.state, last.known, last.look) : []),
}

export type CheckDesk = typeof desk

expose(desk)
