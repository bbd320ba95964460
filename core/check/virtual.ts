import { hexOfRgb, labOf, unit, type Hex, type Lab } from '#core/color/convert'
import { contrastOf } from '#core/color/contrast'
import { fromLab } from '#core/color/oklab'
import type { CheckState, Neighbors } from './state'

const rgb = new Float64Array(3)
/** A color moved in OKLab; what lies outside of sRGB is cut off. */
const moveColor = (color: Hex, by: Lab): Hex => {
  const { l, a, b } = labOf(color)
  fromLab(l + by.l, a + by.a, b + by.b, rgb)
  return hexOfRgb(unit(rgb[0]! / 255), unit(rgb[1]! / 255), unit(rgb[2]! / 255))
}

/** So many neighbors of two swatches stand for all of them: the longest, and those least apart. */
const STAND = 12

/** A state with so few neighbors that it can be reckoned with again and again: of any two swatches those that matter. */
export const leanState = (state: CheckState): CheckState => {
  const pairs = new Map<string, Neighbors[]>()
  for (const pair of state.neighbors) {
    const key = [...pair.swatches].sort().join(' ')
    const all = pairs.get(key)
    if (all) all.push(pair)
    else pairs.set(key, [pair])
  }
  const taken = [...pairs.values()].flatMap(all => [
    ...new Set(
      all.length <= 2 * STAND
        ? all
        : [
            ...all.slice(0, STAND), // they come by length
            ...[...all].sort((one, other) => contrastOf(...one.colors) - contrastOf(...other.colors)).slice(0, STAND),
          ],
    ),
  ])
  return { ...state, neighbors: taken }
}

/**
 * About the state a scheme would be in with other colors, without painting: each ink moves with its swatch, by the same
 * OKLab difference. What the hold ties to the picture's lightness moves less when it is really painted.
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
    if (!found) known.set(key, (found = moveColor(color, delta)))
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
