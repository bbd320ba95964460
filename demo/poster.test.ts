import { readFile } from 'node:fs/promises'
import { join } from 'node:path'
import { decodeSvg } from '#core/svg/encoding'
import { paintInkMap, type InkMap } from '#core/inkmap/inkmap'
import { measureInks, type InkSummary } from '#core/inkmap/measureInks'
import { readSvg } from '#core/svg/read'
import { hexOfHsb, labOf } from '#core/color/convert'
import { contrastOf } from '#core/color/contrast'
import { apply, type Command } from '#core/commands/commands'
import { knownInks } from '#core/commands/known'
import { HARMONIES } from '#core/harmony/harmony'
import { paintingOf } from '#core/painting/painting'
import { lossesOf } from '#core/remap/losses'
import { newProject } from '#core/scheme/create'
import { renderSvg } from '../render/resvg'
import { isFull } from '../tests/runs'

/** Between which parts of its height the poster has lettering, how light that is, and how it has to read. */
const LETTERING = [
  [0.04, 0.19],
  [0.89, 0.97],
] as const
const LIGHT = 0.8
const READABLE = 3
/** The ground of letters, rather than the softened edge of the next letter. */
const GROUND = 4.5
/** So large the poster is looked at, in pixels, and so far apart letters and what they stand on are. */
const LONGER = 512
const APART = 4
/** The step from one pixel looked at to the next in its row. */
const EVERY = 4
/** The degrees from one base tried to the next. */
const STEP = isFull ? 30 : 90

let inks: InkSummary[] = []
let places: string[] = []
/** Pixels of letters, each followed by one of what they stand on beside it. */
let pairs: InkMap

/** Some pixels of a map, in one row. */
const picked = (map: InkMap, pixels: readonly number[]): InkMap => {
  const places = new Map(Array.from(map.pixel, (p, i) => [p, i]))
  const mixed = pixels.map(p => places.get(p) ?? -1)
  const own = mixed.flatMap((i, at) => (i < 0 ? [] : [{ i, at }]))
  const shares = own.map(({ i }) => ({ from: map.start[i] ?? 0, to: map.start[i + 1] ?? 0 }))
  const start = Uint32Array.of(0, ...shares.map(({ from, to }) => to - from))
  start.forEach((length, i) => (start[i] = length + (start[i - 1] ?? 0)))
  return {
    width: pixels.length,
    height: 1,
    solid: Uint16Array.from(pixels, p => map.solid[p] ?? 0),
    pixel: Uint32Array.from(own, ({ at }) => at),
    start,
    alpha: Uint8Array.from(own, ({ i }) => map.alpha[i] ?? 0),
    ground: Uint8Array.from(own.flatMap(({ i }) => [...map.ground.slice(i * 3, i * 3 + 3)])),
    ink: Uint16Array.from(shares.flatMap(({ from, to }) => [...map.ink.slice(from, to)])),
    share: Uint8Array.from(shares.flatMap(({ from, to }) => [...map.share.slice(from, to)])),
  }
}

const painted = (map: InkMap, colors: readonly string[]): Uint8ClampedArray => {
  const out = new Uint8ClampedArray(map.width * map.height * 4)
  paintInkMap(map, colors, out)
  return out
}
const hexAt = (pixels: Uint8ClampedArray, p: number): string =>
  `#${[0, 1, 2].map(k => pixels[p * 4 + k]!.toString(16).padStart(2, '0')).join('')}`

beforeAll(async () => {
  const reading = readSvg(decodeSvg(await readFile(join(__dirname, 'artwork/poster.svg'))).text)
  const measured = await measureInks(reading, renderSvg, LONGER)
  inks = measured.inks
  places = reading.inks.map(({ hex }) => hex)
  const map = measured.map as InkMap
  const own = painted(map, places)
  const found: number[] = []
  const { width, height } = map
  const isLetter = (p: number): boolean => map.solid[p] !== 0 && labOf(hexAt(own, p)).l > LIGHT
  for (const [from, to] of LETTERING)
    for (let y = Math.round(from * height); y < to * height; y++)
      for (let x = APART; x + APART < width; x += EVERY) {
        const p = y * width + x
        if (!isLetter(p)) continue
        for (const q of [p + APART, p - APART, p + APART * width])
          if (map.solid[q] === 0 && contrastOf(hexAt(own, p), hexAt(own, q)) >= GROUND) found.push(p, q)
      }
  pairs = picked(map, found)
})

describe.each([0.35, 0.65, 0.95])('the poster on bases of brightness %s', brightness => {
  it.each(HARMONIES)('%s keeps its lettering readable, all around the wheel', kind => {
    const known = knownInks(inks)
    for (let hue = 0; hue < 360; hue += STEP) {
      const hex = hexOfHsb({ h: hue, s: 0.7, b: brightness })
      const commands: Command[] = [
        { do: 'set base', base: { hex, hue, typed: hex } },
        { do: 'compose', harmony: { kind } },
      ]
      const project = commands.reduce((now, command) => apply(now, command, known), newProject('Poster'))
      const { colors } = paintingOf(project, { inks, standIns: [] })(null)
      const colorOf = (ink: string): string => colors.get(ink) ?? ink
      const now = painted(pairs, places.map(colorOf))
      let lost = 0
      for (let p = 0; p < pairs.width; p += 2) if (contrastOf(hexAt(now, p), hexAt(now, p + 1)) < READABLE) lost++
      expect(pairs.width).toBeGreaterThan(1600)
      expect({ base: hex, reads: lost < pairs.width / 2000 }).toEqual({ base: hex, reads: true })
      expect(lossesOf(inks, colors).filter(({ strong, part }) => strong && part > 0.002)).toEqual([])
    }
  })
})
