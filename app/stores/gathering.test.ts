import type { Reference } from '#core/document/gathering'
import { derivedFrom } from '#core/interaction/testing'
import { freshPage, until } from '~/testing/page'
import { beginProject } from '~/testing/project'
import { useGathering } from './gathering'
import { useHistory } from './history'
import { useMood } from './mood'
import { useNotices } from './notices'
import { usePictures } from './pictures'

/** Requests to the worker, and its answers. */
const asked: Array<{ hashes: string[]; count: number; fixed: string[] }> = []
let answer: { found: object[]; flat: boolean; note: string | null }
jest.mock('./pictures', () => {
  const pictures = {
    letGo: () => undefined,
    extract: (sources: Array<{ hash: string }>, wanted: { count: number; fixed: string[] }) => {
      asked.push({ hashes: sources.map(({ hash }) => hash), count: wanted.count, fixed: [...wanted.fixed] })
      return Promise.resolve(answer)
    },
  }
  return { usePictures: () => pictures }
})

const reference = (id: string): Reference => ({
  ...{ id, name: id, hash: id.repeat(64).slice(0, 64), width: 400, height: 300, region: null },
  place: { x: 0, y: 0 },
})
const FOUND = [
  { hex: '#203a5c', share: 0.6, source: 0, x: 0.1, y: 0.2 },
  { hex: '#c8503c', share: 0.3, source: 0, x: 0.5, y: 0.6 },
  { hex: '#f0e6d0', share: 0.1, source: 0, x: 0.7, y: 0.8 },
]

beforeEach(() => {
  freshPage()
  asked.length = 0
  answer = { found: FOUND, flat: false, note: null }
  beginProject({ ...derivedFrom('#0f6d5f'), references: [reference('a'), reference('b')] })
})
const hexes = (): string[] => useHistory().document?.scheme.map(({ hex }) => hex) ?? []

describe('gathering', () => {
  it('offers a scheme from each reference, and from all together', async () => {
    const gathering = useGathering()
    await gathering.refresh()
    expect(gathering.candidates.map(({ title }) => title)).toEqual(['All together', 'a', 'b'])
    expect(gathering.candidates.every(({ extraction }) => extraction === answer)).toBe(true)
    expect(asked.map(({ hashes }) => hashes.length)).toEqual([2, 1, 1])
  })
  it('says of a reference that cannot be read why, and goes on', async () => {
    const extract = jest.spyOn(usePictures(), 'extract').mockRejectedValueOnce(new Error('It is broken.'))
    const gathering = useGathering()
    await gathering.refresh()
    expect(gathering.candidates.map(({ problem }) => problem)).toEqual(['It is broken.', null, null])
    extract.mockRestore()
  })
  it('takes the colors of a reference as the scheme, at rest', async () => {
    await useGathering().adopt(['a'])
    expect(hexes()).toEqual(['#203a5c', '#c8503c', '#f0e6d0'])
    expect(useHistory().document).toMatchObject({ derived: false, gathering: { of: ['a'], lean: { x: 0, y: 0 } } })
    expect(useHistory().document?.samples.map(({ x, y }) => [x, y])).toEqual([
      [0.1, 0.2],
      [0.5, 0.6],
      [0.7, 0.8],
    ])
  })
  it('keeps what is locked, and asks for at least as many', async () => {
    const history = useHistory()
    const ids = history.document?.scheme.map(({ id }) => id) ?? []
    for (const id of ids.slice(0, 2)) history.run({ do: 'lock', id, locked: true })
    const locked = hexes().slice(0, 2)
    await useGathering().adopt(['a'], { count: 2 })
    expect(asked.at(-1)).toMatchObject({ fixed: locked, count: 2 })
  })
  it('says that nothing was found, and changes nothing', async () => {
    answer = { found: [], flat: false, note: 'The picture is clear all over.' }
    const before = hexes()
    await useGathering().adopt(['a'])
    expect(hexes()).toEqual(before)
    expect(useNotices().shown[0]?.text).toBe('The picture is clear all over.')
  })
  it('previews a candidate and leaves it', async () => {
    const gathering = useGathering()
    await gathering.refresh()
    const before = hexes()
    gathering.preview(gathering.candidates[1] ?? null)
    expect(hexes()).toEqual(['#203a5c', '#c8503c', '#f0e6d0'])
    gathering.preview(null)
    expect(hexes()).toEqual(before)
  })
  it('bends with the pad while the hand is on it, and stays or goes back', async () => {
    const gathering = useGathering()
    await gathering.adopt(['a'])
    answer = { ...answer, found: FOUND.slice(0, 2) }
    gathering.lean({ x: 0.5, y: 0 })
    await until(() => hexes().length === 2)
    expect(useHistory().settled?.scheme).toHaveLength(3)
    await gathering.leanSettle(null)
    expect(hexes()).toHaveLength(3)
    await gathering.leanSettle({ x: 0.5, y: 0 })
    expect(useHistory().settled).toMatchObject({ gathering: { lean: { x: 0.5, y: 0 } } })
    expect(hexes()).toHaveLength(2)
  })
  it('follows at once when it is asked for more colors, as long as the scheme is an extraction', async () => {
    const gathering = useGathering()
    await gathering.change({ count: 7 })
    expect(asked).toEqual([])
    expect(gathering.settings?.count).toBe(7)
    await gathering.adopt(['a'])
    await gathering.change({ count: 4 })
    expect(asked.at(-1)?.count).toBe(4)
  })
})

describe('the mood page', () => {
  it('shows what could lie on it, until something does', () => {
    const mood = useMood()
    expect(mood.pictures).toEqual([])
    expect(mood.sketched.map(({ reference: id }) => id)).toEqual(['a', 'b'])
    mood.toggle('b')
    expect(mood.sketched.map(({ reference: id }) => id)).toEqual(['b'])
    expect(mood.isOn('b')).toBe(true)
    mood.toggle('b')
    expect(mood.isOn('b')).toBe(false)
  })
  it('moves pictures within their order', () => {
    const mood = useMood()
    mood.toggle('a')
    mood.toggle('b')
    const order = (): string[] => mood.pictures.map(({ reference: id }) => id)
    mood.move('b', -1)
    expect(order()).toEqual(['b', 'a'])
    mood.move('b', -1)
    expect(order()).toEqual(['b', 'a'])
    mood.move('b', 1)
    expect(order()).toEqual(['a', 'b'])
  })
  it('crops one picture and leaves the others', () => {
    const mood = useMood()
    mood.toggle('a')
    mood.toggle('b')
    const cropped = mood.cropped('a', { zoom: 2 })
    expect(cropped.map(({ zoom }) => zoom)).toEqual([2, 1])
  })
  it('forgets pictures whose reference is gone', () => {
    const mood = useMood()
    mood.toggle('a')
    useHistory().run({ do: 'remove reference', id: 'a' } as never)
    expect(mood.pictures).toEqual([])
  })
})
