import { MAX_AREAS, MAX_AREAS_TOUCHED, MAX_SHAPES_TOUCHED, MAX_TOUCHED, MAX_TOUCHES } from '#core/document/limits'
import type { Touch } from '#core/document/remap'
import { type Hit, touchesAny, touchUpCommand, touchUpExcess, touchUpRefusal } from './touchUps'
import { itemBeside } from './selection'

const area = (x: number): Exclude<Hit, number> => ({ x, y: 0.5, reach: 6 })
const touch = (shapes: number[], areas: Touch['areas'] = []): Touch => ({
  ...{ id: 't', shapes, areas, paint: 'fill' as const, to: { swatch: 's1', rung: null }, opacity: null },
})
const PAINT = { paint: 'fill' as const, to: { swatch: 's1', rung: null }, opacity: null }
const shapes = (count: number): number[] => Array.from({ length: count }, (_, i) => i)

describe('a touch-up', () => {
  it('paints the shapes and areas that were picked', () => {
    expect(touchUpCommand('a1', [3, area(0.1), 7], PAINT, 'id')).toEqual({
      do: 'touch up',
      artwork: 'a1',
      touch: { id: 'id', shapes: [3, 7], areas: [area(0.1)], ...PAINT },
    })
    expect(touchUpCommand('a1', [], PAINT, 'id')).toBeNull()
  })
  it('holds so many, and says where more were picked', () => {
    const command = touchUpCommand('a1', shapes(MAX_TOUCHED + 5), PAINT, 'id')
    expect(command?.do === 'touch up' && command.touch.shapes).toHaveLength(MAX_TOUCHED)
    expect(touchUpExcess(shapes(MAX_TOUCHED))).toBeNull()
    expect(touchUpExcess(shapes(MAX_TOUCHED + 1))).toContain(`up to ${MAX_TOUCHED} at once`)
    expect(touchUpExcess(shapes(MAX_AREAS + 1).map(area))).toContain(`up to ${MAX_AREAS} at once`)
  })
  it('is refused where an artwork has as many as it may, in words', () => {
    expect(touchUpRefusal([], [1])).toBeNull()
    const max = Array.from({ length: MAX_TOUCHES }, () => touch([1]))
    expect(touchUpRefusal(max.slice(1), [1])).toBeNull()
    expect(touchUpRefusal(max, [1])).toContain('remove some first')
    const spread = [touch(shapes(MAX_SHAPES_TOUCHED - 1))]
    expect(touchUpRefusal(spread, [1])).toBeNull()
    expect(touchUpRefusal(spread, [1, 2])).toContain('shapes touched up')
    const wide = [touch([], shapes(MAX_AREAS_TOUCHED).map(area))]
    expect(touchUpRefusal(wide, [])).toBeNull()
    expect(touchUpRefusal(wide, [area(0.999)])).toContain('areas touched up')
  })
  it('is known by what is picked', () => {
    expect(touchesAny(touch([3, 4]), [4])).toBe(true)
    expect(touchesAny(touch([3, 4]), [5])).toBe(false)
    expect(touchesAny(touch([], [area(0.1)]), [{ ...area(0.1), reach: 9 }])).toBe(true)
    expect(touchesAny(touch([], [area(0.1)]), [area(0.2)])).toBe(false)
    expect(touchesAny(touch([3]), [])).toBe(false)
  })
  it('goes on to the next shape', () => {
    expect(itemBeside([4, 8, 15], [4, 8, 15].indexOf(8), 1)).toBe(15)
  })
})
