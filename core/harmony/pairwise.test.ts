import { hexOfLch, lchOf } from '#core/color/convert'
import { harmonyOf, pairHarmony } from './pairwise'

it('is the same either way round', () => {
  expect(pairHarmony('#e07a5f', '#0f6d5f')).toBeCloseTo(pairHarmony('#0f6d5f', '#e07a5f'), 10)
})
it('says of black and white what the published formula comes to', () => {
  // no chroma: HC = 0.04 + 0.53 tanh 0.8; L sum and difference 100; each gray EC (HS + EY) with EC = 0.5 + 0.5 tanh -2
  const ec = 0.5 + 0.5 * Math.tanh(-2)
  const byChroma = 0.04 + 0.53 * Math.tanh(0.8)
  const byLight = 0.28 + 0.54 * Math.tanh(-3.88 + 2.9) + 0.14 + 0.15 * Math.tanh(-2 + 20)
  const rough = pairHarmony('#000000', '#ffffff') - byChroma - byLight
  expect(Math.abs(rough)).toBeLessThan(ec * 2 * 1.6)
})
it('prefers light pairs to dark ones, like hues to opposite ones, and some difference of lightness', () => {
  const at = (l: number, h: number): string => hexOfLch({ l, c: 0.08, h })
  expect(pairHarmony(at(0.85, 200), at(0.75, 200))).toBeGreaterThan(pairHarmony(at(0.4, 200), at(0.3, 200)))
  expect(pairHarmony(at(0.7, 200), at(0.7, 220))).toBeGreaterThan(pairHarmony(at(0.7, 200), at(0.7, 20)))
  expect(pairHarmony(at(0.8, 200), at(0.5, 200))).toBeGreaterThan(pairHarmony(at(0.66, 200), at(0.64, 200)))
  expect(lchOf(at(0.7, 20)).c).toBeGreaterThan(0.05)
})
it('counts pairs by the areas of both', () => {
  const [good, bad] = ['#f2e6c8', '#2b2b5f']
  const colors = (area: number) => [
    { hex: good, area: 1 },
    { hex: '#e8dcc0', area: 1 },
    { hex: bad, area },
  ]
  expect(harmonyOf(colors(0))).toBeCloseTo(pairHarmony(good, '#e8dcc0'), 10)
  expect(harmonyOf(colors(1))).toBeLessThan(harmonyOf(colors(0.1)))
  expect(harmonyOf([{ hex: good, area: 1 }])).toBe(0)
})
