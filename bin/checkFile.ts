import type { Also } from '#core/svg/reading'
import { findingsOf } from '#core/check/check'
import { keyOf, type Finding } from '#core/check/finding'
import { stateOf } from '#core/check/state'
import type { Hex } from '#core/color/convert'
import { paintingOf } from '#core/painting/painting'
import { FIRST_PRINT } from '#core/print/papers'
import { isPaper, pressBy } from './press'
import { inksOf, planProject, type SchemePlan, type FileResult } from './remapFile'

/** A finding as it is printed: its swatches by name and color. */
export interface ReportedFinding extends Pick<Finding, 'rule' | 'severity' | 'words' | 'figure' | 'inks'> {
  swatches: Array<{ name: string; hex: Hex }>
}

/**
 * Problems of a scheme in an artwork. `text` are pairs of colors of the scheme of which the first is
 * lettering on the second; `profile` a paper or the file of a CMYK profile, null where it is not printed. Throws
 * RangeError where a color is not in the scheme.
 */
export const checkFile = async (
  path: string,
  plan: SchemePlan,
  { text, profile, also }: { text: ReadonlyArray<readonly [Hex, Hex]>; profile: string | null; also: readonly Also[] },
): Promise<FileResult & { findings: ReportedFinding[] }> => {
  const { inks, ...notes } = await inksOf(path, also)
  const project = planProject(plan, inks)
  const idOf = (hex: Hex): string => {
    const found = project.scheme.find(swatch => swatch.hex === hex)
    if (!found) throw new RangeError(`${hex} is not a color of the scheme.`)
    return found.id
  }
  const lettering = Object.fromEntries(text.map(([one, other]) => [keyOf('lettering', [idOf(one), idOf(other)]), true]))
  const paper = profile !== null && isPaper(profile) ? profile : 'coated'
  const checked = {
    ...project,
    check: { ...project.check, lettering, print: { ...FIRST_PRINT, paper: profile === null ? null : paper } },
  }
  const press = profile === null ? null : await pressBy(profile)
  const state = stateOf(checked, inks, paintingOf(checked, { inks, standIns: [] })(null).colors, press)
  const swatches = new Map(project.scheme.map(({ id, name, hex }) => [id, { name, hex }]))
  return {
    ...notes,
    findings: findingsOf(state).map(({ rule, severity, words, figure, swatches: ids, inks: where }) => ({
      ...{ rule, severity, words, figure, inks: where },
      swatches: ids.flatMap(id => swatches.get(id) ?? []),
    })),
  }
}
