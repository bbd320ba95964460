import { widthsOf } from './swatchWidths'

it.each([
  [[0.5, 0.3, 0.2], 1000, 50, [500, 300, 200]],
  [[0.96, 0.04], 1000, 50, [950, 50]],
  [[0.9, 0.05, 0.05], 1000, 100, [800, 100, 100]],
  [[1, 1], 60, 50, [30, 30]],
])('parts of shares %j of %d px, none under %d px, are %j px wide', (shares, whole, min, widths) =>
  expect(widthsOf(shares, whole, min).map(Math.round)).toEqual(widths),
)
