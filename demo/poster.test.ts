import { readFile } from 'node:fs/promises'
import { join } from 'node:path'
import { decoded } from '../core/artwork/encoding'
import { measuredInks, type InkSummary } from '../core/artwork/inks'
import { readSvg } from '../core/artwork/read'
import { hexOfHsb } from '../core/color/convert'
import { contrastOf } from '../core/color/difference'
import { apply, type Command } from '../core/commands/commands'
import { knownInks } from '../core/commands/known'
import { HARMONIES } from '../core/harmony/harmony'
import { paintingOf } from '../core/painting/painting'
import { lossesOf } from '../core/remap/losses'
import { newProject } from '../core/scheme/create'
import { renderSvg } from '../render/resvg'

/** The cream all lettering of the poster is set in, or nearly, and how it has to read. */
const LETTERS = '#f8ead0'
const READABLE = 3

let inks: InkSummary[] = []
beforeAll(async () => {
  const { text } = decoded(await readFile(join(__dirname, 'artwork/poster.svg')))
  inks = (await measuredInks(readSvg(text), renderSvg, 256)).inks
})

describe.each([0.35, 0.65, 0.95])('the poster on bases of brightness %s', brightness => {
  it.each(HARMONIES)('%s keeps its lettering readable, all around the wheel', kind => {
    const known = knownInks(inks)
    for (let hue = 0; hue < 360; hue += 30) {
      const hex = hexOfHsb({ h: hue, s: 0.7, b: brightness })
      const commands: Command[] = [
        { do: 'set base', base: { hex, hue, typed: hex } },
        { do: 'compose', harmony: { kind } },
        { do: 'match', match: 'picture' },
        { do: 'shade', shading: 'held' },
      ]
      const project = commands.reduce((now, command) => apply(now, command, known), newProject('Poster'))
      const { colors } = paintingOf(project, { inks, standIns: [] })(null)
      const colorOf = (ink: string): string => colors.get(ink) ?? ink
      const grounds = inks
        .flatMap(({ hex: one, beside }) => beside.map(([other, part]) => ({ one, other, part })))
        .filter(
          ({ one, other, part }) => [one, other].includes(LETTERS) && part > 0.01 && contrastOf(one, other) >= READABLE,
        )
      expect(grounds.length).toBeGreaterThan(2)
      for (const { one, other } of grounds)
        expect({
          base: hex,
          ground: `${one} ${other}`,
          reads: contrastOf(colorOf(one), colorOf(other)) >= Math.min(READABLE, contrastOf(one, other)),
        }).toEqual({ base: hex, ground: `${one} ${other}`, reads: true })
      expect(lossesOf(inks, colorOf).filter(({ strong, part }) => strong && part > 0.002)).toEqual([])
    }
  })
})
