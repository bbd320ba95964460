import { arc, hexOfLch as hexAt, isNeutral, lchOf } from '#core/color/convert'
import { deltaE } from '#core/color/difference'
import { distinctColor, MIN_DIFFERENCE } from '#core/harmony/distinct'
import { keyOf, type Finding, type Rule, type Try } from '../finding'
import { inColor, lighterOrDarker } from '../moves'
import { areaOf, lightOf, mostOf, SEEN, swatchIn } from '../state'

/* Rules on the colors of a scheme among themselves. */

/** Loud colors: OKLCH chroma from here on, in hues so far apart, each covering so much. */
const LOUD = { chroma: 0.14, apart: 40, covers: 0.03, max: 3 } as const
/** From how many swatches on a neutral is missed, and the chroma of grays that have nothing of what dominates. */
const [ENOUGH, DEAD] = [4, 0.004]

/** Swatches that are all but the same. */
export const alike: Rule = {
  isByHue: true,
  find: ({ project: { scheme } }) =>
    scheme.flatMap((one, i) =>
      scheme.slice(i + 1).flatMap((other): Finding[] => {
        const apart = deltaE(one.hex, other.hex)
        if (apart >= MIN_DIFFERENCE) return []
        return [
          {
            key: keyOf('alike', [one.id, other.id]),
            rule: 'alike',
            severity: 'doubtful',
            words: `${one.name} and ${other.name} are nearly identical.`,
            figure: `ΔE ${apart.toFixed(1)}`,
            measured: [Math.round(apart)],
            swatches: [one.id, other.id],
            inks: [],
          },
        ]
      }),
    ),
  tries: ({ swatches }, state) => lighterOrDarker(swatches, state),
}

/** Too many strong hues at once. */
export const loud: Rule = {
  isOfOneColor: true,
  isByHue: true,
  find: state => {
    const strong = state.project.scheme.filter(
      ({ id, hex }) => lchOf(hex).c >= LOUD.chroma && areaOf(state, id) >= LOUD.covers,
    )
    const hues: typeof strong = []
    for (const swatch of strong)
      if (hues.every(({ hex }) => Math.abs(arc(lchOf(hex).h, lchOf(swatch.hex).h)) >= LOUD.apart)) hues.push(swatch)
    if (hues.length <= LOUD.max) return []
    return [
      {
        key: keyOf('loud', []),
        rule: 'loud',
        severity: 'slight',
        words: `${hues.length} strong hues compete for attention.`,
        figure: hues.map(({ name }) => name).join(', '),
        measured: [hues.length],
        swatches: hues.map(({ id }) => id),
        inks: hues.flatMap(({ id }) => state.inksOf.get(id) ?? []),
      },
    ]
  },
  tries: ({ swatches }, state) =>
    swatches.flatMap((id): Try[] => {
      const swatch = swatchIn(state, id)
      if (!swatch || swatch.locked || swatch.role === 'dominant' || swatch.role === 'accent') return []
      const { l, c, h } = lchOf(swatch.hex)
      return [
        {
          words: `Mute ${swatch.name}`,
          steps: () =>
            [0.85, 0.7, 0.55, 0.4, 0.25].map(part => ({
              do: 'edit swatch' as const,
              id,
              hex: hexAt({ l, c: c * part, h }),
            })),
        },
      ]
    }),
}

/** No neutral that lets the others settle; or grays that have nothing of what dominates. */
export const neutral: Rule = {
  isOfOneColor: true,
  find: state => {
    const { scheme } = state.project
    const grays = scheme.filter(({ hex }) => isNeutral(hex))
    const max = mostOf(state)
    if (!grays.length && scheme.length >= ENOUGH)
      return [
        {
          key: keyOf('neutral', []),
          rule: 'neutral',
          severity: 'slight',
          words: 'There is no neutral to rest the eye.',
          figure: `${scheme.length} colors, none of them gray`,
          measured: [scheme.length],
          swatches: [],
          inks: [],
          ofUse: true,
        },
      ]
    if (!max || isNeutral(max.hex)) return []
    return grays
      .filter(
        ({ hex, id }) => lchOf(hex).c < DEAD && lightOf(hex) > 0.05 && lightOf(hex) < 0.97 && areaOf(state, id) >= SEEN,
      )
      .map(
        ({ id, name }): Finding => ({
          key: keyOf('neutral', [id]),
          rule: 'neutral',
          severity: 'slight',
          words: `${name} is a plain gray beside ${max.name}.`,
          figure: 'a gray with no hue',
          measured: [0],
          swatches: [id],
          inks: state.inksOf.get(id) ?? [],
        }),
      )
  },
  tries: ({ swatches: [id] }, state) => {
    const max = mostOf(state)
    if (!max) return []
    const { h } = lchOf(max.hex)
    if (id) {
      const swatch = swatchIn(state, id)
      if (!swatch || swatch.locked) return []
      return [inColor(id, hexAt({ l: lightOf(swatch.hex), c: TINT, h }), `Tint ${swatch.name} with ${max.name}`)]
    }
    const others = state.project.scheme.map(({ hex }) => hex)
    return [0.94, 0.62, 0.3].map(
      (l): Try => ({
        words: `Add a ${l > 0.9 ? 'light' : l > 0.5 ? 'middle' : 'dark'} neutral`,
        steps: () => [
          {
            do: 'add swatches',
            colors: [{ hex: distinctColor(hexAt({ l, c: TINT, h }), others) }],
            how: 'neutral',
            after: null,
          },
        ],
      }),
    )
  },
}
/** The chroma of a neutral that has a tint of what dominates. */
const TINT = 0.014
