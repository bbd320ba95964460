import type { Artwork } from '#core/document/artwork'
import { lookOf, projectSchema, type Project } from '#core/document/project'
import type { Touch } from '#core/document/remap'
import { historyOf, pushState, stepBack } from '#core/history/history'
import { AT_REST } from '#core/harmony/adjust'
import { colorsOf } from '#core/painting/painting'
import { newProject } from '#core/scheme/create'
import { apply as applyTo, COMMANDS, sayCommand, type Command } from './commands'
import { lossesOf } from '#core/remap/losses'
import { knownFrom, knownInks } from './known'

const POSTER = [
  { hex: '#102030', area: 0.5, beside: [['#cc4422', 0.6] as const, ['#e0d0c0', 0.4] as const] },
  { hex: '#e0d0c0', area: 0.3 },
  { hex: '#cc4422', area: 0.15 },
  { hex: '#40a060', area: 0.05 },
]
const BADGE = [
  { hex: '#102030', area: 0.6 },
  { hex: '#7722aa', area: 0.4 },
]
const art = (id: string, letter: string): Artwork => ({
  kind: 'svg',
  id,
  name: `Artwork ${id}`,
  hash: letter.repeat(64),
  width: 100,
  height: 100,
})
const known = knownFrom(
  new Map([
    ['a'.repeat(64), { inks: POSTER }],
    ['b'.repeat(64), { inks: BADGE }],
  ]),
)
const apply = (project: Project, command: Command): Project => applyTo(project, command, known)

const EIGHT = ['#0f6d5f', '#e07a5f', '#f3d9e0', '#2b2b2b', '#ffcf24', '#5468b0', '#88aa44', '#ffffff']
const colors = EIGHT.map(hex => ({ hex, name: null, share: null }))
const reference = {
  id: 'r1',
  name: 'Harbor',
  hash: 'c'.repeat(64),
  width: 90,
  height: 60,
  place: { x: 0, y: 0 },
  region: null,
}
const found = EIGHT.slice(0, 4).map((hex, i) => ({ hex, share: 0.25, reference: 'r1', x: i / 4, y: 0.5 }))
const touch: Touch = {
  id: 't1',
  shapes: [4],
  areas: [],
  paint: 'fill',
  to: { swatch: 's2', rung: null },
  opacity: null,
}
const set = { id: 'threads', title: 'Threads', colors: [{ hex: '#aa3322', name: 'Rust' }] }

const derived = [
  { do: 'add artwork', artwork: [art('a1', 'a')] },
  { do: 'add reference', reference },
].reduce((project, command) => apply(project, command as Command), newProject('Kites'))
const extracted = apply(derived, {
  do: 'extract',
  found,
  gathering: { of: ['r1'], pull: { kind: 'triadic', amount: 0 } },
})
const dusk = {
  name: 'Dusk',
  kind: 'linear' as const,
  angle: 90,
  space: 'oklch' as const,
  way: 'shorter' as const,
  stops: [
    { at: 0, swatch: 's1', hex: '#112233' },
    { at: 1, swatch: 's2', hex: '#445566' },
  ],
}
const graded = apply(derived, { do: 'make gradient', gradient: dusk })
const dressed = [
  { do: 'touch up', artwork: 'a1', touch },
  { do: 'retarget', inks: ['#cc4422'], to: 's1', artwork: 'a1' },
  { do: 'shade group', swatch: 's1', shading: 'flat' },
  { do: 'restrict', to: set },
  { do: 'restrict left', on: true },
  { do: 'cast', cast: { mode: 'multiply', strength: 0.4, of: { kind: 'color', hex: '#ffddaa' } } },
  { do: 'adjust artwork', adjust: { turn: 40 } },
].reduce((project, command) => apply(project, command as Command), derived)

/** Two inks that touch, both flat on one swatch. */
const lossy = [
  { do: 'shade', shading: 'flat' },
  { do: 'retarget', inks: ['#102030', '#cc4422'], to: 's1' },
].reduce((project, command) => apply(project, command as Command), derived)

const TIME = '2026-11-26T10:00:00.000Z'
const frozen = apply(derived, { do: 'freeze', name: 'Dusk', time: TIME })

/** One of each kind, with the project it is done to; each changes something there. */
const EACH: { [Do in Command['do']]: readonly [Project, Extract<Command, { do: Do }>] } = {
  'rename': [derived, { do: 'rename', name: 'Boats' }],
  'set base': [derived, { do: 'set base', base: { hex: '#e07a5f', hue: 12, typed: 'e07a5f' } }],
  'compose': [derived, { do: 'compose', harmony: { kind: 'triadic' } }],
  'deal': [derived, { do: 'deal', seed: 7 }],
  'make base': [extracted, { do: 'make base', id: 's3' }],
  'add swatches': [derived, { do: 'add swatches', colors: [{ hex: '#123456' }], how: 'ring', after: null }],
  'remove swatch': [derived, { do: 'remove swatch', id: 's5' }],
  'edit swatch': [derived, { do: 'edit swatch', id: 's2', hex: '#654321' }],
  'recolor swatches': [
    derived,
    { do: 'recolor swatches', colors: { s2: { hex: '#654321', hue: 30 } }, what: 'saturation' },
  ],
  'turn swatch': [derived, { do: 'turn swatch', id: 's2', angle: 80 }],
  'restore swatch': [
    apply(derived, { do: 'edit swatch', id: 's2', hex: '#654321' }),
    { do: 'restore swatch', id: 's2' },
  ],
  'lock': [derived, { do: 'lock', id: 's2', locked: true }],
  'describe swatch': [derived, { do: 'describe swatch', id: 's2', change: { name: 'Sail' } }],
  'resize': [derived, { do: 'resize', count: 8 }],
  'arrange swatches': [derived, { do: 'arrange swatches', ids: ['s3', 's1'] }],
  'order': [derived, { do: 'order', order: 'light to dark' }],
  'weigh': [derived, { do: 'weigh', shares: 1 }],
  'share out': [derived, { do: 'share out', shares: { s1: 0.1 } }],
  'assign roles': [apply(derived, { do: 'share out', shares: { s1: 0.01 } }), { do: 'assign roles' }],
  'set rungs': [derived, { do: 'set rungs', rungs: 3 }],
  'adjust': [derived, { do: 'adjust', adjustments: { ...AT_REST, saturation: -0.5 }, from: {}, what: 'saturation' }],
  'cast': [dressed, { do: 'cast', cast: null }],
  'fix cast': [dressed, { do: 'fix cast' }],
  'adopt': [derived, { do: 'adopt', look: lookOf(apply(derived, { do: 'deal', seed: 3 })), what: 'deal 3' }],
  'extract': [derived, { do: 'extract', found, gathering: { of: ['r1'], pull: { kind: 'triadic', amount: 0 } } }],
  'take colors': [derived, { do: 'take colors', kind: 'list', title: 'a letter', colors }],
  'set gathering': [derived, { do: 'set gathering', gathering: { count: 9 } }],
  'pull': [extracted, { do: 'pull', pull: { kind: 'triadic', amount: 1 } }],
  'move sample': [extracted, { do: 'move sample', id: 'p1', change: { x: 0.9, y: 0.9, hex: '#998877' } }],
  'snap samples': [
    apply(extracted, { do: 'move sample', id: 'p1', change: { x: 0.9, y: 0.9, hex: '#998877' } }),
    { do: 'snap samples', id: null },
  ],
  'add sample': [extracted, { do: 'add sample', sample: { reference: 'r1', x: 0, y: 0, patch: 0, hex: '#44ccff' } }],
  'match': [derived, { do: 'match', match: 'area', seed: 3 }],
  'retarget': [derived, { do: 'retarget', inks: ['#cc4422'], to: null }],
  'follow all': [dressed, { do: 'follow all', artwork: 'a1', inks: null }],
  'exchange': [derived, { do: 'exchange', swatches: ['s1', 's2'] }],
  'gather inks': [derived, { do: 'gather inks', tolerance: 4 }],
  'shade': [derived, { do: 'shade', shading: 'flat' }],
  'hold': [derived, { do: 'hold', hold: 0.2 }],
  'mend': [lossy, { do: 'mend', pairs: [['#102030', '#cc4422']] }],
  'shade group': [derived, { do: 'shade group', swatch: 's1', shading: 'stepped' }],
  'lead group': [derived, { do: 'lead group', swatch: 's1', lead: '#102030' }],
  'put aside': [derived, { do: 'put aside', key: 'vision s1 s2', note: 'the client wants it', measured: [3, 12] }],
  'take up again': [
    apply(derived, { do: 'put aside', key: 'vision s1 s2', note: '', measured: [3] }),
    { do: 'take up again', key: 'vision s1 s2' },
  ],
  'print': [derived, { do: 'print', paper: 'uncoated', intent: 'perceptual' }],
  'freeze': [derived, { do: 'freeze', name: 'Dusk', time: TIME }],
  'freeze into': [
    apply(frozen, { do: 'edit swatch', id: 's2', hex: '#654321' }),
    { do: 'freeze into', id: 'c1', time: TIME },
  ],
  'describe colorway': [frozen, { do: 'describe colorway', id: 'c1', change: { note: 'for the tins' } }],
  'choose colorway': [frozen, { do: 'choose colorway', id: 'c1' }],
  'arrange colorways': [
    apply(frozen, { do: 'freeze', name: 'Dawn', time: TIME }),
    { do: 'arrange colorways', ids: ['c2', 'c1'] },
  ],
  'duplicate colorway': [frozen, { do: 'duplicate colorway', id: 'c1', time: TIME }],
  'delete colorway': [frozen, { do: 'delete colorway', id: 'c1' }],
  'reopen colorway': [frozen, { do: 'reopen colorway', id: 'c1', as: 'itself', time: TIME }],
  'leave colorway': [
    apply(frozen, { do: 'reopen colorway', id: 'c1', as: 'copy', time: TIME }),
    { do: 'leave colorway' },
  ],
  'renew colorway': [
    apply(frozen, { do: 'add artwork', artwork: [art('a2', 'b')] }),
    { do: 'renew colorway', id: 'c1', time: '2026-11-27T10:00:00.000Z' },
  ],
  'make gradient': [derived, { do: 'make gradient', gradient: dusk }],
  'change gradient': [graded, { do: 'change gradient', id: 'g1', change: { angle: 45 } }],
  'delete gradient': [graded, { do: 'delete gradient', id: 'g1' }],
  'arrange mood': [
    derived,
    { do: 'arrange mood', change: { shape: 'story', pictures: [{ reference: 'r1', x: 0.5, y: 0.2, zoom: 1.5 }] } },
  ],
  'say lettering': [derived, { do: 'say lettering', key: 'lettering s1 s2', is: true }],
  'treat neutrals': [derived, { do: 'treat neutrals', neutrals: 'tinted' }],
  'adjust artwork': [derived, { do: 'adjust artwork', adjust: { brightness: 0.2 } }],
  'adopt adjustment': [dressed, { do: 'adopt adjustment' }],
  'restrict': [derived, { do: 'restrict', to: set }],
  'restrict left': [derived, { do: 'restrict left', on: true }],
  'touch up': [derived, { do: 'touch up', artwork: 'a1', touch }],
  'remove touch': [dressed, { do: 'remove touch', artwork: 'a1', id: 't1' }],
  'add artwork': [derived, { do: 'add artwork', artwork: [art('a2', 'b')] }],
  'remove artwork': [dressed, { do: 'remove artwork', ids: ['a1'] }],
  'move artwork': [derived, { do: 'move artwork', ids: ['a1'], folder: 'icons/24' }],
  'put artwork first': [
    apply(derived, { do: 'add artwork', artwork: [art('a2', 'b')] }),
    { do: 'put artwork first', ids: ['a2'] },
  ],
  'represent by': [derived, { do: 'represent by', ids: ['a1'] }],
  'read again': [derived, { do: 'read again', artwork: 'a1', hash: 'b'.repeat(64) }],
  'add reference': [derived, { do: 'add reference', reference: { ...reference, id: 'r2' } }],
  'change reference': [derived, { do: 'change reference', id: 'r1', change: { name: 'Quay' } }],
  'arrange references': [derived, { do: 'arrange references', places: { r1: { x: 0.5, y: 0.5 } } }],
  'remove reference': [derived, { do: 'remove reference', id: 'r1' }],
}

const unchanged = (of: unknown): string => JSON.stringify(of)

describe('every command', () => {
  it('is tried here', () => expect(Object.keys(EACH).sort()).toEqual(Object.keys(COMMANDS).sort()))

  it.each(Object.entries(EACH))(
    '%s has words, changes nothing it was given, leaves a valid project, is undone exactly',
    (_, [project, command]) => {
      expect(sayCommand(command).length).toBeGreaterThan(2)
      const before = unchanged(project)
      const after = apply(project, command)
      expect(after).not.toEqual(project)
      expect(projectSchema.parse(JSON.parse(JSON.stringify(after)))).toEqual(after)
      expect(unchanged(project)).toBe(before)
      expect(stepBack(pushState(historyOf(project), after, sayCommand(command))).present).toBe(project)
    },
  )

  it.each(Object.entries(EACH))(
    '%s leaves every ink of the artwork with a target that is there',
    (_, [project, command]) => {
      const after = apply(project, command)
      const ids = new Set<string | null>([null, ...after.scheme.map(({ id }) => id)])
      for (const { hex } of known.inks(after.artwork)) expect(ids).toContain(after.remap.targets[hex]?.to)
    },
  )

  it('a command that comes to the same is equal to what was', () => {
    const again: Command[] = [
      { do: 'rename', name: derived.name },
      { do: 'compose', harmony: { turn: derived.harmony.turn } },
      { do: 'lock', id: 's1', locked: false },
      { do: 'retarget', inks: ['#cc4422'], to: 's1', artwork: 'a1' },
      { do: 'share out', shares: {} },
      { do: 'remove artwork', ids: ['nobody'] },
      { do: 'remove swatch', id: 'nobody' },
    ]
    for (const command of again) {
      const from = command.do === 'retarget' ? dressed : derived
      expect(apply(from, command)).toEqual(from)
    }
  })
})

describe('inks after other swatches', () => {
  it('a base set on a gathered scheme of eight leaves no ink behind at a swatch that is gone', () => {
    const eight = apply(derived, { do: 'take colors', kind: 'list', title: 'a letter', colors })
    const sent = apply(eight, { do: 'retarget', inks: ['#cc4422'], to: 's8' })
    const based = apply(sent, { do: 'set base', base: { hex: '#e07a5f', hue: 12, typed: 'e07a5f' } })
    expect(based.scheme).toHaveLength(5)
    const shown = colorsOf(apply(based, { do: 'shade', shading: 'flat' }), POSTER)
    const worn = based.scheme.map(({ hex }) => hex)
    for (const { hex } of POSTER) expect(worn).toContain(shown.get(hex))
  })

  it('what a hand has sent stays, as long as its swatch does', () => {
    const sent = apply(derived, { do: 'retarget', inks: ['#cc4422'], to: 's2' })
    expect(apply(sent, { do: 'resize', count: 9 }).remap.targets['#cc4422']).toEqual({ to: 's2', by: 'hand' })
    expect(apply(sent, { do: 'remove swatch', id: 's2' }).remap.targets['#cc4422']?.by).toBe('match')
  })

  it('exceptions that pointed to a swatch that is gone follow all artwork again', () => {
    const gone = apply(dressed, { do: 'remove swatch', id: 's1' })
    expect(gone.remap.exceptions).toEqual({})
    expect(dressed.remap.exceptions).not.toEqual({})
  })

  it('a look keeps its own targets; inks it does not know are matched to its swatches', () => {
    const look = lookOf(apply(derived, { do: 'retarget', inks: ['#cc4422'], to: 's4' }))
    const two = apply(derived, { do: 'add artwork', artwork: [art('a2', 'b')] })
    const back = apply(two, { do: 'adopt', look, what: 'trail' })
    expect(back.remap.targets['#cc4422']).toEqual({ to: 's4', by: 'hand' })
    expect(back.scheme.map(({ id }) => id)).toContain(back.remap.targets['#7722aa']?.to)
  })
})

describe('what is matched', () => {
  const hand = apply(derived, { do: 'retarget', inks: ['#e0d0c0'], to: null })
  const astray = Object.entries(hand.remap.targets).map(([hex, { to, by }]) => [
    hex,
    { to: by === 'hand' ? to : 's1', by },
  ])
  const spoiled: Project = { ...hand, remap: { ...hand.remap, targets: Object.fromEntries(astray) } }
  const sentTo = ({ remap }: Project): unknown[] => POSTER.map(({ hex }) => remap.targets[hex]?.to)

  it('a set shares one assignment: with inks that were not there all are matched, but for those sent by hand', () => {
    const two = apply(spoiled, { do: 'add artwork', artwork: [art('a2', 'b')] })
    expect(sentTo(spoiled)).toEqual(['s1', null, 's1', 's1'])
    expect(new Set(sentTo(two)).size).toBe(4)
    expect(two.remap.targets['#e0d0c0']).toEqual({ to: null, by: 'hand' })
    expect(sentTo(apply(spoiled, { do: 'add artwork', artwork: [art('a2', 'a')] }))).toEqual(sentTo(spoiled)) // none is new
  })

  it('where the order of light decides, inks that are there stay as they are', () => {
    const byValues: Project = { ...spoiled, remap: { ...spoiled.remap, match: 'values' } }
    const two = apply(byValues, { do: 'add artwork', artwork: [art('a2', 'b')] })
    expect(sentTo(two)).toEqual(sentTo(spoiled))
    expect(two.remap.targets['#7722aa']?.to).toMatch(/^s/)
  })

  it('some inks are matched around what was sent by hand; others stay', () => {
    const again = apply(spoiled, { do: 'match', inks: ['#cc4422'] })
    expect(sentTo(again).filter((_, i) => i !== 2)).toEqual(['s1', null, 's1'])
    expect(again.remap.targets['#cc4422']?.to).not.toBe('s1')
  })
})

describe('what goes with what', () => {
  it('touch-ups and exceptions of an artwork go with it', () => {
    const { remap } = apply(dressed, { do: 'remove artwork', ids: ['a1'] })
    expect([remap.touches, remap.exceptions]).toEqual([{}, {}])
  })

  it('a scheme never has fewer than two swatches', () => {
    const all = derived.scheme.reduce((project, { id }) => apply(project, { do: 'remove swatch', id }), derived)
    expect(all.scheme).toHaveLength(2)
    const one = colors.slice(0, 1)
    expect(apply(derived, { do: 'take colors', kind: 'list', title: 'a letter', colors: one }).scheme).toHaveLength(2)
    const alone = { do: 'extract' as const, found: found.slice(0, 1), gathering: { of: ['r1'] } }
    expect(apply(derived, alone).scheme).toHaveLength(2)
  })

  it('inks that are known all the same count for any artwork', () => {
    expect(knownInks(POSTER).inks([])).toBe(POSTER)
    expect(known.inks(derived.artwork)).toBe(known.inks(derived.artwork))
  })
})

describe('mending', () => {
  it('tells two inks apart that fell together, and changes as little as that takes', () => {
    const inks = known.inks(lossy.artwork)
    const colorsIn = (project: Project) => colorsOf(project, inks)
    const lostIn = (project: Project) => lossesOf(inks, colorsIn(project))
    const pair = ['#102030', '#cc4422'] as [string, string]
    const holds = (project: Project) =>
      lostIn(project).some(({ one, other }) => pair.includes(one) && pair.includes(other))
    expect(holds(lossy)).toBe(true)
    const mended = apply(lossy, { do: 'mend', pairs: [pair] })
    expect(holds(mended)).toBe(false)
    const moved = inks.filter(({ hex }) => colorsIn(mended).get(hex) !== colorsIn(lossy).get(hex))
    expect(moved.length).toBeLessThanOrEqual(2)
    expect(apply(mended, { do: 'mend', pairs: [pair] })).toEqual(mended) // what is well stays
  })
})
