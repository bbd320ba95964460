import { rgbOf, type Hex } from '#core/color/convert'
import {
  withKeys,
  keyOf,
  toOneLine,
  RUNG_WORDS,
  type ExportScheme,
  type KeyedRung,
  type KeyedSwatch,
} from './exportScheme'

/** Under which key of `$extensions` the names, roles and shares stand. */
export const EXTENSION = 'plumbago'

const valueOf = (hex: Hex): object => {
  const { r, g, b } = rgbOf(hex)
  return {
    $value: {
      colorSpace: 'srgb',
      components: [r, g, b].map(value => Math.round(value * 1e5) / 1e5),
      alpha: 1,
      hex,
    },
  }
}

/** The ladders of a swatch as groups of tokens, by the numbers of their rungs. */
const laddersOf = (rungs: readonly KeyedRung[]): object =>
  Object.fromEntries(
    [...new Set(rungs.map(({ ladder }) => ladder))].map(ladder => [
      RUNG_WORDS[ladder],
      {
        $extensions: { [EXTENSION]: { ladder } },
        ...Object.fromEntries(
          rungs.filter(rung => rung.ladder === ladder).map(({ step, hex }) => [String(step), valueOf(hex)]),
        ),
      },
    ]),
  )

const tokenOf = ({ name, hex, role, share, rungs }: KeyedSwatch): object => {
  const extension = {
    name,
    ...(role ? { role } : {}),
    ...(share === undefined ? {} : { share: Math.round(share * 1e4) / 1e4 }),
  }
  const token = { ...valueOf(hex), ...(role ? { $description: role } : {}), $extensions: { [EXTENSION]: extension } }
  return rungs.length ? { $root: token, ...laddersOf(rungs) } : token
}

/**
 * A W3C Design Tokens document (Format Module 2025.10) in a group of the scheme's name: one color token a swatch, or,
 * with ladders, a group of its own whose root token it is. Names, roles and shares stand in `$extensions`.
 */
export const toTokens = ({ title, swatches }: ExportScheme): string => {
  const tokens = withKeys(swatches).map(swatch => [swatch.key, tokenOf(swatch)] as const)
  const group = { $type: 'color', $description: toOneLine(title), ...Object.fromEntries(tokens) }
  return `${JSON.stringify({ [keyOf(title)]: group }, null, 2)}\n`
}
