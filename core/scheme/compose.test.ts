import fc from 'fast-check'
import { lchOf, labOf, type Hued } from '#core/color/convert'
import { contrastOf } from '#core/color/contrast'
import { angleOf, WHEELS } from '#core/color/wheel'
import { deltaE } from '#core/color/difference'
import { AT_REST } from '#core/harmony/adjust'
import { HARMONIES } from '#core/harmony/harmony'
import { apply as applyWith, NOTHING_KNOWN, sayCommand, type Command } from '#core/commands/commands'
import { lookOf } from '#core/document/project'
import { shownScheme, complementOf, anglesOf } from './compose'
import { newProject } from './create'
import { projectSchema, type Project } from '#core/document/project'
import type { Swatch } from '#core/document/scheme'
import { angleOfSwatch, baseSwatchOf } from './wearScheme'

const apply = (project: Project, command: Command): Project => applyWith(project, command, NOTHING_KNOWN)

const run = (project: Project, ...commands: Command[]): Project =>
  commands.reduce((now, command) => projectSchema.parse(apply(now, command)), project)
const hexes = ({ scheme }: Project): string[] => scheme.map(({ hex }) => hex)
const swatch = (project: Project, place: number): Swatch => project.scheme[place] as Swatch
const bare = ({ scheme }: Project): Record<string, Hued> =>
  Object.fromEntries(scheme.map(({ id, hex, hue }) => [id, { hex, hue }]))
const way = (one: number, other: number): number => Math.abs(((one - other + 540) % 360) - 180)

const triad = run(newProject('Kites', { hex: '#0f6d5f', hue: 171, typed: '#0f6d5f' }), {
  do: 'compose',
  harmony: { kind: 'triadic', wheel: 'light', count: 3 },
})
const taken = run(newProject('List'), {
  do: 'take colors',
  kind: 'list',
  title: 'a',
  colors: ['#1a396d', '#8e2339', '#a86e20'].map(hex => ({ hex, name: null, share: null })),
})

describe('a swatch set by hand in a derived scheme', () => {
  const set = run(triad, { do: 'edit swatch', id: 's3', hex: '#d9bf9b' })
  it('keeps its color, and turns and opens with the whole from where it was set', () => {
    expect(hexes(set)).toEqual([...hexes(triad).slice(0, 2), '#d9bf9b'])
    const turned = run(set, { do: 'compose', harmony: { turn: 40 } })
    expect(way(angleOf('light', hexes(turned)[2] ?? ''), angleOf('light', '#d9bf9b') + 40)).toBeLessThan(1.5)
    expect(hexes(run(turned, { do: 'compose', harmony: { turn: 0 } }))).toEqual(hexes(set))
    expect(lchOf(hexes(turned)[2] ?? '').c).toBeLessThan(0.1)
  })
  it('follows the harmony again when it is restored, and is derived afresh by another harmony', () => {
    expect(hexes(run(set, { do: 'restore swatch', id: 's3' }))).toEqual(hexes(triad))
    expect(hexes(run(set, { do: 'compose', harmony: { kind: 'square' } }))).toEqual(
      hexes(run(triad, { do: 'compose', harmony: { kind: 'square' } })),
    )
  })
  it('stays through a turn of any number of steps that add up to none', () =>
    fc.assert(
      fc.property(fc.array(fc.integer({ min: -180, max: 180 }), { maxLength: 6 }), turns => {
        const moved = turns.reduce((now, turn) => apply(now, { do: 'compose', harmony: { turn } }), set)
        expect(hexes(apply(moved, { do: 'compose', harmony: { turn: 0 } }))).toEqual(hexes(set))
        expect(hexes(apply(moved, { do: 'compose', harmony: { turn: 360 } }))).toEqual(hexes(set))
      }),
      { numRuns: 40 },
    ))
  it('keeps a hue through gray and black', () => {
    const gray = run(
      triad,
      { do: 'edit swatch', id: 's2', hex: '#777777', hue: 291 },
      { do: 'edit swatch', id: 's2', hex: '#000000' },
    )
    expect(swatch(gray, 1)).toMatchObject({ hex: '#000000', hue: 291 })
    expect(angleOfSwatch(gray, swatch(gray, 1))).toBeCloseTo(291)
  })
})

describe('a freed swatch', () => {
  it('moves alone and does not follow the turn; the others keep their harmony', () => {
    const freed = run(triad, { do: 'turn swatch', id: 's2', angle: 10 })
    expect(hexes(freed).filter((_, i) => i !== 1)).toEqual([hexes(triad)[0], hexes(triad)[2]])
    expect(way(angleOf('light', hexes(freed)[1] ?? ''), 10)).toBeLessThan(5)
    const turned = run(freed, { do: 'compose', harmony: { turn: 50 } })
    expect(hexes(turned)[1]).toBe(hexes(freed)[1])
    expect(hexes(run(turned, { do: 'restore swatch', id: 's2' }))).toEqual(
      hexes(run(triad, { do: 'compose', harmony: { turn: 50 } })),
    )
  })
  it('nudged round in small steps ends where it began', () => {
    const once = apply(triad, { do: 'turn swatch', id: 's2', angle: 100 })
    const round = Array.from({ length: 360 }, (_, i) => i).reduce(
      now => apply(now, { do: 'turn swatch', id: 's2', angle: angleOfSwatch(now, swatch(now, 1)) + 1 }),
      once,
    )
    expect(hexes(round)).toEqual(hexes(once))
  })
})

describe('a free harmony', () => {
  const free = run(triad, { do: 'compose', harmony: { kind: 'free' } })
  it('keeps all colors and moves each swatch alone', () => {
    expect(hexes(free)).toEqual(hexes(triad))
    const moved = run(free, { do: 'turn swatch', id: 's3', angle: 77 })
    expect(hexes(moved).slice(0, 2)).toEqual(hexes(free).slice(0, 2))
    expect(way(angleOf('light', hexes(moved)[2] ?? ''), 77)).toBeLessThan(5)
    expect(hexes(run(moved, { do: 'compose', harmony: { turn: 90 } }))).not.toContain(hexes(moved)[2])
  })
  it('of a gathered scheme stands at its colors', () => {
    const loose = run(taken, { do: 'compose', harmony: { kind: 'free' } })
    expect(hexes(loose)).toEqual(hexes(taken))
    expect(loose.derived).toBe(true)
    expect(
      anglesOf(loose).every((angle, i) => way(angle, angleOf(loose.harmony.wheel, hexes(taken)[i] ?? '')) < 1),
    ).toBe(true)
  })
  it('takes further swatches at any angle and gives them up again', () => {
    const more = run(free, { do: 'add swatches', colors: [{ hex: '#aa33cc' }], how: 'ring', after: null })
    expect(hexes(more)).toEqual([...hexes(free), '#aa33cc'])
    expect(hexes(run(more, { do: 'remove swatch', id: 's4' }))).toEqual(hexes(free))
  })
})

describe('a lock', () => {
  it('holds a color against everything, and opened keeps it until something moves it', () => {
    const fixed = run(
      triad,
      { do: 'lock', id: 's2', locked: true },
      { do: 'compose', harmony: { turn: 70 } },
      { do: 'adjust', adjustments: { ...AT_REST, drain: 1 }, from: bare(triad), what: 'drain' },
      { do: 'deal', seed: 3 },
      { do: 'cast', cast: { mode: 'multiply', strength: 1, of: { kind: 'color', hex: '#804020' } } },
    )
    expect(hexes(fixed)[1]).toBe(hexes(triad)[1])
    expect(hexes(fixed)[0]).not.toBe(hexes(triad)[0])
    const turned = run(
      triad,
      { do: 'lock', id: 's2', locked: true },
      { do: 'compose', harmony: { turn: 70 } },
      { do: 'lock', id: 's2', locked: false },
    )
    expect(hexes(turned)[1]).toBe(hexes(triad)[1])
  })
})

describe('a cast', () => {
  const cast = { mode: 'multiply' as const, strength: 0.5, of: { kind: 'light' as const, kelvin: 3000 } }
  const under = run(triad, { do: 'cast', cast })
  it('lies over the scheme live, and taken away leaves it as it was', () => {
    expect(hexes(under)).not.toEqual(hexes(triad))
    expect(run(under, { do: 'cast', cast: null })).toEqual(triad)
    expect(
      hexes(run(under, { do: 'compose', harmony: { turn: 30 } }, { do: 'compose', harmony: { turn: 0 } })),
    ).toEqual(hexes(under))
  })
  it('fixed, is the colors themselves', () => {
    const fixed = run(under, { do: 'fix cast' })
    expect(hexes(fixed)).toEqual(hexes(under))
    expect(fixed.cast).toBeNull()
  })
  it('leaves a color set by hand over it as it is set', () =>
    expect(hexes(run(under, { do: 'edit swatch', id: 's1', hex: '#123456' }))[0]).toBe('#123456'))
})

describe('swatches', () => {
  it('are added with their shares in proportion, and a removed one leaves the others as they are', () => {
    const more = run(triad, {
      do: 'add swatches',
      colors: [{ hex: '#eeeeee', name: 'mist' }],
      how: 'neutral',
      after: 's1',
    })
    expect(more.scheme.map(({ name }) => name)[1]).toBe('mist')
    expect(more.scheme.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1)
    const less = run(more, { do: 'remove swatch', id: 's2' })
    expect(less.derived).toBe(true)
    expect(hexes(less)).toEqual([hexes(triad)[0], '#eeeeee', hexes(triad)[2]])
    expect(hexes(run(less, { do: 'compose', harmony: { turn: 20 } }))[2]).toBe(
      hexes(run(triad, { do: 'compose', harmony: { turn: 20 } }))[2],
    )
  })
  it.each([[newProject('Derived')], [taken], [run(triad, { do: 'compose', harmony: { kind: 'free' } })]])(
    'can be 2 to 12, the first ones staying',
    project => {
      const max = run(project, { do: 'resize', count: 12 })
      expect(max.scheme).toHaveLength(12)
      expect(hexes(max).slice(0, 3)).toEqual(hexes(project).slice(0, 3))
      expect(new Set(max.scheme.map(({ id }) => id)).size).toBe(12)
      expect(
        Math.min(
          ...hexes(max).flatMap((hex, i) =>
            hexes(max)
              .slice(0, i)
              .map(other => deltaE(hex, other)),
          ),
        ),
      ).toBeGreaterThan(3)
      const min = run(max, { do: 'resize', count: 2 })
      expect(hexes(min)).toEqual(hexes(project).slice(0, 2))
    },
  )
  it('are reordered without another base', () => {
    const based = run(taken, { do: 'arrange swatches', ids: [swatch(taken, 2).id, swatch(taken, 0).id] })
    expect(hexes(based)).toEqual(['#a86e20', '#1a396d', '#8e2339'])
    expect(baseSwatchOf(based)?.hex).toBe('#1a396d')
    expect(
      hexes(run(based, { do: 'compose', harmony: { turn: 30 } }, { do: 'compose', harmony: { turn: 0 } })),
    ).toEqual(hexes(based))
  })
  it('are shown in an order that leaves them as they are set', () => {
    const sorted = run(taken, { do: 'order', order: 'light to dark' })
    const lightnesses = shownScheme(sorted).map(({ hex }) => labOf(hex).l)
    expect(lightnesses).toEqual([...lightnesses].sort((one, other) => other - one))
    expect(sorted.scheme).toEqual(taken.scheme)
  })
  it('share out the surface and take roles by it', () => {
    const shares = run(triad, { do: 'share out', shares: { s1: 0.2, s2: 0.7, s3: 0.1 } }, { do: 'assign roles' })
    expect(shares.scheme.map(({ share }) => Math.round(share * 100))).toEqual([20, 70, 10])
    expect(shares.scheme[1]?.role).toBe('dominant')
    expect(shares.scheme.map(({ role }) => role).filter(role => role === 'accent')).toHaveLength(1)
  })
  it('have a complement across the wheel', () => {
    const { hex } = complementOf(triad, swatch(triad, 0))
    expect(way(angleOf('light', hex), angleOf('light', '#0f6d5f') + 180)).toBeLessThan(1)
  })
})

describe('the whole scheme', () => {
  it('adjusted from where it was comes back with everything at rest', () => {
    const gray = run(triad, { do: 'adjust', adjustments: { ...AT_REST, drain: 1 }, from: bare(triad), what: 'drain' })
    for (const hex of hexes(gray)) expect(lchOf(hex).c).toBeLessThan(0.005)
    const back = run(gray, { do: 'adjust', adjustments: AT_REST, from: bare(triad), what: 'drain' })
    expect(hexes(back)).toEqual(hexes(triad))
  })
  it('shifted perceptually keeps its contrasts', () => {
    const lighter = run(triad, {
      do: 'adjust',
      adjustments: { ...AT_REST, measure: 'perceptual', brightness: 0.4 },
      from: bare(triad),
      what: 'brightness',
    })
    const [before, after] = [hexes(triad), hexes(lighter)]
    expect(after).not.toEqual(before)
    for (const [i, j] of [
      [0, 1],
      [0, 2],
      [1, 2],
    ] as const)
      expect(contrastOf(after[i] ?? '', after[j] ?? '') / contrastOf(before[i] ?? '', before[j] ?? '')).toBeCloseTo(
        1,
        1,
      )
  })
})

describe('a look', () => {
  it('stored and gone back to is the same, whatever came between', () => {
    const away = run(
      triad,
      { do: 'deal', seed: 9 },
      { do: 'resize', count: 7 },
      { do: 'cast', cast: { mode: 'screen', strength: 0.2, of: { kind: 'color', hex: '#ff0000' } } },
      { do: 'rename', name: 'Other' },
    )
    const back = run(away, { do: 'adopt', look: lookOf(triad), what: 'back' })
    expect(lookOf(back)).toEqual(lookOf(triad))
    expect(back.name).toBe('Other')
  })
})

it('places that were given up come back where a smaller harmony would be left with fewer than two swatches', () => {
  const left = run(newProject('Kites'), { do: 'remove swatch', id: 's1' }, { do: 'remove swatch', id: 's2' })
  const next = run(left, { do: 'compose', harmony: { kind: 'monochromatic', count: 2 } })
  expect(next.scheme.map(({ from }) => from)).toEqual([
    { kind: 'harmony', place: 0 },
    { kind: 'harmony', place: 1 },
  ])
})

const commands: fc.Arbitrary<Command> = fc.oneof(
  fc.record({
    do: fc.constant('compose' as const),
    harmony: fc.record(
      {
        kind: fc.constantFrom(...HARMONIES),
        wheel: fc.constantFrom(...WHEELS),
        turn: fc.integer({ min: -180, max: 180 }),
        spread: fc.integer({ min: 0, max: 90 }),
        count: fc.integer({ min: 2, max: 8 }),
      },
      { requiredKeys: [] },
    ),
  }),
  fc.record({
    do: fc.constant('turn swatch' as const),
    id: fc.constantFrom('s1', 's2', 's3'),
    angle: fc.integer({ min: 0, max: 359 }),
  }),
  fc.record({
    do: fc.constant('edit swatch' as const),
    id: fc.constantFrom('s1', 's2', 's9'),
    hex: fc.constantFrom('#000000', '#cc4422', '#777777'),
  }),
  fc.record({ do: fc.constant('lock' as const), id: fc.constantFrom('s1', 's2'), locked: fc.boolean() }),
  fc.record({ do: fc.constant('resize' as const), count: fc.integer({ min: 2, max: 12 }) }),
  fc.record({ do: fc.constant('deal' as const), seed: fc.integer({ min: 0, max: 99 }) }),
  fc.record({
    do: fc.constant('add swatches' as const),
    colors: fc.constant<Array<{ hex: string }>>([{ hex: '#8844aa' }]),
    how: fc.constant('ring' as const),
    after: fc.constantFrom('s1', null),
  }),
  fc.record({ do: fc.constant('remove swatch' as const), id: fc.constantFrom('s1', 's2', 's4') }),
  fc.record({ do: fc.constant('make base' as const), id: fc.constantFrom('s1', 's3') }),
  fc.record({ do: fc.constant('arrange swatches' as const), ids: fc.constantFrom<string[]>(['s2', 's1'], ['s3']) }),
  fc.record({
    do: fc.constant('cast' as const),
    cast: fc.constantFrom(null, {
      mode: 'overlay' as const,
      strength: 0.4,
      of: { kind: 'light' as const, kelvin: 2500 },
    }),
  }),
  fc.record({ do: fc.constant('fix cast' as const) }),
  fc.record({ do: fc.constant('restore swatch' as const), id: fc.constantFrom('s1', 's2') }),
  fc.record({
    do: fc.constant('set base' as const),
    base: fc.constantFrom({ hex: '#2e4f7f', hue: 216, typed: 'x' }, { hex: '#808080', hue: 0, typed: 'gray' }),
  }),
)

it('whatever is done leaves a scheme of 1 to 12 swatches with ids of their own, shares that add up, locked ones untouched', () =>
  fc.assert(
    fc.property(fc.array(commands, { maxLength: 10 }), list => {
      list.reduce((before, command) => {
        const after = apply(before, command)
        expect(projectSchema.safeParse(after).success).toBe(true)
        expect(sayCommand(command)).toBeTruthy()
        expect(new Set(after.scheme.map(({ id }) => id)).size).toBe(after.scheme.length)
        expect(after.scheme.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 5)
        for (const { id, locked, hex } of before.scheme) {
          const now = after.scheme.find(each => each.id === id)
          if (
            locked &&
            now &&
            !(command.do === 'edit swatch' && command.id === id) &&
            !(command.do === 'restore swatch' && command.id === id)
          )
            expect(now.hex).toBe(hex)
          if (locked && !now) expect(command).toMatchObject({ do: 'remove swatch', id })
        }
        return after
      }, newProject('Kites'))
    }),
    { numRuns: 150 },
  ))
