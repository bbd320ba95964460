import { nextByKey, type Box } from './roving'

const grid = (count: number, columns: number): Box[] =>
  Array.from({ length: count }, (_, i) => {
    const [left, top] = [(i % columns) * 50, Math.floor(i / columns) * 30]
    return { left, top, right: left + 48, bottom: top + 28 }
  })

describe('going among things by key', () => {
  it('goes along and to the row below and above, to the nearest', () => {
    const boxes = grid(8, 3)
    expect(nextByKey(boxes, 1, 'ArrowRight')).toBe(2)
    expect(nextByKey(boxes, 2, 'ArrowRight')).toBe(3)
    expect(nextByKey(boxes, 1, 'ArrowDown')).toBe(4)
    expect(nextByKey(boxes, 5, 'ArrowDown')).toBe(7)
    expect(nextByKey(boxes, 7, 'ArrowUp')).toBe(4)
    expect(nextByKey(boxes, 0, 'ArrowUp')).toBeNull()
    expect(nextByKey(boxes, 7, 'ArrowDown')).toBeNull()
    expect(nextByKey(boxes, 4, 'Home')).toBe(0)
    expect(nextByKey(boxes, 4, 'End')).toBe(7)
  })
  it('takes up and down for back and on where all stand in a row', () => {
    expect(nextByKey(grid(4, 4), 1, 'ArrowDown')).toBe(2)
    expect(nextByKey(grid(4, 4), 0, 'ArrowUp')).toBeNull()
    expect(nextByKey(grid(4, 1), 1, 'ArrowRight')).toBe(2)
  })
  it('goes round by page keys where arrows are taken', () => {
    expect(nextByKey(grid(3, 3), 2, 'PageDown', 'pages')).toBe(0)
    expect(nextByKey(grid(3, 3), 0, 'PageUp', 'pages')).toBe(2)
    expect(nextByKey(grid(3, 3), 0, 'ArrowRight', 'pages')).toBeNull()
  })
  it('leads nowhere from nothing, and by other keys', () => {
    expect(nextByKey([], -1, 'ArrowRight')).toBeNull()
    expect(nextByKey(grid(1, 1), 0, 'ArrowRight')).toBeNull()
    expect(nextByKey(grid(3, 3), 0, 'x')).toBeNull()
  })
})
