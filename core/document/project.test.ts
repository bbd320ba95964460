import { upgradeState } from './upgrade'
import { artworkFileSchema } from './artwork'
import { projectSchema } from './project'
import { newProject } from '#core/scheme/create'
import { followColor } from '#core/painting/resolveRemap'
import { hexOfLab, labOf, mixLabs } from '#core/color/convert'
import { wearScheme } from '#core/scheme/wearScheme'

const project = newProject('Kites')

describe('the stored document', () => {
  it('takes a new project', () => expect(projectSchema.parse(project)).toEqual(project))
  it.each([
    ['without a name', { ...project, name: '  ' }],
    ['with a name too long', { ...project, name: 'x'.repeat(121) }],
    ['with a color that is none', { ...project, base: { ...project.base, hex: 'red' } }],
    ['with upper-case hex', { ...project, base: { ...project.base, hex: '#FF0000' } }],
    ['with a harmony nobody knows', { ...project, harmony: { ...project.harmony, kind: 'pentadic' } }],
    [
      'with a turn that is no number, nor anything that becomes one',
      { ...project, harmony: { ...project.harmony, turn: { toString: null } } },
    ],
    ['with too many swatches', { ...project, harmony: { ...project.harmony, count: 11 } }],
    ['with no scheme', { ...project, scheme: [] }],
    ['with a share above one', { ...project, scheme: [{ ...project.scheme[0], share: 2 }] }],
    [
      'with artwork of a wrong hash',
      { ...project, artwork: [{ id: 'a', name: 'A', hash: '../etc', width: 1, height: 1 }] },
    ],
    [
      'with a target that is no ink',
      { ...project, remap: { ...project.remap, targets: { red: { to: null, by: 'hand' } } } },
    ],
  ])('refuses one %s', (_what, document) => expect(projectSchema.safeParse(document).success).toBe(false))
})

it('a document stored before there were tone plans keeps its colors, and turns with the whole', () => {
  const old = JSON.parse(JSON.stringify(project)) as {
    harmony: Record<string, unknown>
    scheme: Array<Record<string, unknown>>
  }
  delete old.harmony.plan
  delete old.harmony.profile
  const before = ['#5468b0', '#b0b054', '#b07c54', '#d8d8a6', '#d8bda6']
  old.scheme.forEach((swatch, i) => (swatch.hex = before[i]))
  const now = projectSchema.parse(old)
  expect(now.harmony.plan).toBe('spread')
  expect(wearScheme(now).scheme.map(({ hex }) => hex)).toEqual(before)
  const turned = wearScheme({ ...now, harmony: { ...now.harmony, turn: 40 } }).scheme
  turned.forEach(({ hex }, i) => expect(hex).not.toBe(before[i]))
  expect(wearScheme({ ...now, harmony: { ...now.harmony, turn: 0 } }).scheme.map(({ hex }) => hex)).toEqual(before)
})

it('colors taken before there was a choice were faithful, in documents and in the trail', () => {
  const old = JSON.parse(JSON.stringify(project)) as { gathering: Record<string, unknown> }
  delete old.gathering.by
  expect(projectSchema.parse(old).gathering).toEqual({ ...project.gathering, by: 'faithful' })
  const look = (upgradeState({ look: old }) as { look: { gathering: unknown } }).look
  expect(look.gathering).toEqual({ ...project.gathering, by: 'faithful' })
})

it('a touch-up on a rung stored when ladders ran to white and black keeps its color', () => {
  const rungs = [0, 1, 3].map(step => ({ ladder: 'shades' as const, step, of: 4 }))
  const touch = { shapes: [1], areas: [], paint: 'fill', opacity: null }
  const touches = { a1: rungs.map((rung, i) => ({ ...touch, id: `t${i}`, to: { swatch: 's2', rung } })) }
  const now = projectSchema.parse({ ...project, remap: { ...project.remap, touches } })
  const colors = now.remap.touches.a1?.map(({ to }) => to && followColor(new Map([['s2', '#0f6d5f']]), to))
  const before = rungs.map(({ step, of }) => hexOfLab(mixLabs(labOf('#0f6d5f'), { l: 0, a: 0, b: 0 }, (step + 1) / of)))
  expect(colors).toEqual(before)
  expect(before[2]).toBe('#000000')
})

it('a document stored before swatches had a color of their own comes up to date', () => {
  const old = JSON.parse(JSON.stringify(project)) as { scheme: Array<Record<string, unknown>> }
  for (const swatch of old.scheme) {
    for (const key of ['own', 'freed', 'hue']) Reflect.deleteProperty(swatch, key)
    Object.assign(swatch, { tied: swatch.id !== 's2', from: { kind: 'harmony' } })
  }
  const { scheme } = projectSchema.parse(old)
  expect(scheme.map(({ from }) => from)).toEqual(project.scheme.map(({ from }) => from))
  expect(scheme.map(({ own }) => own?.hex ?? null)).toEqual(
    project.scheme.map(({ id, hex }) => (id === 's2' ? hex : null)),
  )
})

it('the record of an artwork file has areas between none and all', () => {
  const record = {
    hash: 'a'.repeat(64),
    name: 'A',
    width: 1,
    height: 1,
    removed: [],
    notes: [],
    inks: [{ hex: '#000000', area: 0.5, uses: 1 }],
  }
  expect(artworkFileSchema.safeParse(record).success).toBe(true)
  expect(artworkFileSchema.safeParse({ ...record, inks: [{ hex: '#000000', area: 1.5, uses: 1 }] }).success).toBe(false)
})
