import { hexOfRgb, labOf, type Hex, type Lab } from '../color/convert'
import { fromLab } from '../color/oklab'
import type { CheckState } from './state'

const rgb = new Float64Array(3)
const unit = (value: number): number => Math.min(1, Math.max(0, value / 255))
/** A color moved in OKLab; what lies outside of sRGB is cut off. */
const moved = (color: Hex, by: Lab): Hex => {
  const { l, a, b } = labOf(color)
  fromLab(l + by.l, a + by.a, b + by.b, rgb)
  return hexOfRgb(unit(rgb[0] as number), unit(rgb[1] as number), unit(rgb[2] as number))
}

/**
 * About the state a scheme would be in with other colors, without painting: each ink moves with its swatch, by the same
 * OKLab difference. What is held to the light of the picture moves less when it is really painted.
 */
export const withColors = (state: CheckState, colors: ReadonlyMap<string, Hex>): CheckState => {
  const by = new Map<string, Lab>()
  for (const { id, hex } of state.project.scheme) {
    const next = colors.get(id)
    if (next === undefined || next === hex) continue
    const [from, to] = [labOf(hex), labOf(next)]
    by.set(id, { l: to.l - from.l, a: to.a - from.a, b: to.b - from.b })
  }
  if (!by.size) return state
  const scheme = state.project.scheme.map(swatch => {
    const hex = colors.get(swatch.id)
    return hex === undefined || hex === swatch.hex ? swatch : { ...swatch, hex }
  })
  const known = new Map<string, Hex>()
  const isAt = new Map(state.project.scheme.map(({ id, hex }) => [id, hex]))
  const now = (color: Hex, id: string | null): Hex => {
    const delta = id === null ? undefined : by.get(id)
    if (!delta || id === null) return color
    if (color === isAt.get(id)) return colors.get(id) ?? color
    const key = `${id} ${color}`
    let found = known.get(key)
    if (!found) known.set(key, (found = moved(color, delta)))
    return found
  }
  const owners = new Map([...state.inksOf].flatMap(([id, inks]) => inks.map(hex => [hex, id] as const)))
  return {
    ...state,
    project: { ...state.project, scheme },
    inks: state.inks.map(ink => ({ ...ink, color: now(ink.color, owners.get(ink.hex) ?? null) })),
    neighbors: state.neighbors.map(pair =>
      (pair.swatches[0] !== null && by.has(pair.swatches[0])) || (pair.swatches[1] !== null && by.has(pair.swatches[1]))
        ? {
            ...pair,
            colors: [now(pair.colors[0], pair.swatches[0]), now(pair.colors[1], pair.swatches[1])] as const,
          }
        : pair,
    ),
  }
}
