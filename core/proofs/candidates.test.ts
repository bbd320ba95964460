import type { Project } from '#core/document/project'
import { hsbOf, labOf } from '#core/color/convert'
import { HARMONIES } from '#core/harmony/harmony'
import {
  harmonyCandidate,
  REACH,
  orderCandidates,
  shownHarmonies,
  dealtCandidate,
  variationCandidate,
} from './candidates'
import { apply as applyWith, NOTHING_KNOWN, type Command } from '#core/commands/commands'
import { inLook } from '#core/scheme/looks'
import { lookOf } from '#core/document/project'
import { colorsOf } from '#core/painting/painting'
import { standInColors } from '#core/painting/standIns'
import { knownInks } from '#core/commands/known'
import { matchTargets } from '#core/commands/matching'
import { newProject } from '#core/scheme/create'

const apply = (project: Project, command: Command): Project => applyWith(project, command, NOTHING_KNOWN)

const inks = [
  { hex: '#102030', area: 0.6 },
  { hex: '#e0d0c0', area: 0.3 },
  { hex: '#cc4422', area: 0.1 },
]
const empty = newProject('Kites', { hex: '#0f6d5f', hue: 171, typed: '#0f6d5f' })
const project = { ...empty, remap: { ...empty.remap, targets: matchTargets(inks, empty) } }

it('every harmony that is not hidden is offered, each another look', () => {
  const all = shownHarmonies(['free', 'square']).map(kind => harmonyCandidate(project, kind, knownInks(inks)))
  expect(all).toHaveLength(HARMONIES.length - 2)
  expect(new Set(all.map(({ look }) => look.scheme.map(({ hex }) => hex).join())).size).toBe(all.length)
})

describe('variations', () => {
  const grid = (down: 'saturation' | 'brightness') => (column: number, row: number) =>
    variationCandidate(project, { turn: 20, down, step: 0.1 }, column, row).look
  it('have the project as it is in the middle', () =>
    expect(variationCandidate(project, { turn: 20, down: 'brightness', step: 0.1 }, 0, 0)).toEqual({
      key: '0 0',
      caption: 'as it is',
      look: lookOf(project),
    }))
  it('turn across and brighten upward by the given steps', () => {
    expect(grid('brightness')(REACH, 0).harmony.turn).toBe(40)
    const [up, down] = [grid('brightness')(0, -1), grid('brightness')(0, 1)].map(
      ({ scheme }) => hsbOf(scheme[0]?.hex ?? '').b,
    ) as [number, number]
    expect(up - down).toBeCloseTo(0.2, 1)
    expect(hsbOf(grid('saturation')(0, 2).scheme[0]?.hex ?? '').s).toBeLessThan(hsbOf('#0f6d5f').s)
  })
})

describe('orders', () => {
  it('send the inks of some swatches to others, each order once, with all colors still there', () => {
    const all = orderCandidates(project, inks, 24)
    expect(all.length).toBeGreaterThan(5)
    const seen = new Set(all.map(({ look }) => JSON.stringify(look.remap.targets)))
    expect(seen.size).toBe(all.length)
    expect(seen.has(JSON.stringify(project.remap.targets))).toBe(false)
    for (const { look } of all) expect(look.scheme).toEqual(project.scheme)
  })
  it('keep what is left as is', () => {
    const left = apply(project, { do: 'retarget', inks: ['#cc4422'], to: null })
    for (const { look } of orderCandidates(left, inks, 10))
      expect(colorsOf(inLook(left, look), inks).get('#cc4422')).toBe('#cc4422')
  })
  it('exchange swatches where there is no artwork', () => {
    const all = orderCandidates(empty, [], 24)
    expect(all).toHaveLength(10)
    expect(all[0]?.look.scheme.slice(0, 2).map(({ id }) => id)).toEqual(['s2', 's1'])
  })
})

it('a deal is the same for the same seed, whatever the unlocked colors are by then', () => {
  const adopted = inLook(project, dealtCandidate(project, 4, NOTHING_KNOWN).look)
  expect(dealtCandidate(inLook(adopted, lookOf(project)), 4, NOTHING_KNOWN).look).toEqual(
    dealtCandidate(project, 4, NOTHING_KNOWN).look,
  )
})

describe('stand-ins', () => {
  const pieces: Array<[string, number]> = [
    ['#3c6b8f', 0],
    ['#e2c9a0', 1],
    ['#c8553d', 2],
    ['#4a4f57', 6],
    ['#1f4967', 0],
  ]
  const scheme = ['#0f6d5f', '#6d0f23', '#6d3e0f', '#b3d9d0', '#e9b3b6'].map(hex => ({ hex }))
  it(
    'wear the first swatch where most is covered, the lightest as paper, the darkest as lettering, ' +
      'lights and darks at the same distance',
    () => {
      const colors = standInColors(scheme, pieces)
      expect(['#3c6b8f', '#e2c9a0', '#4a4f57', '#c8553d'].map(ink => colors.get(ink))).toEqual([
        '#0f6d5f',
        '#b3d9d0',
        '#6d0f23',
        '#6d3e0f',
      ])
      expect(labOf('#0f6d5f').l - labOf(colors.get('#1f4967') ?? '').l).toBeCloseTo(
        labOf('#3c6b8f').l - labOf('#1f4967').l,
        1,
      )
    },
  )
  it.each([1, 2, 3])('wear a scheme of %d swatches, whichever there are', count => {
    const hexes = scheme.slice(0, count).map(({ hex }) => hex)
    const leads = [...standInColors(scheme.slice(0, count), pieces)].slice(0, 4).map(([, hex]) => hex)
    for (const hex of leads) expect(hexes).toContain(hex)
    expect(new Set(leads).size).toBe(count)
  })
})
