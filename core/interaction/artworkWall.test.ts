import type { Artwork } from '#core/document/artwork'
import {
  differenceWords,
  distanceFromSet,
  findArtwork,
  foldersOf,
  inksAmong,
  lostIn,
  meanCovers,
  pickAfterClick,
  wornPiece,
} from './artworkWall'

const piece = (id: string, folder?: string): Artwork => ({
  ...{ kind: 'svg', id, name: `Icon ${id}`, hash: id.repeat(64).slice(0, 64), width: 16, height: 16 },
  ...(folder ? { folder } : {}),
})
const SCHEME = [
  { id: 's1', name: 'Denim' },
  { id: 's2', name: 'Shrimp' },
]
const ink = (hex: string, area: number, beside: Array<readonly [string, number]> = []) => ({ hex, area, beside })

describe('a piece on the wall', () => {
  const targets: Record<string, string | null> = { '#000000': 's1', '#111111': 's1', '#ff0000': 's2', '#ffffff': null }
  const inks = [ink('#000000', 0.4), ink('#111111', 0.2), ink('#ff0000', 0.1), ink('#ffffff', 0.3)]
  it('wears each swatch by the area of its inks, and leaves the rest', () => {
    const { covers, left } = wornPiece(inks, hex => targets[hex] ?? null)
    expect(covers.get('s1')).toBeCloseTo(0.6)
    expect(covers.get('s2')).toBeCloseTo(0.1)
    expect(left).toBeCloseTo(0.3)
    expect(lostIn(inks, new Map())).toBe(0)
  })
  it('has lost an edge where two inks that were dark and light become the same', () => {
    const touching = [ink('#000000', 0.5, [['#ffffff', 1]]), ink('#ffffff', 0.5)]
    const same = new Map([
      ['#000000', '#808080'],
      ['#ffffff', '#808080'],
    ])
    expect(lostIn(touching, same)).toBeGreaterThan(0.5)
  })
  it('is the farther from its set the more it differs, and says in what', () => {
    const like = { covers: new Map([['s1', 1]]), left: 0 }
    const unlike = { covers: new Map([['s2', 1]]), left: 0 }
    const all = [like, like, like, unlike]
    const mean = meanCovers(all)
    expect([...mean]).toEqual([
      ['s1', 0.75],
      ['s2', 0.25],
    ])
    expect(distanceFromSet(like, 0, mean, 0)).toBeCloseTo(0.25)
    expect(distanceFromSet(unlike, 0, mean, 0)).toBeCloseTo(0.75)
    expect(differenceWords(unlike, 0, mean, 0, SCHEME)).toBe('Denim 0%, set 75%')
    expect(differenceWords({ ...like, left: 0.5 }, 0, mean, 0.1, SCHEME)).toBe('50% left as it is')
    expect(differenceWords(like, 0.4, mean, 0, SCHEME)).toBe('40% of its edges lost')
    expect(differenceWords({ covers: mean, left: 0 }, 0, mean, 0, SCHEME)).toBeNull()
  })
})

describe('the wall', () => {
  const pieces = [piece('a', 'icons/24'), piece('b', 'icons'), piece('c', 'iconset'), piece('d')]
  const find = (words: string, folder: string | null = null): string[] =>
    findArtwork(
      pieces,
      { words, folder },
      ({ id }) => (id === 'a' ? [{ hex: '#336699' }] : []),
      ({ id }) => new Map([[id === 'b' ? 's1' : 's2', 0.5]]),
      SCHEME,
    ).map(({ id }) => id)
  it('finds pieces by name, folder, ink and swatch', () => {
    expect(find('')).toEqual(['a', 'b', 'c', 'd'])
    expect(find(' ICON D')).toEqual(['d'])
    expect(find('icons/24')).toEqual(['a'])
    expect(find('#336699')).toEqual(['a'])
    expect(find('denim')).toEqual(['b'])
    expect(find('nothing of that')).toEqual([])
  })
  it('shows a folder with those in it, and no other that begins alike', () => {
    expect(find('', 'icons')).toEqual(['a', 'b'])
    expect(foldersOf(pieces)).toEqual([
      { folder: 'icons', count: 2 },
      { folder: 'icons/24', count: 1 },
      { folder: 'iconset', count: 1 },
    ])
  })
  it('has pieces picked alone, one by one, and from one to another', () => {
    const order = ['a', 'b', 'c', 'd']
    expect([...pickAfterClick(new Set(['a', 'b']), 'a', 'c', order, 'alone')]).toEqual(['c'])
    expect([...pickAfterClick(new Set(['a', 'b']), 'a', 'b', order, 'toggle')]).toEqual(['a'])
    expect([...pickAfterClick(new Set(['a']), 'a', 'd', order, 'toggle')]).toEqual(['a', 'd'])
    expect([...pickAfterClick(new Set(['c']), 'c', 'a', order, 'range')].sort()).toEqual(['a', 'b', 'c'])
    expect([...pickAfterClick(new Set(), null, 'b', order, 'range')]).toEqual(['b'])
  })
})

it('lists the inks of several pieces, those of most pieces first, then by area', () => {
  const [black, red, white] = ['#000000', '#ff0000', '#ffffff']
  const pieces = [[ink(black, 0.2), ink(red, 0.8)], [ink(black, 0.1), ink(white, 0.9)], []]
  expect(inksAmong(pieces).map(({ hex, pieces: count }) => [hex, count])).toEqual([
    [black, 2],
    [white, 1],
    [red, 1],
  ])
  expect(inksAmong([])).toEqual([])
  const many = Array.from({ length: 400 }, (_, n) => ink(`#${String(n).padStart(6, '0')}`, 0.001))
  expect(inksAmong([many])).toHaveLength(200)
})
