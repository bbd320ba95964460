import type { Hex } from '#core/color/convert'
import type { Pixels } from '#core/picture/pixels'
import { wornFigures } from './wornFigures'

/** A picture of rows, each of one color; null is clear. */
const picture = (rows: ReadonlyArray<Hex | null>, width = 10): Pixels => {
  const data = new Uint8Array(rows.length * width * 4)
  rows.forEach((hex, y) => {
    for (let x = 0; x < width; x++)
      if (hex) data.set([...[1, 3, 5].map(at => parseInt(hex.slice(at, at + 2), 16)), 255], (y * width + x) * 4)
  })
  return { width, height: rows.length, data }
}
const rows = (...parts: Array<[hex: Hex | null, count: number]>): Array<Hex | null> =>
  parts.flatMap(([hex, count]) => Array.from({ length: count }, () => hex))

const [TEAL, CREAM, CORAL] = ['#0f6d5f', '#f4efe4', '#e0653f']
const SCHEME = [
  { hex: TEAL, share: 0.5, role: 'dominant' as const },
  { hex: CREAM, share: 0.4, role: 'neutral' as const },
  { hex: CORAL, share: 0.1, role: 'accent' as const },
]
const BEFORE = picture(rows(['#3366cc', 30], ['#eeeeee', 50], ['#cc3333', 20]))

it('counts what each swatch covers, a lighter one of its hue with it, beside what is meant', () => {
  const after = picture(rows([TEAL, 20], ['#16806f', 10], [CREAM, 50], [CORAL, 20]))
  const { covers, shareDistance, dominant, accentOver } = wornFigures(BEFORE, after, SCHEME)
  expect(covers).toEqual([0.3, 0.5, 0.2])
  expect(shareDistance).toBeCloseTo((0.2 + 0.1 + 0.1) / 2, 9)
  expect([dominant, accentOver]).toEqual([0.3, 0])
})
it('says by how much the accent covers more than what dominates', () =>
  expect(wornFigures(BEFORE, picture(rows([CORAL, 80], [TEAL, 20])), SCHEME).accentOver).toBeCloseTo(0.6, 9))
it('counts pairs that only hue distinguished and that still are distinguishable', () => {
  const pair = picture(rows(['#b5473c', 50], ['#3f8a4a', 50]))
  expect(wornFigures(pair, picture(rows([TEAL, 50], [CORAL, 50])), SCHEME).toldApart).toBe(1)
  expect(wornFigures(pair, picture(rows([TEAL, 100])), SCHEME).toldApart).toBe(0)
  expect(wornFigures(picture(rows(['#777777', 10])), picture(rows([TEAL, 10])), SCHEME).toldApart).toBeNull()
})
it('gives the angle hues turned by, and none where nothing has a hue', () => {
  const red = picture(rows(['#cc3333', 10]))
  expect(wornFigures(red, red, SCHEME).turned).toBeCloseTo(0, 9)
  expect(wornFigures(red, picture(rows(['#33cccc', 10])), SCHEME).turned).toBeGreaterThan(140)
  expect(wornFigures(picture(rows(['#808080', 10])), red, SCHEME).turned).toBeNull()
})
it('leaves out what is clear, takes schemes without roles, and refuses pictures of two sizes', () => {
  const half = picture(rows([null, 50], ['#3366cc', 50]))
  expect(wornFigures(half, picture(rows([CORAL, 50], [TEAL, 50])), SCHEME).covers).toEqual([1, 0, 0])
  expect(wornFigures(BEFORE, BEFORE, [{ hex: TEAL, share: 0 }])).toMatchObject({ dominant: null, accentOver: null })
  expect(wornFigures(picture(rows([null, 4])), picture(rows([null, 4])), SCHEME)).toMatchObject({
    covers: [0, 0, 0],
    toldApart: null,
    turned: null,
  })
  expect(() => wornFigures(BEFORE, half, SCHEME)).not.toThrow()
  expect(() => wornFigures(BEFORE, picture(rows([TEAL, 3])), SCHEME)).toThrow(RangeError)
})
