import fc from 'fast-check'
import { contrastOf } from '#core/color/contrast'
import { hexOfLch, lchOf } from '#core/color/convert'
import { deltaE } from '#core/color/difference'
import { ladder, LADDERS } from '#core/harmony/ladder'
import { nearestPassing, nearestRung } from './nearest'
import { runs } from '../../tests/runs'

const hex = fc.integer({ min: 0, max: 0xffffff }).map(value => `#${value.toString(16).padStart(6, '0')}`)

it('passes, and nothing nearer on the hue does', () => {
  fc.assert(
    fc.property(hex, hex, fc.constantFrom(3, 4.5, 7), (color, against, ratio) => {
      const found = nearestPassing(color, against, ratio)
      const { c, h } = lchOf(color)
      const all = Array.from({ length: 201 }, (_, i) =>
        Array.from({ length: 12 }, (__, k) => hexOfLch({ l: i / 200, c: (c * k) / 10, h })),
      )
        .flat()
        .filter(each => contrastOf(each, against) >= ratio)
      if (!found) return expect(all).toEqual([])
      expect(contrastOf(found, against)).toBeGreaterThanOrEqual(ratio)
      const nearest = Math.min(...all.map(each => deltaE(color, each)), Infinity)
      expect(deltaE(color, found)).toBeLessThanOrEqual(nearest + 0.6) // a step of lightness
    }),
    { numRuns: runs(40) },
  )
})
it('finds the nearest rung that passes, or none', () => {
  fc.assert(
    fc.property(hex, hex, fc.constantFrom(3, 4.5, 7), (color, against, ratio) => {
      const found = nearestRung(color, against, ratio, 4)
      if (found) expect(contrastOf(found, against)).toBeGreaterThanOrEqual(ratio)
      else
        for (const kind of LADDERS)
          for (const rung of ladder(color, kind, 4)) expect(contrastOf(rung, against)).toBeLessThan(ratio)
    }),
    { numRuns: runs(40) },
  )
  const rung = nearestRung('#e07a5f', '#f4f1de', 4.5, 6) ?? ''
  expect(contrastOf(rung, '#f4f1de')).toBeGreaterThanOrEqual(4.5)
  expect(deltaE(rung, '#e07a5f')).toBeLessThan(40)
})
it('leaves what passes, and knows what cannot', () => {
  expect(nearestPassing('#111111', '#ffffff', 7)).toBe('#111111')
  expect(nearestPassing('#808080', '#7a7a7a', 7)).toBeNull()
})
