import { labOf, lchOf } from '#core/color/convert'
import { deltaE } from '#core/color/difference'
import { plainName } from '#core/color/name'
import { sentence } from '#core/document/sentence'
import { paperTitle } from '#core/print/papers'
import { inkOf } from '#core/print/press'
import { keyOf, type Finding, type Rule, type Try } from '../finding'
import { lighterOrDarker } from '../moves'
import { areaOf, SEEN, swatchIn, type CheckState } from '../state'

/** From which ΔE2000 on a color is another in print, and from where on anybody sees it. */
const CHANGED = { seen: 5, plain: 10 } as const
/** The nearest printable color is looked for again from where it was found, so often at most. */
const AGAIN = 4

/** The effect of printing on a color, in a word. */
const describeShift = (hex: string, printed: string): string => {
  const [was, is] = [lchOf(hex), lchOf(printed)]
  if (was.c - is.c > Math.abs(was.l - is.l) * 0.4) return 'duller'
  return labOf(printed).l > labOf(hex).l ? 'lighter' : 'darker'
}

/** Swatches that are seen and, where nothing is, all. */
const visibleSwatches = (state: CheckState) => {
  const used = state.project.scheme.filter(({ id }) => areaOf(state, id) >= SEEN)
  return used.length ? used : state.project.scheme
}

/** Colors that the paper does not give back. */
export const print: Rule = {
  isOfOneColor: true,
  isByHue: true,
  find: state => {
    const { press } = state
    const paper = paperTitle(state.project.check.print)
    if (!press || !paper) return []
    return visibleSwatches(state).flatMap(({ id, hex, name }): Finding[] => {
      const printed = press.printed(hex)
      const apart = deltaE(hex, printed)
      if (apart < CHANGED.seen) return []
      return [
        {
          key: keyOf('print', [id]),
          rule: 'print',
          severity: apart >= CHANGED.plain ? 'doubtful' : 'slight',
          words: `${name} prints ${describeShift(hex, printed)} on ${paper}.`,
          figure: `ΔE ${apart.toFixed(0)}`,
          measured: [Math.round(apart)],
          swatches: [id],
          inks: state.inksOf.get(id) ?? [],
        },
      ]
    })
  },
  tries: ({ swatches: [id = ''] }, state) => {
    const [swatch, { press }] = [swatchIn(state, id), state]
    if (!swatch || swatch.locked || !press) return []
    const printable = Array.from({ length: AGAIN }).reduce<string[]>(
      all => [...all, press.printed(all.at(-1) ?? swatch.hex)],
      [],
    )
    const nearest: Try = {
      words: `Use the nearest ${swatch.name} that prints`,
      steps: () => printable.map(hex => ({ do: 'edit swatch', id, hex })),
    }
    return [nearest]
  },
}

/** Colors that take more ink than the paper bears. */
export const ink: Rule = {
  isOfOneColor: true,
  find: state => {
    const { press } = state
    const { paper, ink: max } = state.project.check.print
    if (!press || !paper) return []
    const ofFile = state.fileInks
      .filter(({ total }) => Math.round(total) > max)
      .map(
        ({ hex, total }): Finding => ({
          key: keyOf('ink', [hex]),
          rule: 'ink',
          severity: 'doubtful',
          words: `${sentence(plainName(hex))} stays as its PDF has it, with more ink than the paper can take.`,
          figure: `${total.toFixed(0)}% in the file, limit ${max}%`,
          measured: [Math.round(total), max],
          swatches: [],
          inks: [hex],
        }),
      )
    const ofSwatches = visibleSwatches(state).flatMap(({ id, hex, name }): Finding[] => {
      const laid = inkOf(press.cmykOf(hex))
      if (Math.round(laid) <= max) return []
      return [
        {
          key: keyOf('ink', [id]),
          rule: 'ink',
          severity: 'doubtful',
          words: `${name} uses more ink than the paper can take.`,
          figure: `${laid.toFixed(0)}%, limit ${max}%`,
          measured: [Math.round(laid), max],
          swatches: [id],
          inks: state.inksOf.get(id) ?? [],
        },
      ]
    })
    return [...ofSwatches, ...ofFile]
  },
  tries: ({ swatches }, state) => (swatches.length ? lighterOrDarker(swatches, state) : []),
}
