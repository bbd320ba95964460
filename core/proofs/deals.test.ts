import fc from 'fast-check'
import { labOf, lchOf, type Hex } from '#core/color/convert'
import { contrastOf } from '#core/color/contrast'
import { deltaE, okDistance } from '#core/color/difference'
import { lookOf, type Project } from '#core/document/project'
import { MIN_DIFFERENCE } from '#core/harmony/distinct'
import type { InkArea } from '#core/remap/inks'
import { companionsOf, dealtColors } from '#core/scheme/dealSwatches'
import { newProject } from '#core/scheme/create'
import { inLook } from '#core/scheme/looks'
import {
  chosenSeeds,
  companionsIn,
  dealtCandidates,
  DEALT,
  farApart,
  pictureDistance,
  POOL,
  type DealOrder,
} from './deals'

const project = newProject('Deals')
const INKS: InkArea[] = [
  { hex: '#aa2211', area: 0.5 },
  { hex: '#ddccbb', area: 0.3 },
  { hex: '#112233', area: 0.2 },
]
const orderFor = (from: Project, change: Partial<DealOrder> = {}): DealOrder => ({
  ...{ from: lookOf(from), seed: 1, kind: null, like: null, unlike: [] },
  ...change,
})
const colorsFor = (order: DealOrder, seeds: readonly number[]): Hex[][] =>
  seeds.map(seed => dealtColors(inLook(project, order.from), seed, order))
const PARTS = [0.25, 0.25, 0.25, 0.25]
const nearestTwo = (all: readonly (readonly Hex[])[]): number =>
  Math.min(
    ...all.flatMap((one, i) => all.slice(0, i).map(other => pictureDistance(one.map(labOf), other.map(labOf), PARTS))),
  )

describe('the sheet of deals', () => {
  it('chooses as many as it shows, out of more, farther apart than the first ones would be', () => {
    const order = orderFor(project)
    const seeds = chosenSeeds(project, order, [])
    expect(new Set(seeds).size).toBe(DEALT)
    for (const seed of seeds) expect(seed).toBeLessThan(1 + POOL)
    const first = Array.from({ length: DEALT }, (_, i) => 1 + i)
    expect(nearestTwo(colorsFor(order, seeds))).toBeGreaterThan(nearestTwo(colorsFor(order, first)) * 1.2)
    expect(chosenSeeds(project, order, [])).toEqual(seeds)
  })
  it('takes the artwork into account: other parts, another choice', () => {
    const targets = Object.fromEntries(
      INKS.map(({ hex }, i) => [hex, { to: project.scheme[i + 1]?.id ?? null, by: 'match' as const }]),
    )
    const colored = { ...project, remap: { ...project.remap, targets } }
    expect(chosenSeeds(colored, orderFor(colored), INKS)).not.toEqual(chosenSeeds(project, orderFor(project), []))
  })
  it('goes near what it is to be like, and far from what it is to be unlike', () => {
    const seeds = chosenSeeds(project, orderFor(project), [])
    const liked = colorsFor(orderFor(project), seeds)[5] as Hex[]
    const far = (hexes: readonly Hex[]): number =>
      hexes.reduce((sum, hex, i) => sum + okDistance(hex, liked[i] as Hex), 0)
    const like = orderFor(project, { like: liked, seed: 200 })
    const near = colorsFor(like, chosenSeeds(project, like, []))
    expect(new Set(near.map(String)).size).toBe(DEALT)
    const others = colorsFor(orderFor(project), seeds)
    const mean = (all: readonly (readonly Hex[])[]): number =>
      all.reduce((sum, each) => sum + far(each), 0) / all.length
    expect(mean(near)).toBeLessThan(mean(others) / 2)
    const unlike = orderFor(project, { unlike: [liked] })
    const away = colorsFor(unlike, chosenSeeds(project, unlike, []))
    expect(Math.min(...away.map(far))).toBeGreaterThan(Math.min(...others.map(far)))
  })
  it('holds what is locked, and gives looks that are called by their colors', () => {
    const locked = { ...project, scheme: project.scheme.map((each, i) => ({ ...each, locked: i === 2 })) }
    const all = dealtCandidates(locked, orderFor(locked), [1, 2, 3], INKS)
    for (const { look, caption } of all) {
      expect(look.scheme[2]?.hex).toBe(project.scheme[2]?.hex)
      expect(caption).toMatch(/[a-z]/)
    }
    expect(companionsOf(locked)).toHaveLength(4)
    expect(companionsIn(lookOf(locked), lookOf(locked), locked)).toHaveLength(4)
  })
})

it('any companions are dealt like: apart, usable, and in number as they were', () => {
  const hex = fc
    .tuple(fc.double({ min: 0.1, max: 0.97, noNaN: true }), fc.integer({ min: 0, max: 0xffffff }))
    .map(([, value]) => `#${value.toString(16).padStart(6, '0')}`)
  fc.assert(
    fc.property(fc.array(hex, { minLength: 4, maxLength: 4 }), fc.integer({ min: 0, max: 500 }), (like, seed) => {
      const colors = dealtColors(project, seed, { like })
      expect(colors).toHaveLength(4)
      const all = [project.base.hex, ...colors]
      all.forEach((one, i) =>
        all.slice(0, i).forEach(other => expect(deltaE(one, other)).toBeGreaterThanOrEqual(MIN_DIFFERENCE)),
      )
    }),
    { numRuns: 60 },
  )
})

it('a like deal of a usable one is usable', () => {
  for (let seed = 0; seed < 60; seed++) {
    const like = dealtColors(project, seed)
    const all = [project.base.hex, ...dealtColors(project, seed + 1000, { like })]
    const sorted = [...all].sort((one, other) => lchOf(one).l - lchOf(other).l)
    expect(contrastOf(sorted[0] as Hex, sorted.at(-1) as Hex)).toBeGreaterThan(4.5)
  }
})

it('what is far apart is chosen one by one; of what is alike the first', () => {
  const line = [0, 1, 2, 10, 11, 20]
  const away = (one: number, other: number): number => Math.abs(one - other)
  expect(farApart(line, 3, away)).toEqual([0, 20, 10])
  expect(farApart(line, 2, away, [20])).toEqual([0, 10])
  expect(farApart([5, 5], 4, away)).toEqual([5, 5])
})
