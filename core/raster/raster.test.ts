import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import sharp from 'sharp'
import { compared, recolored, rendered } from '../../tests/raster'
import { hexOfRgb, labOf, type Hex } from '#core/color/convert'
import { deltaE } from '#core/color/difference'
import type { Picture } from '#core/picture/picture'
import { paintInkMap } from '#core/inkmap/inkmap'
import { findArea } from './area'
import { inkMapOf } from './inkmap'
import { rasterInks } from './inks'
import { paintRaster } from './paint'
import { reducePicture } from './reduce'
import { unmix } from './unmix'

const painted = (picture: Picture, inks: readonly Hex[], colors: readonly Hex[]): Picture => {
  const out = new Uint8ClampedArray(picture.data.length)
  paintRaster(unmix(picture, inks), inks, [{ colors, opacity: 1 }], null, out)
  return { ...picture, data: out }
}

const FLAT =
  '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 200 150">' +
  '<rect width="200" height="150" fill="#f2e6d0"/><circle cx="70" cy="70" r="50" fill="#c8402a"/>' +
  `<path d="M40 120 L160 20 L180 140 Z" fill="#24486e"/>
<circle cx="120" cy="90" r="22" ` +
  'fill="#f0b840"/><rect x="10" y="8" width="60" height="5" rx="2" fill="#1b1b24"/>' +
  '<path d="M20 140 Q100 90 190 138" stroke="#3f8f7a" stroke-width="3" fill="none"/>' +
  '<path d="M15 30 H90" stroke="#1b1b24" stroke-width="1.2"/></svg>'
const TARGETS = new Map<Hex, Hex>([
  ['#f2e6d0', '#102038'],
  ['#c8402a', '#7fd0c0'],
  ['#24486e', '#f4d8e4'],
  ['#f0b840', '#b02a70'],
  ['#1b1b24', '#f8f4c0'],
  ['#3f8f7a', '#e07030'],
])

describe('a flat picture', () => {
  it('gives the very colors it was drawn in, and none of its edges', async () => {
    const inks = rasterInks(await rendered(FLAT, 400))
    expect(new Set(inks)).toEqual(new Set(TARGETS.keys()))
  })

  it.each([
    ['drawn by hand', FLAT, 300],
    ['the badge', readFileSync(join(__dirname, '../../demo/artwork/badge.svg'), 'utf8'), 260],
    ['a pictogram', readFileSync(join(__dirname, '../../demo/artwork/pictogram-ferry.svg'), 'utf8'), 260],
  ])('remapped is as if it had been drawn in the new colors: %s', async (_, svg, pixels) => {
    const picture = await rendered(svg, pixels)
    const inks = rasterInks(picture)
    const palette = [...TARGETS.values()]
    const colors = TARGETS.has(inks[0] as Hex)
      ? TARGETS
      : new Map(inks.map((hex, i) => [hex, palette[i % palette.length] as Hex]))
    const { mean, edges } = compared(
      picture,
      painted(
        picture,
        inks,
        inks.map(hex => colors.get(hex) ?? hex),
      ),
      await rendered(recolored(svg, colors), pixels),
    )
    expect(mean).toBeLessThan(0.2)
    expect(edges).toBeLessThan(1.5)
  })

  it('comes out as it came where nothing changes, also half clear, with texture and as JPEG', async () => {
    const picture = await rendered(FLAT.replace('fill="#f2e6d0"', 'fill="#f2e6d0" opacity="0.4"'), 300)
    for (let i = 0; i < picture.data.length; i += 28) picture.data[i] = Math.max(0, picture.data[i]! - 9)
    const inks = rasterInks(picture)
    expect(Buffer.from(painted(picture, inks, inks).data).equals(Buffer.from(picture.data))).toBe(true)
  })

  it('keeps alpha, whatever the colors', async () => {
    const picture = await rendered(FLAT.replace('<rect width="200" height="150" fill="#f2e6d0"/>', ''), 300)
    const inks = rasterInks(picture)
    const out = painted(
      picture,
      inks,
      inks.map(() => '#102030'),
    )
    expect(out.data.filter((value, i) => i % 4 === 3 && value !== picture.data[i])).toHaveLength(0)
    expect(inks).not.toContain('#f2e6d0')
  })

  it('swapped and swapped back is what it was, up to rounding', async () => {
    const picture = await rendered(FLAT, 300)
    const inks = rasterInks(picture)
    const swap = new Map<Hex, Hex>([
      ['#c8402a', '#24486e'],
      ['#24486e', '#c8402a'],
    ])
    const colors = inks.map(hex => swap.get(hex) ?? hex)
    const out = new Uint8ClampedArray(picture.data.length)
    const once = painted(picture, inks, colors)
    paintRaster({ ...unmix(picture, inks), picture: once }, colors, [{ colors: inks, opacity: 1 }], null, out)
    const away = compared(picture, picture, { ...picture, data: out })
    expect(away.edges).toBeLessThan(0.5)
  })
})

describe('painted shading', () => {
  const SHADED =
    '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 200 100"><defs><linearGradient id="g">' +
    '<stop stop-color="#f0a060"/><stop offset="1" stop-color="#a04820"/></linearGradient></defs>' +
    '<rect width="200" height="100" fill="#e8f0f4"/>' +
    '<rect x="20" y="20" width="160" height="60" fill="url(#g)"/></svg>'

  it('survives: what was a smooth run is one in the new colors, without steps', async () => {
    const picture = await rendered(SHADED, 400)
    const inks = rasterInks(picture)
    expect(inks.length).toBeGreaterThan(3)
    const toBlue = new Map(
      inks.map(hex => {
        const { l } = labOf(hex)
        return [hex, l > 0.93 ? hex : hexOfRgb(l * 0.3, l * 0.5, l * 0.9)] as const
      }),
    )
    const out = painted(
      picture,
      inks,
      inks.map(hex => toBlue.get(hex) ?? hex),
    )
    let steepest = 0
    for (let x = 50; x < 350; x++) {
      const [i, j] = [(100 * 400 + x) * 4, (100 * 400 + x + 1) * 4]
      for (let n = 0; n < 3; n++) steepest = Math.max(steepest, Math.abs(out.data[i + n]! - out.data[j + n]!))
      expect(out.data[i + 2]).toBeGreaterThan(out.data[i]!)
    }
    expect(steepest).toBeLessThanOrEqual(3)
  })

  it('of a JPEG gives few inks, each near one that was drawn', async () => {
    const flat = await rendered(FLAT, 360)
    const jpeg = await sharp(Buffer.from(flat.data.buffer), {
      raw: { width: flat.width, height: flat.height, channels: 4 },
    })
      .flatten()
      .jpeg({ quality: 88 })
      .toBuffer()
    const { data, info } = await sharp(jpeg).ensureAlpha().raw().toBuffer({ resolveWithObject: true })
    const picture = { width: info.width, height: info.height, data: new Uint8ClampedArray(data) }
    const inks = rasterInks(picture)
    for (const hex of TARGETS.keys()) expect(Math.min(...inks.map(ink => deltaE(ink, hex)))).toBeLessThan(5)
    expect(inks.length).toBeLessThan(16)
    const colors = new Map(
      inks.map(ink => {
        const nearest = [...TARGETS.keys()].reduce((best, hex) => (deltaE(ink, hex) < deltaE(ink, best) ? hex : best))
        return [ink, TARGETS.get(nearest) as Hex]
      }),
    )
    const { mean } = compared(
      picture,
      painted(
        picture,
        inks,
        inks.map(hex => colors.get(hex) ?? hex),
      ),
      await rendered(recolored(FLAT, TARGETS), 360),
    )
    expect(mean).toBeLessThan(1.5)
  })
})

describe('an area', () => {
  const TWO =
    '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 100 50">' +
    '<rect width="100" height="50" fill="#ffffff"/><circle cx="25" cy="25" r="15" fill="#c8402a"/>' +
    '<circle cx="75" cy="25" r="15" fill="#c8402a"/><circle cx="25" cy="25" r="5" fill="#e08468"/>' +
    '</svg>'

  it('is what hangs together with its point, farther with more reach, and is painted without a seam', async () => {
    const picture = await rendered(TWO, 400)
    const inks = rasterInks(picture)
    const taken = unmix(picture, inks)
    const small = findArea(taken, inks, { x: 0.25, y: 0.3, reach: 0 })
    const large = findArea(taken, inks, { x: 0.25, y: 0.3, reach: 18 })
    if (!small || !large) throw new Error('There is no area.')
    expect(inks[small.inks[0]!]).toBe('#c8402a')
    expect(large.size).toBeGreaterThan(small.size)
    expect(large.size / (400 * 200)).toBeCloseTo((Math.PI * 15 * 15) / 5000, 2)
    expect(large.mask[100 * 400 + 300]).toBe(0)
    const out = new Uint8ClampedArray(picture.data.length)
    const other = inks.map((hex, i) => (large.inks.includes(i) ? '#24486e' : hex))
    paintRaster(
      taken,
      inks,
      [
        { colors: inks, opacity: 1 },
        { colors: other, opacity: 1 },
      ],
      large.mask,
      out,
    )
    const target = await rendered(
      TWO.replace('cx="25" cy="25" r="15" fill="#c8402a"', 'cx="25" cy="25" r="15" fill="#24486e"').replace(
        '#e08468',
        '#24486e',
      ),
      400,
    )
    expect(compared(picture, { ...picture, data: out }, target).edges).toBeLessThan(0.5)
  })

  it('is none on a clear pixel', async () => {
    const picture = await rendered(TWO.replace('<rect width="100" height="50" fill="#ffffff"/>', ''), 200)
    expect(findArea(unmix(picture, rasterInks(picture)), rasterInks(picture), { x: 0.5, y: 0.5, reach: 10 })).toBeNull()
  })
})

describe('smaller', () => {
  it('a picture is the mean of what its pixels cover; clear pixels lend no color', () => {
    const data = new Uint8ClampedArray([200, 0, 0, 255, 0, 0, 0, 0, 100, 0, 0, 255, 0, 100, 0, 255])
    expect([...reducePicture({ width: 4, height: 1, data }, 2).data]).toEqual([200, 0, 0, 128, 50, 50, 0, 255])
  })

  it('its ink map paints what it shows', async () => {
    const picture = reducePicture(await rendered(FLAT, 400), 160)
    const inks = rasterInks(await rendered(FLAT, 400))
    const out = new Uint8ClampedArray(picture.data.length)
    paintInkMap(inkMapOf(unmix(picture, inks)), inks, out)
    expect(compared(picture, picture, { ...picture, data: out }).mean).toBeLessThan(0.5)
  })
})
