import { readFile } from 'node:fs/promises'
import { join } from 'node:path'
import { decoded } from '../core/artwork/encoding'
import { paintInkMap, type InkMap } from '../core/artwork/inkmap'
import { measuredInks, type InkSummary } from '../core/artwork/inks'
import { readSvg } from '../core/artwork/read'
import { hexOfHsb, labOf } from '../core/color/convert'
import { contrastOf } from '../core/color/difference'
import { apply, type Command } from '../core/commands/commands'
import { knownInks } from '../core/commands/known'
import { HARMONIES } from '../core/harmony/harmony'
import { paintingOf } from '../core/painting/painting'
import { lossesOf } from '../core/remap/losses'
import { newProject } from '../core/scheme/create'
import { renderSvg } from '../render/resvg'

/** Between which parts of its height the poster has lettering, how light that is, and how it has to read. */
const LETTERING = [
  [0.04, 0.19],
  [0.89, 0.97],
] as const
const LIGHT = 0.8
const READABLE = 3
/** What letters stand on, rather than the softened edge of the next letter. */
const GROUND = 4.5
/** So large the poster is looked at, in pixels, and so far apart letters and what they stand on are. */
const LONGER = 512
const APART = 4
/** The step from one pixel looked at to the next in its row. */
const EVERY = 4

let inks: InkSummary[] = []
let places: string[] = []
let map: InkMap
/** Pixels of letters, and one of what they stand on beside each. */
const pairs: Array<readonly [letter: number, ground: number]> = []

const painted = (colors: readonly string[]): Uint8ClampedArray => {
  const out = new Uint8ClampedArray(map.width * map.height * 4)
  paintInkMap(map, colors, out)
  return out
}
const hexAt = (pixels: Uint8ClampedArray, p: number): string =>
  `#${[0, 1, 2].map(k => (pixels[p * 4 + k] as number).toString(16).padStart(2, '0')).join('')}`

beforeAll(async () => {
  const reading = readSvg(decoded(await readFile(join(__dirname, 'artwork/poster.svg'))).text)
  const measured = await measuredInks(reading, renderSvg, LONGER)
  inks = measured.inks
  places = reading.inks.map(({ hex }) => hex)
  map = measured.map as InkMap
  const own = painted(places)
  const { width, height } = map
  const isLetter = (p: number): boolean => map.solid[p] !== 0 && labOf(hexAt(own, p)).l > LIGHT
  for (const [from, to] of LETTERING)
    for (let y = Math.round(from * height); y < to * height; y++)
      for (let x = APART; x + APART < width; x += EVERY) {
        const p = y * width + x
        if (!isLetter(p)) continue
        for (const q of [p + APART, p - APART, p + APART * width])
          if (map.solid[q] === 0 && contrastOf(hexAt(own, p), hexAt(own, q)) >= GROUND) pairs.push([p, q])
      }
})

describe.each([0.35, 0.65, 0.95])('the poster on bases of brightness %s', brightness => {
  it.each(HARMONIES)('%s keeps its lettering readable, all around the wheel', kind => {
    const known = knownInks(inks)
    for (let hue = 0; hue < 360; hue += 30) {
      const hex = hexOfHsb({ h: hue, s: 0.7, b: brightness })
      const commands: Command[] = [
        { do: 'set base', base: { hex, hue, typed: hex } },
        { do: 'compose', harmony: { kind } },
      ]
      const project = commands.reduce((now, command) => apply(now, command, known), newProject('Poster'))
      const { colors } = paintingOf(project, { inks, standIns: [] })(null)
      const colorOf = (ink: string): string => colors.get(ink) ?? ink
      const now = painted(places.map(colorOf))
      const reads = new Map<string, boolean>()
      let lost = 0
      expect(pairs.length).toBeGreaterThan(800)
      for (const [p, q] of pairs) {
        const [letter, ground] = [hexAt(now, p), hexAt(now, q)]
        const key = letter + ground
        const known = reads.get(key) ?? contrastOf(letter, ground) >= READABLE
        reads.set(key, known)
        if (!known) lost++
      }
      expect({ base: hex, reads: lost < pairs.length / 1000 }).toEqual({ base: hex, reads: true })
      expect(lossesOf(inks, colorOf).filter(({ strong, part }) => strong && part > 0.002)).toEqual([])
    }
  })
})
