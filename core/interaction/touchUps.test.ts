import { MOST_AREAS, MOST_AREAS_TOUCHED, MOST_SHAPES_TOUCHED, MOST_TOUCHED, MOST_TOUCHES } from '#core/document/limits'
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
    const command = touchUpCommand('a1', shapes(MOST_TOUCHED + 5), PAINT, 'id')
    expect(command?.do === 'touch up' && command.touch.shapes).toHaveLength(MOST_TOUCHED)
    expect(touchUpExcess(shapes(MOST_TOUCHED))).toBeNull()
    expect(touchUpExcess(shapes(MOST_TOUCHED + 1))).toContain(`up to ${MOST_TOUCHED} at once`)
    expect(touchUpExcess(shapes(MOST_AREAS + 1).map(area))).toContain(`up to ${MOST_AREAS} at once`)
  })
  it('is refused where an artwork has as many as it may, in words', () => {
    expect(touchUpRefusal([], [1])).toBeNull()
    const most = Array.from({ length: MOST_TOUCHES }, () => touch([1]))
    expect(touchUpRefusal(most.slice(1), [1])).toBeNull()
    expect(touchUpRefusal(most, [1])).toContain('remove some first')
    const spread = [touch(shapes(MOST_SHAPES_TOUCHED - 1))]
    expect(touchUpRefusal(spread, [1])).toBeNull()
    expect(touchUpRefusal(spread, [1, 2])).toContain('shapes touched up')
    const wide = [touch([], shapes(MOST_AREAS_TOUCHED).map(area))]
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
