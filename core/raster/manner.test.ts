import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { rendered } from '../../tests/raster'
import type { Hex } from '#core/color/convert'
import { labOf } from '#core/color/convert'
import { seeded } from '#core/math/random'
import type { Picture } from '#core/picture/picture'
import { mannerOf, takeApart } from './manner'
import { measurePicture } from './measure'
import { paintRaster } from './paint'
import { plainPicture } from '../../render/pictures'
import { fullIt } from '../../tests/runs'

const svg = (inner: string): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 900 600"><rect width="900" height="600" fill="#fff"/>${inner}</svg>`
const PASSING = svg(
  '<defs><linearGradient id="g" x2="1" y2="1"><stop stop-color="#f2c14e"/><stop offset=".5" stop-color="#c2456b"/>' +
    '<stop offset="1" stop-color="#223a77"/></linearGradient></defs><rect width="900" height="600" fill="url(#g)"/>',
)
const RAMP = svg(
  '<defs><linearGradient id="g"><stop stop-color="#fff"/><stop offset="1" stop-color="#333"/></linearGradient></defs>' +
    '<rect x="60" y="380" width="780" height="180" fill="url(#g)"/>' +
    Array.from(
      { length: 30 },
      (_, i) => `<path d="M${20 + i * 28} 40 V340" stroke="#111" stroke-width="${1 + (i % 4)}"/>`,
    ).join(''),
)
const LETTERS = svg(
  '<rect width="220" height="600" fill="#2d3540"/><rect x="650" y="500" width="180" height="50" rx="8" fill="#3478d0"/>' +
    Array.from({ length: 26 }, (_, i) => `<path d="M250 ${30 + i * 22} h300" stroke="#333" stroke-width="1.3"/>`).join(
      '',
    ),
)
/** Strokes that differ in hue, and grain that is gray. */
const rough = (colorful: boolean): Picture => {
  const [chance, width, height] = [seeded(4), 200, 140]
  const data = new Uint8Array(width * height * 4).fill(255)
  for (let i = 0; i < data.length; i += 4) {
    const gray = (chance() - 0.5) * 40
    for (let n = 0; n < 3; n++) data[i + n] = 100 + n * 20 + (colorful ? (chance() - 0.5) * 50 : gray)
  }
  return { width, height, data }
}
/** The farthest two pixels beside each other lie apart in ΔEOK. */
const farthest = ({ width, data }: Picture): number => {
  let max = 0
  const hexAt = (i: number): Hex => `#${[0, 1, 2].map(n => data[i + n]!.toString(16).padStart(2, '0')).join('')}`
  for (let i = 0; i + 8 < data.length; i += 4) {
    if ((i / 4 + 1) % width === 0) continue
    const [one, other] = [labOf(hexAt(i)), labOf(hexAt(i + 4))]
    max = Math.max(max, Math.hypot(one.l - other.l, one.a - other.a, one.b - other.b))
  }
  return max
}

describe('what a picture is made of', () => {
  it.each([
    ['colors that pass into each other', PASSING, 'painted'],
    ['line art with a gray ramp', RAMP, 'painted'],
    ['a screen with lines of letters', LETTERS, 'flat'],
    ['the badge', readFileSync(join(__dirname, '../../demo/artwork/badge.svg'), 'utf8'), 'flat'],
  ])('is found for %s', async (_, drawing, manner) => {
    expect(mannerOf(await rendered(drawing, 360))).toBe(manner)
  })
  fullIt.each([
    ['kite-loft.png', 'flat'],
    ['kites-over-dunes.jpg', 'painted'],
  ])('is found for the demo’s %s', async (name, manner) => {
    const bytes = readFileSync(join(__dirname, '../../demo/artwork', name))
    expect(mannerOf(await plainPicture(bytes))).toBe(manner)
  })
  it('tells strokes that differ in hue from gray grain', () => {
    expect([rough(true), rough(false)].map(mannerOf)).toEqual(['painted', 'photographic'])
  })
})

it('colors that pass into each other still do when their inks become very different ones', async () => {
  const picture = await rendered(PASSING, 400)
  const { manner, inks } = measurePicture(picture, 400)
  const hexes = inks.map(({ hex }) => hex)
  const colors = hexes.map((_, i) => ['#f3e9d8', '#c8553d', '#1d3557'][i % 3] as Hex)
  const out = new Uint8ClampedArray(picture.data.length)
  paintRaster(takeApart(picture, hexes, manner), hexes, [{ colors, opacity: 1 }], null, out)
  expect(farthest(picture)).toBeLessThan(0.02)
  expect(farthest({ ...picture, data: out })).toBeLessThan(0.05)
})
