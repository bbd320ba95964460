import type { Hex } from '#core/color/convert'
import type { Painted } from './painting'

/** A painting as somebody sees it, or a press prints it: all inks, and what was painted by hand. */
export const paintAsSeen = ({ colors, byHand }: Painted, inks: readonly Hex[], see: (hex: Hex) => Hex): Painted => ({
  colors: new Map([...inks.map(hex => [hex, see(colors.get(hex) ?? hex)] as const)]),
  byHand: {
    shapes: new Map(
      [...byHand.shapes].map(([shape, { fill, stroke, ...rest }]) => [
        shape,
        { ...rest, ...(fill && { fill: see(fill) }), ...(stroke && { stroke: see(stroke) }) },
      ]),
    ),
    areas: byHand.areas.map(area => ({ ...area, color: area.color && see(area.color) })),
  },
})
