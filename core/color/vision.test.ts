import { deltaE } from './difference'
import { leastApart, seenBy, VISIONS } from './vision'

it('leaves grays as they are, for all', () => {
  for (const vision of VISIONS)
    for (const hex of ['#000000', '#808080', '#ffffff']) expect(deltaE(seenBy(vision, hex), hex)).toBeLessThan(0.8)
})
it('shows pure colors as the published matrices do, in linear light', () => {
  // the first column of each matrix, encoded: what is seen of pure red
  expect(seenBy('protan', '#ff0000')).toBe('#6d5f00')
  expect(seenBy('deutan', '#ff0000')).toBe('#a39000')
  expect(seenBy('tritan', '#ff0000')).toBe('#ff000f')
})
it('merges red and green for protan and deutan, and not for tritan', () => {
  const [red, green] = ['#c0504d', '#7f7a3a']
  expect(deltaE(red, green)).toBeGreaterThan(20)
  expect(deltaE(seenBy('deutan', red), seenBy('deutan', green))).toBeLessThan(12)
  expect(deltaE(seenBy('tritan', red), seenBy('tritan', green))).toBeGreaterThan(20)
  expect(leastApart(red, green)).toBeLessThan(12)
  expect(leastApart('#000000', '#ffffff')).toBeGreaterThan(90)
})
