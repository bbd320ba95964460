import { apply } from '#core/commands/commands'
import { knownInks } from '#core/commands/known'
import { MAX_TOUCHES } from '#core/document/limits'
import type { Project } from '#core/document/project'
import { derivedFrom } from '#core/interaction/testing'
import { freshPage } from '~/testing/page'
import { artworkOf, beginProject } from '~/testing/project'
import { useArtworkFiles } from './artwork'
import { useHistory } from './history'
import { useNotices } from './notices'
import { usePainting } from './painting'
import { useRemapping } from './remapping'
import { useStage } from './stage'

const POSTER = artworkOf('a', [
  ['#203a5c', 0.5],
  ['#c8503c', 0.3],
  ['#f0e6d0', 0.2],
])
const BADGE = artworkOf('b', [['#203a5c', 1]])
const INKS = POSTER.file.inks

/** A project with two pieces of artwork whose inks are matched. */
const begin = (): void => {
  useArtworkFiles().files = new Map([POSTER, BADGE].map(({ file }) => [file.hash, file]))
  const bare = derivedFrom('#0f6d5f', { kind: 'triadic', count: 4, spread: 0 })
  const project = [POSTER, BADGE].reduce<Project>(
    (now, { art }) => apply(now, { do: 'add artwork', artwork: [art] }, knownInks(INKS)),
    bare,
  )
  beginProject(project, { inks: INKS })
}
const targets = (): Record<string, string | null> =>
  Object.fromEntries(Object.entries(useHistory().settled?.remap.targets ?? {}).map(([hex, { to }]) => [hex, to]))
const swatch = (place: number): string => useHistory().settled?.scheme[place]?.id ?? ''

beforeEach(() => {
  freshPage()
  begin()
})

describe('remapping', () => {
  it('shows the inks of the piece on the stage, with where they go', () => {
    const remapping = useRemapping()
    expect(remapping.rows.map(({ hex }) => hex)).toEqual(['#203a5c', '#c8503c', '#f0e6d0'])
    expect(remapping.rows.every(({ to }) => to !== null)).toBe(true)
    usePainting().shownId = 'b'
    expect(remapping.rows.map(({ hex }) => hex)).toEqual(['#203a5c'])
  })
  it('sends inks, leaves them as they are, and has them matched again', () => {
    const remapping = useRemapping()
    const before = targets()
    remapping.send(['#203a5c'], swatch(2))
    expect(targets()).toEqual({ ...before, '#203a5c': swatch(2) })
    remapping.send(['#203a5c', '#c8503c'], null)
    expect(targets()).toEqual({ ...before, '#203a5c': null, '#c8503c': null })
    remapping.release(['#203a5c', '#c8503c'])
    expect(Object.values(targets())).not.toContain(null)
  })
  it('sends for the piece on the stage alone where that is meant', () => {
    const remapping = useRemapping()
    const before = targets()
    remapping.alone = true
    remapping.send(['#203a5c'], swatch(3))
    expect(targets()).toEqual(before)
    expect(remapping.exceptionsHere).toBe(1)
    expect(remapping.rows[0]).toMatchObject({ to: swatch(3), excepted: true })
    usePainting().shownId = 'b'
    expect(remapping.rows[0]).toMatchObject({ to: before['#203a5c'], excepted: false })
    usePainting().shownId = 'a'
    remapping.alone = true
    remapping.release(['#203a5c'])
    expect(remapping.exceptionsHere).toBe(0)
  })
  it('gives all inks of a swatch to another', () => {
    const remapping = useRemapping()
    remapping.send(['#203a5c', '#c8503c'], swatch(0))
    remapping.merge(swatch(0), swatch(1))
    expect([targets()['#203a5c'], targets()['#c8503c']]).toEqual([swatch(1), swatch(1)])
    expect(remapping.groupOf(swatch(0))).toEqual([])
  })
  it('means all that is selected where an ink is one of them, else that ink alone', () => {
    const remapping = useRemapping()
    remapping.select(['#203a5c'])
    remapping.select(['#c8503c'], true)
    expect(remapping.meant('#203a5c').sort()).toEqual(['#203a5c', '#c8503c'])
    expect(remapping.meant('#f0e6d0')).toEqual(['#f0e6d0'])
    remapping.select(['#203a5c', '#c8503c'])
    expect(remapping.selected.size).toBe(0)
  })
  it('selects whole families where they go together', () => {
    const remapping = useRemapping()
    remapping.families = true
    remapping.select(['#c8503c'])
    expect([...remapping.selected]).toContain('#c8503c')
    for (const hex of remapping.selected) expect(remapping.familyOf.get(hex)?.family.inks).toContain('#c8503c')
  })
  it('deals other targets than there are, and says where there are none', () => {
    const remapping = useRemapping()
    const before = targets()
    remapping.deal()
    const dealt = targets()
    expect(dealt).not.toEqual(before)
    expect(Object.keys(dealt)).toEqual(Object.keys(before))
    useHistory().undo()
    expect(targets()).toEqual(before)
  })
  it('touches shapes up, and says where there is no room for more', () => {
    const remapping = useRemapping()
    const to = { swatch: swatch(1), rung: null }
    remapping.touchUp([3, 5], 'fill', to)
    expect(remapping.touches).toMatchObject([{ shapes: [3, 5], areas: [], paint: 'fill', to, opacity: null }])
    for (let i = 1; i < MAX_TOUCHES; i++) remapping.touchUp([10 + i], 'fill', to)
    expect(remapping.touches).toHaveLength(MAX_TOUCHES)
    remapping.touchUp([999], 'fill', to)
    expect(remapping.touches).toHaveLength(MAX_TOUCHES)
    expect(useNotices().shown.at(-1)?.text).toContain('remove some first')
  })
  it('says where no swatch mends what lost its contrast', () => {
    useRemapping().mend([])
    expect(useNotices().shown).toEqual([])
    useRemapping().mend([{ one: '#203a5c', other: '#203a5c' } as never])
    expect(useNotices().shown.at(-1)?.text).toContain('No swatch in this scheme fixes it')
  })
  it('lets go of what was selected when another piece comes on the stage', async () => {
    const remapping = useRemapping()
    remapping.select(['#203a5c'])
    remapping.alone = true
    useStage().pick([1], false)
    usePainting().shownId = 'b'
    await Promise.resolve()
    expect([remapping.selected.size, remapping.alone, useStage().picked.size]).toEqual([0, false, 0])
  })
})

describe('the stage', () => {
  it('lights inks, and lets only who lit them put them out', () => {
    const stage = useStage()
    const [one, other] = [Symbol('one'), Symbol('other')]
    stage.light(['#111111'], one)
    stage.light(['#222222'], other)
    stage.light(null, one)
    expect(stage.lit).toEqual(new Set(['#222222']))
    stage.light(null, other)
    expect(stage.lit).toBeNull()
  })
  it('picks shapes, more of them with Shift, and steps to the next', () => {
    const stage = useStage()
    stage.pick([1], false)
    stage.pick([2], true)
    expect(stage.picked).toEqual(new Set([1, 2]))
    stage.pick([2], true)
    expect(stage.picked).toEqual(new Set([1]))
    stage.shapes = { beside: (hits: ReadonlySet<unknown>, by: number) => hits.size + by } as never
    stage.pickBeside(1)
    expect(stage.picked).toEqual(new Set([2]))
    stage.pickBeside(1, true)
    expect(stage.picked).toEqual(new Set([2])) // the one beside is picked already
  })
  it('goes between everyone’s eyes and those looked through last', async () => {
    const stage = useStage()
    stage.exchangeEyes()
    expect(stage.eyes).toBe('deutan')
    stage.eyes = 'gray'
    await Promise.resolve()
    stage.exchangeEyes()
    expect(stage.eyes).toBe('everyone')
    stage.exchangeEyes()
    expect(stage.eyes).toBe('gray')
  })
  it('forgets all that belongs to a step when it is left', () => {
    const stage = useStage()
    Object.assign(stage, { before: true, picking: 'point', pointed: ['#111111'] })
    stage.pick([1], false)
    stage.light(['#111111'], Symbol('it'))
    stage.clear()
    expect([stage.before, stage.picking, stage.pointed, stage.picked.size, stage.lit]).toEqual([
      false,
      null,
      [],
      0,
      null,
    ])
  })
})

describe('the painting', () => {
  it('shows every ink as it becomes, as it is previewed, and as it was', () => {
    const [painting, history] = [usePainting(), useHistory()]
    const hexOf = (id: string | null | undefined): string =>
      history.document?.scheme.find(each => each.id === id)?.hex ?? ''
    history.run({ do: 'shade', shading: 'flat' } as never)
    expect(painting.settled('a').colors.get('#203a5c')).toBe(hexOf(targets()['#203a5c']))
    history.preview({ do: 'retarget', inks: ['#203a5c'], to: swatch(3), artwork: null })
    expect(painting.shown('a').colors.get('#203a5c')).toBe(hexOf(swatch(3)))
    expect(painting.settled('a').colors.get('#203a5c')).toBe(hexOf(targets()['#203a5c']))
  })
  it('shows the stand-ins as long as there is no artwork', () => {
    const painting = usePainting()
    expect(painting.piece?.id).toBe('a')
    useHistory().run([
      { do: 'remove artwork', ids: ['a'] },
      { do: 'remove artwork', ids: ['b'] },
    ] as never)
    expect(painting.artwork).toBeNull()
    expect(painting.pieces.length).toBeGreaterThan(2)
    expect(painting.piece).toBe(painting.pieces[0])
  })
  it('knows all inks of the project’s artwork as one list', () => {
    expect(usePainting().inks.map(({ hex }) => hex)).toEqual(['#203a5c', '#c8503c', '#f0e6d0'])
    const blue = usePainting().inks.find(({ hex }) => hex === '#203a5c')
    expect(blue?.area).toBeCloseTo(0.75, 6) // of two pieces, in one half, in the other all
  })
})
