import { MAX_ON_SHELF } from '#core/document/limits'
import { keptSwatchSchema } from '#core/document/shelf'
import { shelfSwatches } from './shelfSwatches'

describe('colors that are put on the shelf', () => {
  it('have names, shares that make a whole, and roles, whatever came with them', () => {
    const stored = shelfSwatches([
      { hex: '#e07a5f', name: ' Brick\n', share: 3 },
      { hex: '#f4f1de', name: null, share: 6 },
      { hex: '#3d405b', share: null },
      { hex: '#f4f1de', share: 1 },
    ])
    expect(stored.map(({ share }) => share)).toEqual([0.3, 0.6, 0, 0.1])
    expect(stored[0]?.name).toBe('Brick')
    expect(new Set(stored.map(({ name }) => name)).size).toBe(4)
    expect(stored[1]?.role).toBe('dominant')
    for (const swatch of stored) expect(keptSwatchSchema.safeParse(swatch).success).toBe(true)
  })
  it('cover the same where no share is given, and are as many as the shelf keeps', () => {
    const stored = shelfSwatches(Array.from({ length: 100 }, (_, i) => ({ hex: `#0000${(i + 16).toString(16)}` })))
    expect(stored).toHaveLength(MAX_ON_SHELF)
    expect(stored[5]?.share).toBeCloseTo(1 / MAX_ON_SHELF)
  })
})
