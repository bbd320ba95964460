import { cssOf, gradientsToCss, gradientToSvg, plainCssOf, type HandedGradient } from './gradient'

const dusk: HandedGradient = {
  name: 'Dusk */',
  kind: 'linear',
  angle: 90,
  run: {
    stops: [
      { at: 1, hex: '#0f6d5f' },
      { at: 0.25, hex: '#e07a5f' },
    ],
    space: 'oklch',
    way: 'longer',
  },
}

it('is CSS that mixes as it was made', () =>
  expect(cssOf(dusk)).toBe('linear-gradient(90deg in oklch longer hue, #e07a5f 25%, #0f6d5f 100%)'))
it.each([
  ['radial', 'radial-gradient(in oklab, #e07a5f 25%, #0f6d5f 100%)'],
  ['conic', 'conic-gradient(from 90deg in oklab, #e07a5f 25%, #0f6d5f 100%)'],
] as const)('is CSS: %s', (kind, css) =>
  expect(cssOf({ ...dusk, kind, run: { ...dusk.run, space: 'oklab' } })).toBe(css),
)
it('is a class each, first for browsers that cannot mix so', () => {
  const css = gradientsToCss([dusk], ['dusk'])
  expect(css).toMatch(
    /^\/\* Dusk \*\u200B\/ \*\/\n\.dusk \{\n {2}background-image: linear-gradient\(90deg, #e07a5f 25%, #/,
  )
  expect(css.indexOf(plainCssOf(dusk))).toBeLessThan(css.indexOf(cssOf(dusk)))
})
it.each(['linear', 'radial', 'conic'] as const)('is SVG: %s', kind => {
  const svg = gradientToSvg({ ...dusk, kind }, 400, 200)
  expect(svg).toContain('viewBox="0 0 400 200"')
  expect(svg).toContain('#e07a5f')
  expect(svg).not.toMatch(/NaN|undefined/)
})
