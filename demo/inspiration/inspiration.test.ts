import { lchOf } from '#core/color/convert'
import { deltaE, okDistance } from '#core/color/difference'
import { inspirationSchema, searched } from '#core/formats/inspiration'
import stored from '../../server/inspiration/schemes.json'
import { inspirations } from './compose'

const schemes = inspirations()
const hexes = (scheme: (typeof schemes)[number]): string[] => scheme.colors.map(({ hex }) => hex)

describe('the inspiration shelf', () => {
  it('holds what its script composes', () => expect(stored).toEqual(schemes))
  it('has at least 150 schemes with names and ids of their own, and tags', () => {
    expect(schemes.length).toBeGreaterThanOrEqual(150)
    expect(new Set(schemes.map(({ name }) => name)).size).toBe(schemes.length)
    expect(new Set(schemes.map(({ id }) => id)).size).toBe(schemes.length)
    for (const scheme of schemes) expect(inspirationSchema.safeParse(scheme).success).toBe(true)
  })
  it('is usable: colors apart, light and dark, something with a hue', () => {
    for (const scheme of schemes) {
      const colors = hexes(scheme)
      for (const [i, one] of colors.entries())
        for (const other of colors.slice(i + 1)) expect(deltaE(one, other)).toBeGreaterThanOrEqual(10)
      const light = colors.map(hex => lchOf(hex).l)
      expect(Math.max(...light) - Math.min(...light)).toBeGreaterThan(0.4)
      expect(Math.max(...colors.map(hex => lchOf(hex).c))).toBeGreaterThan(0.035)
    }
  })
  it('is varied: no two schemes alike, every mood, dominant hues all round', () => {
    const away = (one: string[], other: string[]): number =>
      one.reduce((sum, hex) => sum + Math.min(...other.map(each => okDistance(hex, each))), 0) / one.length
    const min = Math.min(
      ...schemes.flatMap((one, i) => schemes.slice(i + 1).map(other => away(hexes(one), hexes(other)))),
    )
    expect(min).toBeGreaterThan(0.012)
    const sectors = new Set(
      schemes.flatMap(({ colors: [main] }) =>
        main && lchOf(main.hex).c > 0.04 ? [Math.floor(lchOf(main.hex).h / 30)] : [],
      ),
    )
    expect(sectors.size).toBeGreaterThanOrEqual(11)
  })
})

describe('searching it', () => {
  const ask = { words: '', near: null, fits: [] }
  it('finds by the beginnings of words, all of them', () => {
    expect(
      searched(schemes, { ...ask, words: 'lightho quiet' }).every(
        ({ name, mood }) => /lighthouse/.test(name) && mood === 'quiet',
      ),
    ).toBe(true)
    expect(searched(schemes, { ...ask, words: 'packaging food' }).length).toBeGreaterThan(3)
    expect(searched(schemes, { ...ask, words: 'nothing like this' })).toEqual([])
  })
  it('finds near a color, nearest first', () => {
    const found = searched(schemes, { ...ask, near: '#2f7d6d' })
    const away = found.map(scheme => Math.min(...hexes(scheme).map(hex => deltaE(hex, '#2f7d6d'))))
    expect(found.length).toBeGreaterThan(2)
    expect(away).toEqual([...away].sort((one, other) => one - other))
    expect(away.at(-1)).toBeLessThanOrEqual(14)
  })
  it('finds what fits several colors at once', () => {
    const fits = ['#c2382b', '#1d2c46']
    const found = searched(schemes, { ...ask, fits })
    expect(found.length).toBeGreaterThan(0)
    expect(found.length).toBeLessThan(schemes.length / 2)
  })
})
