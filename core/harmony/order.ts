import { isNeutral, lchOf, type Hex } from '#core/color/convert'
import { angleOf, type Wheel } from '#core/color/wheel'

/** The orders a scheme can be shown in. */
export const ORDERS = ['as set', 'light to dark', 'by hue', 'neutrals together'] as const
export type Order = (typeof ORDERS)[number]

/**
 * Swatches in an order; those that are equal in it stay as they were set. Hues start at the top of the wheel, neutrals
 * come last.
 */
export const orderSwatches = <Swatch extends { hex: Hex }>(
  swatches: readonly Swatch[],
  order: Order,
  wheel: Wheel,
): Swatch[] => {
  const gray = ({ hex }: Swatch): boolean => isNeutral(hex)
  switch (order) {
    case 'as set':
      return [...swatches]
    case 'light to dark':
      return [...swatches].sort((one, other) => lchOf(other.hex).l - lchOf(one.hex).l)
    case 'by hue':
      return [...swatches].sort(
        (one, other) =>
          Number(gray(one)) - Number(gray(other)) ||
          (gray(one) ? lchOf(other.hex).l - lchOf(one.hex).l : angleOf(wheel, one.hex) - angleOf(wheel, other.hex)),
      )
    case 'neutrals together':
      return [...swatches.filter(swatch => !gray(swatch)), ...swatches.filter(gray)]
  }
}
