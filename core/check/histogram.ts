import type { Hex } from '#core/color/convert'
import { lightOf } from './state'

/** Number of steps of value a histogram has, from black to white. */
export const VALUE_STEPS = 20

/** The step of value, in OKLab lightness, a color is on: 0 to VALUE_STEPS - 1. */
export const valueStep = (hex: Hex): number => Math.min(VALUE_STEPS - 1, Math.floor(lightOf(hex) * VALUE_STEPS))

/**
 * The fraction of a picture that each step of value covers, by colors and the areas they cover, in parts of the
 * whole.
 */
export const histogramOf = (inks: ReadonlyArray<{ hex: Hex; area: number }>): number[] => {
  const steps = Array<number>(VALUE_STEPS).fill(0)
  for (const { hex, area } of inks) steps[valueStep(hex)]! += area
  const all = steps.reduce((sum, part) => sum + part, 0) || 1
  return steps.map(part => part / all)
}
