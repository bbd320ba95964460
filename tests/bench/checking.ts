import { readFile } from 'node:fs/promises'
import { instantiate } from 'lcms-wasm'
import { planProject } from '../../bin/remapFile'
import { findingsOf } from '#core/check/check'
import { isOfColors, mendFindings } from '#core/check/mend'
import { stateOf, type CheckState } from '#core/check/state'
import { hexOfLch } from '#core/color/convert'
import { knownInks } from '#core/commands/known'
import type { Project } from '#core/document/project'
import { paintingOf } from '#core/painting/painting'
import { pressOf } from '#core/print/engine'
import { FIRST_PRINT } from '#core/print/papers'
import { proofTable } from '#core/print/proof'
import { seeded } from '#core/math/random'
import { FIRST_REMAP } from '#core/document/remap'
import type { InkArea } from '#core/remap/inks'
import { percentile } from './frame'

/* How long it takes to find what would go wrong, and to mend it together. */

const RUNS = 40
const anyScheme = (random: () => number, count: number): string[] =>
  Array.from({ length: count }, () => hexOfLch({ l: 0.15 + 0.8 * random(), c: 0.2 * random(), h: 360 * random() }))

/** Middle and 95th percentile, in ms, of findings and of mending all, over random schemes on a drawing. */
export const checkTimes = async (inks: readonly InkArea[], count: number): Promise<Array<[string, number, number]>> => {
  const known = knownInks(inks)
  const press = pressOf(await instantiate(), await readFile('public/press/coated.icc'), FIRST_PRINT)
  const look = (project: Project): CheckState =>
    stateOf(project, inks, paintingOf(project, { inks, standIns: [] })(null).colors, press)
  const random = seeded(7)
  const [finding, mending] = [[] as number[], [] as number[]]
  for (let n = 0; n < RUNS; n++) {
    const { match, hold, meant, neutrals, tolerance } = FIRST_REMAP
    const colors = anyScheme(random, count).map(hex => ({ hex, name: null }))
    const project = planProject(
      { kind: 'scheme', colors, match, seed: 1, shading: null, hold, meant, neutrals, tolerance, restrict: null },
      inks,
    )
    let start = performance.now()
    const state = look(project)
    const keys = findingsOf(state)
      .filter(isOfColors)
      .map(({ key }) => key)
    finding.push(performance.now() - start)
    start = performance.now()
    const search = mendFindings(state, { keys, tolerance: 5, seed: 1 }, known, look)
    while (!search.next().done);
    mending.push(performance.now() - start)
  }
  const both = (times: number[]): [number, number] => [percentile(times, 0.5), percentile(times, 0.95)]
  return [
    [`painting, and all findings, ${count} swatches`, ...both(finding)],
    [`mending all of them together, ${count} swatches`, ...both(mending)],
  ]
}

/** Time for a table of all proofs of a paper, in ms. */
export const proofTableTime = async (): Promise<number> => {
  const press = pressOf(await instantiate(), await readFile('public/press/coated.icc'), FIRST_PRINT)
  proofTable(press)
  const start = performance.now()
  proofTable(press)
  return performance.now() - start
}
