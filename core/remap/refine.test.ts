import fc from 'fast-check'
import { labOf } from '#core/color/convert'
import { lightnessCost, refineLightness, type Constraint, type LightnessProblem } from './refine'

const nodesOf = (areas: readonly number[]): LightnessProblem['nodes'] =>
  areas.map(area => ({ hex: '#808080', lab: labOf('#808080'), area, parts: [area] }))

const refining = fc
  .array(
    fc.record({ area: fc.double({ min: 0.01, max: 1, noNaN: true }), aim: fc.double({ min: 0, max: 1, noNaN: true }) }),
    {
      minLength: 2,
      maxLength: 12,
    },
  )
  .chain(nodes =>
    fc.record({
      nodes: fc.constant(nodes),
      first: fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: nodes.length, maxLength: nodes.length }),
      constraints: fc.array(
        fc.record({
          one: fc.nat(nodes.length - 1),
          other: fc.nat(nodes.length - 1),
          lighter: fc.oneof(
            fc.double({ min: 0.02, max: 0.8, noNaN: true }),
            fc.double({ min: -0.8, max: -0.02, noNaN: true }),
          ),
          cost: fc.double({ min: 0, max: 2, noNaN: true }),
          begins: fc.constant(0.62),
          whole: fc.constant(0.5),
        }),
        { maxLength: 24 },
      ),
    }),
  )
  .map(({ nodes, first, constraints }) => ({
    first: Float64Array.from(first),
    refining: {
      nodes: nodesOf(nodes.map(({ area }) => area)),
      aim: Float64Array.from(nodes, ({ aim }) => aim),
      price: Float64Array.from(nodes, ({ area }, i) => (i % 4 === 3 ? Infinity : area)),
      constraints: constraints.filter(({ one, other }) => one !== other),
    },
  }))

describe('refined lightness', () => {
  it('never costs more than what it starts from, stays in range, and never moves what must not move', () =>
    fc.assert(
      fc.property(refining, ({ refining: given, first }) => {
        const still = first.map((l, i) => (Number.isFinite(given.price[i]) ? l : (given.aim[i] ?? 0)))
        const lightnesses = refineLightness(given, still)
        expect(lightnessCost(given, lightnesses)).toBeLessThanOrEqual(lightnessCost(given, still) + 1e-9)
        lightnesses.forEach((l, i) => {
          expect(l).toBeGreaterThanOrEqual(0)
          expect(l).toBeLessThanOrEqual(1)
          if (!Number.isFinite(given.price[i])) expect(l).toBe(given.aim[i])
        })
        expect(refineLightness(given, still)).toEqual(lightnesses)
      }),
    ))
  it('leaves every node on its swatch where nothing asks for more', () =>
    fc.assert(
      fc.property(refining, ({ refining: given, first }) => {
        const alone = {
          ...given,
          price: given.price.map(price => (Number.isFinite(price) ? price : 1)),
          constraints: [],
        }
        expect(refineLightness(alone, first)).toEqual(alone.aim)
      }),
    ))
  it('moves the cheaper of two nodes just as far as an expensive difference needs', () => {
    const edge: Constraint = { one: 0, other: 1, lighter: 0.5, cost: 5, begins: 0.6, whole: 0.5 }
    const given = {
      nodes: nodesOf([0.8, 0.2]),
      aim: Float64Array.of(0.5, 0.45),
      price: Float64Array.of(0.8, 0.2),
      constraints: [edge],
    }
    const [one, other] = refineLightness(given, Float64Array.from(given.aim))
    expect(one).toBe(0.5)
    expect(other).toBeCloseTo(0.2, 3)
    const cheap = { ...given, constraints: [{ ...edge, cost: 0.1 }] }
    expect(refineLightness(cheap, Float64Array.from(given.aim))).toEqual(given.aim)
  })
  it('sets a large node back on its swatch where a small one can give way instead', () => {
    const given = {
      nodes: nodesOf([0.7, 0.1, 0.2]),
      aim: Float64Array.of(0.5, 0.5, 0.5),
      price: Float64Array.of(0.7, 0.1, 0.2),
      constraints: [
        { one: 0, other: 1, lighter: 0.3, cost: 3, begins: 0.6, whole: 0.5 },
        { one: 0, other: 2, lighter: -0.3, cost: 3, begins: 0.6, whole: 0.5 },
      ],
    }
    const lightnesses = refineLightness(given, Float64Array.of(0.32, 0.14, 0.5)) // a minimum, as long as one moves at a time
    expect(lightnesses[0]).toBe(0.5)
    expect(lightnessCost(given, lightnesses)).toBeLessThan(0.4)
  })
})
