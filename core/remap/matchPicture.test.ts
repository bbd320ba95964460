import fc from 'fast-check'
import { arc, hexOfLch, labOf, lchOf, type Hex } from '#core/color/convert'
import { contactsOf } from '#core/inkmap/neighbors'
import { withNeighbors } from '#core/inkmap/measureInks'
import { inkMapOfShares, inkMapOfSolid } from '#core/inkmap/testing'
import { graphOf } from './graph'
import type { Wanted } from './constraints'
import { holdColors, heldLightness, HOLD } from './hold'
import type { InkArea, MatchSwatch } from './inks'
import { matchKeeping } from './matchPicture'
import { residualOf, solveScreened } from './screenedPoisson'

const NOBODY: ReadonlyMap<Hex, string | null> = new Map()
const hex = fc
  .tuple(
    fc.double({ min: 0, max: 1, noNaN: true }),
    fc.double({ min: 0, max: 0.2, noNaN: true }),
    fc.integer({ min: 0, max: 359 }),
  )
  .map(([l, c, h]) => hexOfLch({ l, c, h }))
/** Inks of random color and area, each beside some others. */
const picture = fc
  .tuple(
    fc.uniqueArray(hex, { minLength: 2, maxLength: 14 }),
    fc.array(fc.tuple(fc.nat(13), fc.nat(13), fc.double({ min: 0.001, max: 1, noNaN: true })), {
      minLength: 1,
      maxLength: 30,
    }),
    fc.array(fc.double({ min: 0.001, max: 1, noNaN: true }), { minLength: 14, maxLength: 14 }),
  )
  .map(([hexes, pairs, areas]): InkArea[] => {
    const total = hexes.reduce((sum, _, i) => sum + (areas[i] ?? 0), 0)
    const all = pairs.filter(([a, b]) => a < b && b < hexes.length)
    const length = all.reduce((sum, [, , part]) => sum + part, 0)
    return hexes.map((color, i) => ({
      hex: color,
      area: (areas[i] ?? 0) / total,
      beside: all.flatMap(([a, b, part]) => (a === i ? [[hexes[b] ?? '', part / length] as const] : [])),
    }))
  })
const scheme = fc
  .uniqueArray(hex, { minLength: 1, maxLength: 6 })
  .map(all => all.map((color, i): MatchSwatch => ({ id: `s${i}`, hex: color, share: 1 / all.length })))
const wantedBy = (inks: readonly InkArea[], swatches: readonly MatchSwatch[]): Wanted[] => {
  const to = matchKeeping(inks, swatches, { seed: 0, byHand: NOBODY })
  return graphOf(inks).nodes.map(node => ({
    hex: swatches.find(({ id }) => id === to.get(node.hex))?.hex ?? node.hex,
    fixed: false,
  }))
}

describe('what touches what', () => {
  it('is counted on a hand-made figure, in parts of all boundaries', () => {
    // 220 wide, so that three pixels apart are compared: a left half, a right half, and a bar across the foot
    const [width, height] = [220, 110]
    const map = inkMapOfSolid(width, height, (x, y) => (y >= 100 ? 2 : x < 110 ? 0 : 1))
    const contacts = contactsOf(map, 3)
    // side by side in 100 rows, 3 pixels each; above the bar 110 columns each, 3 pixels deep
    const all = 100 * 3 + 220 * 3
    const part = new Map(contacts.map(({ one, other, part: length }) => [`${one} ${other}`, length]))
    expect(part.get('0 1')).toBeCloseTo((100 * 3) / all, 9)
    expect(part.get('0 2')).toBeCloseTo((110 * 3) / all, 9)
    expect(part.get('1 2')).toBeCloseTo((110 * 3) / all, 9)
    expect(contacts.reduce((sum, each) => sum + each.part, 0)).toBeCloseTo(1, 9)
    const inks = ['#000001', '#000000', '#000002'].map(ink => ({ hex: ink }))
    const beside = withNeighbors(inks, contacts, place => `#00000${place}`).map(each => each.beside)
    expect(beside.map(each => each.map(([color]) => color).sort())).toEqual([['#000000', '#000002'], ['#000002'], []])
  })
  it('counts the stops of a gradient, and what is seen through another, as mixed', () => {
    // 220 wide: a run from one ink to another, three parts of it near the first, with a solid third beside it
    const [width, height] = [220, 60]
    const map = inkMapOfShares(width, height, x =>
      x >= 200
        ? [[2, 255]]
        : [
            [0, 255 - Math.round((x / 200) * 128)],
            [1, Math.round((x / 200) * 128)],
          ],
    )
    const contacts = contactsOf(map, 3)
    const between = (a: number, b: number) => contacts.find(({ one, other }) => one === a && other === b)
    expect(between(0, 1)?.mixed).toBeCloseTo(0.33, 1) // half of the run, from a quarter on, by how even the two are
    // the second ink never holds most of a pixel and still touches the third as long as the first does
    expect(between(1, 2)?.part ?? 0).toBeGreaterThan(0.8 * (between(0, 2)?.part ?? 1))
    expect(between(0, 2)?.mixed).toBe(0)
    expect(contacts.reduce((sum, each) => sum + each.part, 0)).toBeCloseTo(1, 9)
  })
  it('leaves out what nothing is painted on', () => {
    expect(
      contactsOf(
        inkMapOfSolid(220, 50, x => (x < 100 ? 0 : x < 120 ? -1 : 1)),
        2,
      ),
    ).toEqual([])
  })
})

describe('the hold', () => {
  it('solves its equation', () =>
    fc.assert(
      fc.property(picture, inks => {
        const { nodes, edges } = graphOf(inks)
        const system = {
          weight: Float64Array.from(nodes, ({ area }) => area),
          aim: Float64Array.from(nodes, ({ lab }) => 1 - lab.l),
          count: edges.length,
          one: Int32Array.from(edges, ({ one }) => one),
          other: Int32Array.from(edges, ({ other }) => other),
          pull: Float64Array.from(edges, ({ part }) => 50 * part),
          difference: Float64Array.from(edges, ({ lighter }) => lighter),
        }
        for (const off of residualOf(system, solveScreened(system, system.aim)))
          expect(Math.abs(off)).toBeLessThan(1e-6)
      }),
    ))
  it('at 1 makes every ink its swatch', () =>
    fc.assert(
      fc.property(picture, scheme, (inks, swatches) => {
        const wanted = wantedBy(inks, swatches)
        expect(holdColors(graphOf(inks), wanted, HOLD.max)).toEqual(wanted.map(each => each.hex))
      }),
    ))
  it('at 0 keeps the differences of what touches, where there is room', () =>
    fc.assert(
      fc.property(picture, inks => {
        const graph = graphOf(inks)
        const lightnesses = heldLightness(
          graph,
          graph.nodes.map(() => ({ hex: '#777777', fixed: false })),
          0,
        )
        const seen = graph.edges.filter(({ one, other }) =>
          [one, other].every(i => (lightnesses[i] ?? 0) > 0.02 && (lightnesses[i] ?? 1) < 0.98),
        )
        const walls = [...lightnesses].some(l => l <= 0.02 || l >= 0.98)
        if (walls) return // what stands at black or white gives way, and its neighbors with it
        for (const { one, other, lighter } of seen)
          if (Math.abs(lighter) >= 0.02)
            expect((lightnesses[one] ?? 0) - (lightnesses[other] ?? 0)).toBeCloseTo(lighter, 1)
      }),
    ))
  it('keeps the hue of the swatch within 10°, inside sRGB, and never moves what is fixed', () =>
    fc.assert(
      fc.property(picture, scheme, fc.double({ min: 0, max: 1, noNaN: true }), (inks, swatches, hold) => {
        const wanted = wantedBy(inks, swatches).map((each, i) => ({ ...each, fixed: i % 3 === 0 }))
        holdColors(graphOf(inks), wanted, hold).forEach((color, i) => {
          const [was, is] = [lchOf(wanted[i]?.hex ?? ''), lchOf(color)]
          expect(color).toMatch(/^#[\da-f]{6}$/)
          if (wanted[i]?.fixed) expect(color).toBe(wanted[i]?.hex)
          else if (was.c > 0.04 && is.c > 0.04) expect(Math.abs(arc(was.h, is.h))).toBeLessThan(10)
        })
      }),
    ))
  it('at rest gives back an edge that swatches nearly alike would lose, and moves the smaller side', () => {
    const inks: InkArea[] = [
      { hex: '#14182b', area: 0.9, beside: [['#f8ead0', 1]] },
      { hex: '#f8ead0', area: 0.1 },
    ]
    const graph = graphOf(inks)
    const wanted = graph.nodes.map(({ hex: ink }) => ({ hex: ink === '#14182b' ? '#2b2a44' : '#3a2440', fixed: false }))
    const [ground, letters] = holdColors(graph, wanted, HOLD.rest)
    expect(ground).toBe('#2b2a44')
    const [was, is] = [labOf('#f8ead0').l - labOf('#14182b').l, labOf(letters ?? '').l - labOf(ground ?? '').l]
    expect(is).toBeGreaterThan(was / 2)
  })
  it('keeps steps of one hue that touch in order and apart', () => {
    const steps = [0.3, 0.42, 0.54, 0.66].map(l => hexOfLch({ l, c: 0.1, h: 40 }))
    const inks = steps.map((step, i) => ({
      hex: step,
      area: 0.25,
      beside: i ? [[steps[i - 1] ?? '', 1 / 3] as const] : [],
    }))
    const graph = graphOf(inks)
    const colors = holdColors(
      graph,
      graph.nodes.map(() => ({ hex: '#5468b0', fixed: false })),
      HOLD.rest,
    )
    const lightnesses = steps.map(step => labOf(colors[graph.nodes.findIndex(node => node.hex === step)] ?? '').l)
    lightnesses.slice(1).forEach((l, i) => expect(l - (lightnesses[i] ?? 1)).toBeGreaterThan(0.025))
  })
})

describe('the matching that keeps the picture', () => {
  it('sends two inks that mix to swatches without a strange hue between them', () => {
    const swatches = ['#d21f1f', '#1fb53a', '#e6e6e6'].map((color, i) => ({ id: `s${i}`, hex: color, share: 1 / 3 }))
    const inks = (mixed: number): InkArea[] => [
      { hex: '#d8201f', area: 0.5, beside: [['#2aa84a', 0.5, mixed]] },
      { hex: '#2aa84a', area: 0.5 },
    ]
    const to = (mixed: number): string =>
      matchKeeping(inks(mixed), swatches, { seed: 0, byHand: NOBODY }).get('#2aa84a') ?? ''
    expect(to(0)).toBe('s1')
    expect(to(0.4)).not.toBe('s1') // red and green mix to a brown that no swatch has
  })
  /** Four things, each of one hue from dark to light, the steps of each beside the next. */
  const painted = (mixed: number): { inks: InkArea[]; things: Hex[][] } => {
    const things = [30, 120, 210, 300].map(h => [0.35, 0.47, 0.59, 0.71].map(l => hexOfLch({ l, c: 0.08, h })))
    const inks = things.flatMap((steps, t) =>
      steps.map((step, i) => {
        const [next, beyond] = [steps[i + 1], things[t + 1]?.[i]]
        return {
          hex: step,
          area: 1 / 16,
          beside: [...(next ? [[next, 0.02, mixed] as const] : []), ...(beyond ? [[beyond, 0.05] as const] : [])],
        }
      }),
    )
    return { inks, things }
  }
  const swatchesOf = (hexes: readonly Hex[]): MatchSwatch[] =>
    hexes.map((color, i) => ({ id: `s${i}`, hex: color, share: 1 / hexes.length }))
  it('keeps lights and darks of one hue together that are shaded into each other, as long as groups are left', () => {
    let fewer = 0
    const { inks, things } = painted(0.012)
    for (const hexes of [
      ['#1c1a2e', '#e07a5f', '#f4f1de'],
      ['#0f6d5f', '#f2cc8f', '#81b29a'],
      ['#101010', '#808080', '#f0f0f0'],
    ]) {
      const to = matchKeeping(inks, swatchesOf(hexes), { seed: 0, byHand: NOBODY })
      // as long as twice as many groups are left as there are swatches, the steps beside each other go together
      for (const steps of things) expect(new Set(steps.map(step => to.get(step))).size).toBeLessThanOrEqual(2)
      const apart = matchKeeping(painted(0).inks, swatchesOf(hexes), { seed: 0, byHand: NOBODY })
      const parts = (sent: ReadonlyMap<Hex, string>): number =>
        things.reduce((sum, steps) => sum + new Set(steps.map(step => sent.get(step))).size, 0)
      expect(parts(to)).toBeLessThanOrEqual(parts(apart))
      fewer += parts(apart) - parts(to)
    }
    expect(fewer).toBeGreaterThan(0)
  })
  it('sends every ink to a swatch, whatever the order of inks, and the same for the same seed', () =>
    fc.assert(
      fc.property(picture, scheme, fc.nat(5), (inks, swatches, seed) => {
        const one = matchKeeping(inks, swatches, { seed, byHand: NOBODY })
        const other = matchKeeping([...inks].reverse(), swatches, { seed, byHand: NOBODY })
        expect(one.size).toBe(inks.length)
        expect([...other].sort()).toEqual([...one].sort())
        for (const to of one.values()) expect(swatches.some(({ id }) => id === to)).toBe(true)
      }),
    ))
  it('never moves what was sent by hand, and reckons with it', () => {
    const inks: InkArea[] = [
      { hex: '#111111', area: 0.6, beside: [['#eeeeee', 1]] },
      { hex: '#eeeeee', area: 0.4 },
    ]
    const swatches = [
      { id: 'light', hex: '#fbf3df', share: 0.5 },
      { id: 'dark', hex: '#1d3557', share: 0.5 },
    ]
    const to = matchKeeping(inks, swatches, { seed: 0, byHand: new Map([['#111111', 'light']]) })
    expect(to.has('#111111')).toBe(false)
    expect(to.get('#eeeeee')).toBe('dark') // beside a ground that is light now, letters are dark
    expect(matchKeeping(inks, swatches, { seed: 0, byHand: NOBODY })).toEqual(
      new Map([
        ['#111111', 'dark'],
        ['#eeeeee', 'light'],
      ]),
    )
  })
  it('takes one swatch, swatches all alike, grays, inks that touch nothing, and thousands of inks', () => {
    const many = Array.from({ length: 5000 }, (_, i) => ({
      hex: `#${((i * 3331) % 0xffffff).toString(16).padStart(6, '0')}`,
      area: 1 / 5000,
    }))
    const alike = Array.from({ length: 3 }, (_, i) => ({ id: `s${i}`, hex: '#808080', share: 1 / 3 }))
    for (const inks of [many, many.slice(0, 1), many.slice(0, 2)])
      for (const swatches of [alike, alike.slice(0, 1)]) {
        const to = matchKeeping(inks, swatches, { seed: 0, byHand: NOBODY })
        expect(to.size).toBe(inks.length)
        const colors = holdColors(
          graphOf(inks),
          graphOf(inks).nodes.map(() => ({ hex: '#808080', fixed: false })),
          HOLD.rest,
        )
        for (const color of colors) expect(color).toMatch(/^#[\da-f]{6}$/)
      }
  })
})
