import { MAX_ON_SHELF } from '#core/document/limits'
import { keptSwatchSchema } from '#core/document/shelf'
import { shelfSwatches } from './shelfSwatches'

describe('colors that are put on the shelf', () => {
  it('have names, shares that make a whole, and roles, whatever came with them', () => {
    const kept = shelfSwatches([
      { hex: '#e07a5f', name: ' Brick\n', share: 3 },
      { hex: '#f4f1de', name: null, share: 6 },
      { hex: '#3d405b', share: null },
      { hex: '#f4f1de', share: 1 },
    ])
    expect(kept.map(({ share }) => share)).toEqual([0.3, 0.6, 0, 0.1])
    expect(kept[0]?.name).toBe('Brick')
    expect(new Set(kept.map(({ name }) => name)).size).toBe(4)
    expect(kept[1]?.role).toBe('dominant')
    for (const swatch of kept) expect(keptSwatchSchema.safeParse(swatch).success).toBe(true)
  })
  it('cover the same where nothing is said, and are as many as the shelf keeps', () => {
    const kept = shelfSwatches(Array.from({ length: 100 }, (_, i) => ({ hex: `#0000${(i + 16).toString(16)}` })))
    expect(kept).toHaveLength(MAX_ON_SHELF)
    expect(kept[5]?.share).toBeCloseTo(1 / MAX_ON_SHELF)
  })
})
