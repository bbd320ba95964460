import { readFile } from 'node:fs/promises'
import type { Command } from 'commander'

/* Options that several verbs share. What they take is read by the verb, whose code is loaded with it. */

/** Adds `-o`. */
export const withOut = (command: Command, takes = 'FILE', says = 'where the result is written'): Command =>
  command.option(`-o, --out <${takes}>`, says)

/** Adds what is recolored besides the colors on the page. */
export const withAlso = (command: Command): Command =>
  command.option(
    '--also <list>',
    'pictures,computed: pictures within a drawing, and colors of masks, clip paths, lights and color matrices',
    '',
  )

/** Adds the profile by which a PDF is written in CMYK. */
export const withProfile = (command: Command): Command =>
  command.option(
    '--profile <paper>',
    'coated, uncoated or the file of a CMYK profile: what a PDF is written by',
    'coated',
  )

/** Adds the password of a PDF. */
export const withPassword = (command: Command): Command =>
  command.option('--password <file>', 'a file with the password of a protected PDF on its first line')

/** The password in a file that was named; none where none was. */
export const passwordIn = async (file: string | undefined): Promise<string | undefined> =>
  file === undefined ? undefined : (await readFile(file, 'utf8')).split(/\r?\n/)[0]

/** Adds how inks are matched to a scheme. */
export const withMatching = (command: Command): Command =>
  command
    .option('--match <how>', 'picture, values, area, nearest or turn', 'picture')
    .option('--shading <how>', 'held, rungs, flat, stepped, relative, hue-only or turned')
    .option('--hold <0-1>', 'how much contrast is kept', '0.5')
    .option('--shares <0-1>', 'weight of the shares and roles of the scheme', '0.5')
    .option('--hues <0-1>', 'weight of the hues inks had', '0.5')
    .option('--neutrals <how>', 'inks, left or tinted', 'inks')
    .option('--seed <N>', 'deals swatches anew, the same for the same number', '0')
    .option('--tolerance <0-20>', 'up to which difference inks count as one', '0')
    .option('--restrict <file>', 'a list of colors, of which alone the result is made')

/** Help on an option that takes a list of colors. */
export const COLORS = 'a list of colors as text, CSS, CSV, design tokens or SVG'

/** Collects an option that may be given several times. */
export const collect = (value: string, before: readonly string[]): string[] => [...before, value]

/** Adds `--scheme`, the last of which counts. */
export const withScheme = (command: Command): Command => command.option('--scheme <file>', COLORS)

/** Adds the options of a plan: pairs of colors, or a scheme and how inks are matched to it. */
export const withPlan = (command: Command): Command =>
  withMatching(
    withScheme(
      command
        .option('--map <pairs>', "pairs of colors, '#from=#to,…'")
        .option('--map-file <file>', 'the same as JSON, {"#from": "#to"}'),
    ),
  )
