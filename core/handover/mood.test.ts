import fc from 'fast-check'
import { ARRANGEMENTS, MOOD_COLORS, MOOD_SHAPES } from '#core/document/handOver'
import { framesOf, moodPage, SHAPE_SIZES } from './mood'
import { placeCropped, truncateToFit, wrapLines, type Mark, type Measure, type Rect } from './page'

const measure: Measure = (text, { size }) => [...text].length * size * 0.55
const HEXES = [
  '#0f6d5f',
  '#e07a5f',
  '#f7e1d7',
  '#22313f',
  '#f2c14e',
  '#8c4a6b',
  '#2a9d8f',
  '#000000',
  '#ffffff',
  '#777777',
  '#33aa22',
  '#4411cc',
]
const colors = (count: number) =>
  HEXES.slice(0, count).map((hex, i) => ({ name: `color number ${i}`, hex, share: 1 / (i + 1) }))
const pictures = (count: number) =>
  Array.from({ length: count }, (_, i) => ({ id: `r${i}`, name: `Picture ${i}`, crop: { x: 0.5, y: 0.5, zoom: 1 } }))
const flat = (marks: readonly Mark[]): Mark[] =>
  marks.flatMap(mark => (mark.mark === 'part' ? [mark, ...flat(mark.marks)] : [mark]))
const overlap = (one: Rect, other: Rect): number =>
  Math.max(0, Math.min(one.x + one.width, other.x + other.width) - Math.max(one.x, other.x)) *
  Math.max(0, Math.min(one.y + one.height, other.y + other.height) - Math.max(one.y, other.y))

describe.each(ARRANGEMENTS)('the arrangement %s', arrangement => {
  it('holds 1 to 12 pictures and every color in every shape, within the page, large enough to be seen', () => {
    for (const shape of MOOD_SHAPES)
      for (const style of MOOD_COLORS)
        for (let count = 1; count <= 12; count++) {
          const page = moodPage({ arrangement, shape, colors: style, names: true }, pictures(count), colors(6), measure)
          const [width, height] = SHAPE_SIZES[shape]
          const frames = framesOf(page)
          expect(frames.map(({ picture }) => picture)).toEqual(pictures(count).map(({ id }) => id))
          const wrong = frames.filter(
            each =>
              each.x < 0 ||
              each.y < 0 ||
              each.x + each.width > width + 0.01 ||
              each.y + each.height > height + 0.01 ||
              Math.min(each.width, each.height) < 70,
          )
          expect(wrong).toEqual([])
          const shown = flat(page.marks).flatMap(mark => ('fill' in mark && mark.mark !== 'words' ? [mark.fill] : []))
          expect(new Set(shown)).toEqual(new Set(HEXES.slice(0, 6)))
          const apart = frames.every((one, a) => frames.every((other, b) => a === b || overlap(one, other) < 1))
          expect(apart || arrangement === 'drift').toBe(true)
        }
  })
  it('puts no color over a picture', () => {
    for (const shape of MOOD_SHAPES) {
      const page = moodPage({ arrangement, shape, colors: 'blocks', names: false }, pictures(5), colors(7), measure)
      const boxes = flat(page.marks).filter(mark => mark.mark === 'box')
      for (const frame of framesOf(page)) for (const box of boxes) expect(overlap(frame, box)).toBeLessThan(1)
    }
  })
})
it('fills the page with colors where there is no picture yet', () => {
  const page = moodPage(
    { arrangement: 'quilt', shape: 'square', colors: 'blocks', names: true },
    [],
    colors(5),
    measure,
  )
  expect(flat(page.marks).filter(mark => mark.mark === 'box')).toHaveLength(5)
})
it('twelve colors all have a place, also where places are few or many', () => {
  for (const arrangement of ARRANGEMENTS)
    for (const count of [1, 2, 12]) {
      const page = moodPage(
        { arrangement, shape: 'story', colors: 'blocks', names: true },
        pictures(3),
        colors(count),
        measure,
      )
      expect(flat(page.marks).filter(mark => mark.mark === 'box')).toHaveLength(count)
    }
})

describe('a crop', () => {
  const frame = { x: 10, y: 20, width: 100, height: 50 }
  const any = fc.record({
    ratio: fc.double({ min: 0.2, max: 5, noNaN: true }),
    x: fc.double({ min: 0, max: 1, noNaN: true }),
    y: fc.double({ min: 0, max: 1, noNaN: true }),
    zoom: fc.double({ min: 1, max: 6, noNaN: true }),
  })
  it('always fills its frame and keeps the shape of the picture', () =>
    fc.assert(
      fc.property(any, ({ ratio, ...crop }) => {
        const at = placeCropped(frame, ratio, crop)
        expect(at.width / at.height).toBeCloseTo(ratio, 6)
        expect(at.x).toBeLessThanOrEqual(frame.x + 1e-9)
        expect(at.y).toBeLessThanOrEqual(frame.y + 1e-9)
        expect(at.x + at.width).toBeGreaterThanOrEqual(frame.x + frame.width - 1e-6)
        expect(at.y + at.height).toBeGreaterThanOrEqual(frame.y + frame.height - 1e-6)
      }),
    ))
})
describe('words', () => {
  const how = { face: 'text', size: 10 } as const
  it('are cut with an ellipsis where there is no room', () => {
    expect(truncateToFit('harbor', 100, how, measure)).toBe('harbor')
    expect(truncateToFit('harbor at dusk', 44, how, measure)).toBe('harbor…')
  })
  it('go into lines, long ones broken, the last cut', () => {
    expect(wrapLines('harbor at dusk', 60, 3, how, measure)).toEqual(['harbor at', 'dusk'])
    expect(wrapLines('harbor at dusk', 60, 1, how, measure)).toEqual(['harbor at…'])
    expect(wrapLines('x'.repeat(25), 60, 9, how, measure)).toEqual(['x'.repeat(10), 'x'.repeat(10), 'xxxxx'])
  })
  it('never are wider than their room', () =>
    fc.assert(
      fc.property(fc.string({ maxLength: 80 }), fc.integer({ min: 12, max: 200 }), (text, room) => {
        for (const line of wrapLines(text, room, 4, how, measure)) expect(measure(line, how)).toBeLessThanOrEqual(room)
      }),
    ))
})
