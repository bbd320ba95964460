import { deltaE } from './difference'
import { toGray, hardestVision, matrixOf, simulateVision, VISIONS } from './vision'
import { luminanceOf } from './contrast'

it('leaves grays as they are, for all', () => {
  for (const vision of VISIONS)
    for (const hex of ['#000000', '#808080', '#ffffff'])
      expect(deltaE(simulateVision(vision, hex), hex)).toBeLessThan(0.8)
})
it('shows pure colors as the published matrices do, in linear light', () => {
  // the first column of each matrix, encoded: what is seen of pure red
  expect(simulateVision('protan', '#ff0000')).toBe('#6d5f00')
  expect(simulateVision('deutan', '#ff0000')).toBe('#a39000')
  expect(simulateVision('tritan', '#ff0000')).toBe('#ff000f')
})
it('merges red and green for protan and deutan, and not for tritan', () => {
  const [red, green] = ['#c0504d', '#7f7a3a']
  expect(deltaE(red, green)).toBeGreaterThan(20)
  expect(deltaE(simulateVision('deutan', red), simulateVision('deutan', green))).toBeLessThan(12)
  expect(deltaE(simulateVision('tritan', red), simulateVision('tritan', green))).toBeGreaterThan(20)
  expect(hardestVision(red, green).apart).toBeLessThan(12)
  expect(hardestVision('#000000', '#ffffff').apart).toBeGreaterThan(90)
})
it('goes from nothing at severity 0 to the published matrix at 1, straight between tenths', () => {
  for (const vision of VISIONS) {
    expect(matrixOf(vision, 0)).toEqual([1, 0, 0, 0, 1, 0, 0, 0, 1])
    const [low, middle, high] = [0.4, 0.45, 0.5].map(severity => matrixOf(vision, severity)) as [
      number[],
      number[],
      number[],
    ]
    middle.forEach((each, i) => expect(each).toBeCloseTo((low[i]! + high[i]!) / 2, 10))
    // rows add up to 1: grays stay
    for (const severity of [0.2, 0.7, 1])
      for (const row of [0, 3, 6])
        expect(
          matrixOf(vision, severity)
            .slice(row, row + 3)
            .reduce((sum, each) => sum + each, 0),
        ).toBeCloseTo(1, 3)
  }
  expect(matrixOf('protan', 1)[1]).toBeCloseTo(1.052583, 6)
  expect(simulateVision('deutan', '#c0504d', 0)).toBe('#c0504d')
})
it('in gray keeps the luminance', () => {
  for (const hex of ['#e07a5f', '#0f6d5f', '#ffcf24'])
    expect(Math.abs(luminanceOf(toGray(hex)) - luminanceOf(hex))).toBeLessThan(0.004)
})
