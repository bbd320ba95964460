import { hexOfLch, lchOf, type Hex } from '#core/color/convert'

/** The same value, all but gray and pulled toward white: what is not spotlit. */
const dimmed = (hex: Hex): Hex => {
  const { l, c, h } = lchOf(hex)
  return hexOfLch({ l: 0.72 + l * 0.24, c: c * 0.06, h })
}

/** Returns the colors of inks with all but the lit ones dimmed; the colors as they are where nothing is lit. */
export const spotlit = (
  inks: readonly Hex[],
  colors: ReadonlyMap<Hex, Hex>,
  lit: ReadonlySet<Hex> | null,
): ReadonlyMap<Hex, Hex> =>
  lit
    ? new Map(inks.map(ink => [ink, lit.has(ink) ? (colors.get(ink) ?? ink) : dimmed(colors.get(ink) ?? ink)]))
    : colors
