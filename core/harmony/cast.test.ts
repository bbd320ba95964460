import fc from 'fast-check'
import { hexOfKelvin, planckian } from '#core/color/planck'
import { CAST_MODES, blendChannels, applyCast } from './cast'

const rgb = (r: number, g: number, b: number) => ({ r, g, b })
const close = ({ r, g, b }: { r: number; g: number; b: number }) => ({
  r: expect.closeTo(r, 6),
  g: expect.closeTo(g, 6),
  b: expect.closeTo(b, 6),
})

/* Worked by hand from the formulas of W3C Compositing and Blending Level 1. */
it.each([
  ['multiply', rgb(0.5, 0.25, 1), rgb(0.5, 0.8, 0.3), rgb(0.25, 0.2, 0.3)],
  ['screen', rgb(0.5, 0.25, 1), rgb(0.5, 0.8, 0.3), rgb(0.75, 0.85, 1)],
  ['overlay', rgb(0.25, 0.5, 0.75), rgb(0.4, 0.4, 0.4), rgb(0.2, 0.4, 0.7)],
  ['soft light', rgb(0.2, 0.5, 0.64), rgb(0.25, 0.5, 0.75), rgb(0.12, 0.5, 0.72)],
  ['soft light', rgb(0.16, 0.16, 0.16), rgb(1, 1, 1), rgb(0.398336, 0.398336, 0.398336)],
  ['color', rgb(0.5, 0.5, 0.5), rgb(0.6, 0.5, 0.4), rgb(0.581, 0.481, 0.381)],
] as const)('%s follows the specification', (mode, backdrop, source, result) =>
  expect(blendChannels(backdrop, source, mode)).toEqual(close(result)),
)

const channel = fc.double({ min: 0, max: 1, noNaN: true })

it('color keeps the luminosity of what lies under it, brought into range', () =>
  fc.assert(
    fc.property(channel, channel, channel, channel, channel, channel, (r, g, b, R, G, B) => {
      const lum = (color: { r: number; g: number; b: number }): number =>
        0.3 * color.r + 0.59 * color.g + 0.11 * color.b
      const blended = blendChannels(rgb(r, g, b), rgb(R, G, B), 'color')
      expect(lum(blended)).toBeCloseTo(lum(rgb(r, g, b)), 6)
      for (const value of Object.values(blended)) expect(value).toBeGreaterThanOrEqual(-1e-9)
      for (const value of Object.values(blended)) expect(value).toBeLessThanOrEqual(1 + 1e-9)
    }),
  ))

it.each(CAST_MODES)('%s at no strength changes nothing, and half of it is half way', mode => {
  expect(applyCast('#d45d48', '#3f6fae', mode, 0)).toBe('#d45d48')
  const [none, half, whole] = [0, 0.5, 1].map(strength =>
    parseInt(applyCast('#d45d48', '#3f6fae', mode, strength).slice(1, 3), 16),
  ) as [number, number, number]
  expect(Math.abs(half - (none + whole) / 2)).toBeLessThanOrEqual(1)
})

describe('the Planckian locus', () => {
  it.each([
    [2856, 0.4476, 0.4074],
    [6500, 0.3135, 0.3237],
    [4000, 0.3805, 0.3767],
    [2000, 0.5267, 0.4133],
  ])('at %d K stands at the published chromaticity', (kelvin, x, y) => {
    const at = planckian(kelvin)
    expect(at.x).toBeCloseTo(x, 2)
    expect(at.y).toBeCloseTo(y, 2)
  })
  it('is orange when warm, all but white at daylight, bluish when cold', () => {
    expect(hexOfKelvin(2000)).toMatch(/^#ff8/)
    expect(hexOfKelvin(6504)).toMatch(/^#ff[ef].f[c-f]$/)
    expect(hexOfKelvin(15000)).toMatch(/^#[a-c].*ff$/)
  })
})
