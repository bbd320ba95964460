import fc from 'fast-check'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { isFaithful, measure } from '#core/inkmap/measureAreas'
import { measureInks } from '#core/inkmap/measureInks'
import { packInkMap, unpackInkMap } from '#core/inkmap/codec'
import { paintInkMap, type InkMap } from '#core/inkmap/inkmap'
import { readSvg } from '#core/svg/read'
import { renderableSvg, writeSvg } from '#core/svg/write'
import { renderSvg } from './resvg'

const square = (body: string): string => `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 100 100">${body}</svg>`
const areas = async (body: string): Promise<Record<string, number>> =>
  Object.fromEntries(
    (await measureInks(readSvg(square(body)), renderSvg, 100)).inks.map(({ hex, area }) => [hex, area]),
  )

const mapOf = async (body: string): Promise<InkMap> => {
  const { map } = await measure(readSvg(square(body)), renderSvg, 100)
  if (!map) throw new Error('There is no map.')
  return map
}

describe('areas', () => {
  it('are what is seen, not what is drawn', async () => {
    const seen = await areas(
      '<rect width="100" height="100" fill="#ff0000"/><rect width="75" height="100" fill="#0000ff"/>' +
        '<rect width="75" height="50" fill="#00ff00"/>',
    )
    expect(seen['#ff0000']).toBeCloseTo(0.25, 2)
    expect(seen['#0000ff']).toBeCloseTo(0.375, 2)
    expect(seen['#00ff00']).toBeCloseTo(0.375, 2)
  })
  it('count a gradient by how much of each stop it shows', async () => {
    const seen = await areas(
      '<linearGradient id="g"><stop stop-color="#ff0000"/><stop offset="1" stop-color="#0000ff"/>' +
        '</linearGradient><rect width="100" height="100" fill="url(#g)"/>',
    )
    expect(seen['#ff0000']).toBeCloseTo(0.5, 1)
    expect(seen['#0000ff']).toBeCloseTo(0.5, 1)
  })
  it('count a veil by its opacity', async () => {
    const seen = await areas(
      '<rect width="100" height="100" fill="#ff0000"/><rect width="100" height="100" fill="#0000ff" opacity="0.25"/>',
    )
    expect(seen['#0000ff']).toBeCloseTo(0.25, 1)
  })
  it('are shares of what is painted, for the unwritten black too', async () =>
    expect(await areas('<rect width="10" height="10"/>')).toEqual({ '#000000': 1 }))
  it('count hundreds of inks in one crisp picture', async () => {
    const body = Array.from(
      { length: 250 },
      (_, i) =>
        `<rect x="${(i % 25) * 4}" y="${Math.floor(i / 25) * 10}" width="4" height="10" fill="#` +
        `${((i * 65793) % 0xffffff).toString(16).padStart(6, '0')}"/>`,
    ).join('')
    const seen = Object.values(await areas(body))
    expect(seen).toHaveLength(250)
    expect(seen.reduce((sum, area) => sum + area)).toBeCloseTo(1, 1)
  })
})

describe('a remap and its inverse', () => {
  const pixelsOf = async (svg: string): Promise<Buffer> =>
    Buffer.from((await renderSvg(svg, { side: 'width', pixels: 160, crisp: false })).data)
  const made = fc
    .array(
      fc.tuple(
        fc.constantFrom('rect', 'circle', 'stroke', 'stop'),
        fc.integer({ min: 0, max: 0xffffff }),
        fc.integer({ min: 0, max: 80 }),
      ),
      { minLength: 1, maxLength: 6 },
    )
    .map(all =>
      square(
        all
          .map(([kind, value, at], i) => {
            const hex = `#${value.toString(16).padStart(6, '0')}`
            switch (kind) {
              case 'rect':
                return `<rect x="${at}" y="${i * 12}" width="30" height="20" fill="${hex}"/>`
              case 'circle':
                return `<circle cx="${at}" cy="${i * 15}" r="14" style="fill:${hex};opacity:.6"/>`
              case 'stroke':
                return `<path d="M0 ${at}L100 ${i * 14}" stroke="${hex}" stroke-width="3"/>`
              default:
                return (
                  `<linearGradient id="g${i}"><stop stop-color="${hex}"/><stop offset="1" stop-color="#fff"/><` +
                  `/linearGradient><rect x="${at}" width="20" height="90" fill="url(#g${i})"/>`
                )
            }
          })
          .join(''),
      ),
    )
  const thereAndBack = async (source: string): Promise<void> => {
    const reading = readSvg(source)
    expect(writeSvg(reading, ({ hex }) => hex)).toBe(source)
    const away = new Map(reading.inks.map(({ hex }, i) => [hex, `#${(0x100000 + i * 4099).toString(16)}`]))
    const back = new Map([...away].map(([hex, other]) => [other, hex]))
    const there = writeSvg(reading, ({ hex }) => away.get(hex) ?? hex)
    const home = writeSvg(readSvg(there), ({ hex }) => back.get(hex) ?? hex)
    expect(await pixelsOf(renderableSvg(readSvg(home), ({ hex }) => hex))).toEqual(
      await pixelsOf(renderableSvg(reading, ({ hex }) => hex)),
    )
  }

  it('render to the very pixels of the original, whatever is drawn', () =>
    fc.assert(fc.asyncProperty(made, thereAndBack), { numRuns: 12 }))
  it.each(['poster', 'badge', 'pictogram-ferry'])('render to the very pixels of the original: the demo’s %s', name =>
    thereAndBack(readFileSync(join(__dirname, `../demo/artwork/${name}.svg`), 'utf8')),
  )
})

describe('ink maps', () => {
  const art =
    '<linearGradient id="g"><stop stop-color="#ff0000"/><stop offset="1" stop-color="#0000ff"/>' +
    '</linearGradient><circle cx="50" cy="50" r="40" fill="url(#g)"/>' +
    '<path d="M0 0L90 30L20 80Z" fill="#00aa55" opacity="0.7"/><text/>'

  it('painted in other colors look like the recolored artwork rendered', async () => {
    const reading = readSvg(square(art))
    const { map } = await measure(reading, renderSvg, 100)
    const recolored = readSvg(
      square(art.replace('#ff0000', '#ffee00').replace('#0000ff', '#101010').replace('#00aa55', '#ff00ff')),
    )
    expect(map && (await isFaithful(recolored, map, renderSvg))).toBe(true)
  })
  it('tell where they do not hold', async () => {
    const blended = readSvg(
      square(
        '<rect width="100" height="100" fill="#ff8800"/><rect width="100" height="100" fill="#3388ff" style="mix-blend-mode:multiply"/>',
      ),
    )
    const { map } = await measure(blended, renderSvg, 100)
    expect(map && (await isFaithful(blended, map, renderSvg))).toBe(false)
  })
  it('come back from their bytes', async () => {
    const map = await mapOf(art)
    expect(unpackInkMap(packInkMap(map))).toEqual(map)
  })
  describe('of hundreds of inks', () => {
    const many = (more = ''): string =>
      square(
        Array.from(
          { length: 240 },
          (_, i) =>
            `<circle cx="${(i % 20) * 5 + 2}" cy="${Math.floor(i / 20) * 8 + 5}" r="${3 + (i % 3)}" fill="#` +
            `${(i * 65793 + 4096).toString(16).padStart(6, '0')}"/>`,
        ).join('') + more,
      )
    it('are counted in one picture, and painted in other colors look like the recolored artwork', async () => {
      const reading = readSvg(many())
      let drawn = 0
      const { map, areas } = await measure(
        reading,
        (svg, view) => {
          drawn++
          return renderSvg(svg, view)
        },
        200,
      )
      expect(drawn).toBe(1)
      expect(areas.reduce((sum, area) => sum + area)).toBeCloseTo(1, 2)
      expect(map && (await isFaithful(reading, map, renderSvg))).toBe(true)
      const other = (hex: string): string => `#${(0xffffff - parseInt(hex.slice(1), 16)).toString(16).padStart(6, '0')}`
      const recolored = {
        ...reading,
        markup: readSvg(writeSvg(reading, ({ hex }) => other(hex))).markup,
        inks: reading.inks.map(ink => ({ ...ink, hex: other(ink.hex), tokens: [] })),
      }
      expect(map && (await isFaithful(recolored, map, renderSvg))).toBe(true)
      const pixels = new Uint8ClampedArray((map?.width ?? 0) * (map?.height ?? 0) * 4)
      if (map)
        paintInkMap(
          map,
          reading.inks.map(({ hex }) => hex),
          pixels,
        )
      expect(pixels.length).toBe(200 * 200 * 4)
    })
    it('are not where gradients mix them, but have areas', async () => {
      const reading = readSvg(
        many(
          '<linearGradient id="g"><stop stop-color="#ff0001"/><stop offset="1" stop-color="#0100ff"/>' +
            '</linearGradient><rect width="100" height="50" fill="url(#g)"/>',
        ),
      )
      const { map, areas } = await measure(reading, renderSvg, 100)
      expect(map).toBeNull()
      expect(areas[reading.inks.findIndex(({ hex }) => hex === '#ff0001')]).toBeGreaterThan(0.15)
    })
    it('are there for a drawing of very many shapes even where colors are blended, which stays as it came', async () => {
      const body = many(
        `<rect width="100" height="30" fill="#00ff00" opacity="0.5"/>${'<path d="M0 0" fill="#357"/>'.repeat(50_001)}`,
      )
      const { map } = await measure(readSvg(body), renderSvg, 100)
      if (!map) throw new Error('There is no map.')
      const pixels = new Uint8ClampedArray(map.width * map.height * 4)
      paintInkMap(
        map,
        readSvg(body).inks.map(() => '#000000'),
        pixels,
      )
      const at = (x: number, y: number): number[] => [
        ...pixels.slice((y * map.width + x) * 4, (y * map.width + x) * 4 + 4),
      ]
      expect(at(22, 5)[1]).toBeGreaterThan(80)
      expect(at(22, 80)[1]).toBe(0)
    })
    it('weigh few inks of very many shapes by counting, too, nearly as exactly', async () => {
      const body = (times: number): string =>
        square(
          Array.from(
            { length: times },
            (_, i) =>
              `<path d="M${(i * 7) % 95} ${(i * 13) % 93}h6v7z" fill="#${'369c'[i % 4]}${i % 3 ? '5' : 'a'}7"/>`,
          ).join(''),
        )
      const few = await measure(readSvg(body(2000)), renderSvg, 200)
      const counted = await measure(
        readSvg(
          body(2000).replace('</svg>', `<g display="none">${'<path d="M0 0" fill="#357"/>'.repeat(150_000)}</g></svg>`),
        ),
        renderSvg,
        200,
      )
      few.areas.forEach((area, i) => expect(Math.abs(area - (counted.areas[i] ?? 0))).toBeLessThan(0.02))
    })
  })
  it('leave what is not painted transparent', async () => {
    const map = await mapOf('<rect width="50" height="100" fill="#ff8800"/>')
    const pixels = new Uint8ClampedArray(map.width * map.height * 4)
    paintInkMap(map, ['#102030'], pixels)
    expect([...pixels.slice(0, 4)]).toEqual([16, 32, 48, 255])
    expect([...pixels.slice(-4)]).toEqual([0, 0, 0, 0])
  })
})
