import { basename } from 'node:path'
import { displayTitle } from '#core/formats/fileName'
import { SCHEME_FORMATS, SCHEME_FORMAT_KINDS, type SchemeFormatKind } from '#core/formats/formats'
import { PNG_WIDTH, type Wanted } from '#core/handover/options'
import { GRADIENT_KINDS, GRADIENT_SPACES, HUE_WAYS } from '#core/harmony/gradient'
import type { SchemePlan } from './remapFile'
import { colorIn, required, numberIn, oneOf, printFailures, refuse } from './words'

/* Command line of exports: exports, sheets, gradients. */

/** The parts of an export besides the formats of schemes. */
const AS = ['svg', 'themed', 'png', 'pdf', ...SCHEME_FORMAT_KINDS] as const

export interface ExportWords {
  as: string
  width: string
  ladders?: boolean | undefined
  allColors?: boolean | undefined
}

/** Export options as they were typed. */
export const wantedOf = ({ as, width, ladders, allColors }: ExportWords): Omit<Wanted, 'artwork' | 'looks'> => {
  const kinds = as.split(',').map(word => oneOf(AS, word.trim(), 'kind of file'))
  const widths = width
    .split(',')
    .filter(Boolean)
    .map(word => {
      const pixels = numberIn(word, 'width')
      if (!Number.isInteger(pixels) || pixels < PNG_WIDTH.min || pixels > PNG_WIDTH.max)
        refuse(`A picture must be ${PNG_WIDTH.min} to ${PNG_WIDTH.max} pixels wide, not ${word}.`)
      return { by: 'width' as const, pixels }
    })
  return {
    svg: kinds.includes('themed') ? 'properties' : kinds.includes('svg') ? 'tokens' : null,
    pdf: kinds.includes('themed') || kinds.includes('svg') ? ['pdf'] : [],
    spots: {},
    png: kinds.includes('png') ? (widths.length ? widths : [{ by: 'scale', times: 1 }]) : [],
    ground: null,
    sheet: kinds.includes('pdf') ? ['pdf'] : [],
    mood: [],
    scheme: kinds.filter((kind): kind is SchemeFormatKind => kind in SCHEME_FORMATS),
    ladders: ladders ?? false,
    onlyUsed: !allColors,
    gradients: [],
  }
}

/** Hands over a project or a folder of artwork in as many schemes as are given; 2 where some of it could not be written. */
export const runExport = async (
  from: string,
  plans: ReadonlyArray<{ name: string; plan: SchemePlan }>,
  wanted: Omit<Wanted, 'artwork' | 'looks'>,
  out: string,
): Promise<number> => {
  const { exportProject: exported } = await import('./exportProject') // no other verb needs what it stands on
  const { files, failed, left } = await exported(from, plans, wanted, out)
  process.stdout.write(`${files - failed.length} of ${files} files written.\n`)
  for (const each of left) process.stdout.write(`Left out, because no artwork uses it: ${each}\n`)
  return printFailures(failed)
}

/** The options of a gradient, as they were typed. */
export interface GradientOptions {
  colors?: string | undefined
  kind: string
  angle: string
  space: string
  way: string
  size: string
  out?: string | undefined
}

/** Writes a gradient. */
export const gradientFromWords = async (words: GradientOptions): Promise<void> => {
  const colors = required(words.colors, '--colors')
    .split(/,(?![^(]*\))/)
    .map(word => {
      const [, color = '', percent] = /^(.*?)(?:\s+(\d+(?:\.\d+)?)%)?$/.exec(word.trim()) ?? []
      return { hex: colorIn(color), at: percent === undefined ? null : Math.min(1, Number(percent) / 100) }
    })
  if (colors.length < 2) refuse('A gradient takes two colors or more.')
  const [, width, height] =
    /^(\d{1,5})x(\d{1,5})$/.exec(words.size) ?? refuse(`“${words.size}” is not a size like 1920x1080.`)
  const [wide, high] = [Number(width), Number(height)]
  if (!wide || !high || wide * high > 144e6) refuse(`${words.size} is too large or empty.`)
  const out = required(words.out, '-o')
  const { writeGradient } = await import('./gradients')
  await writeGradient(
    displayTitle(basename(out)),
    {
      colors,
      kind: oneOf(GRADIENT_KINDS, words.kind, 'kind of gradient'),
      angle: numberIn(words.angle, 'angle'),
      space: oneOf(GRADIENT_SPACES, words.space, 'space to mix in'),
      way: oneOf(HUE_WAYS, words.way, 'way round the hues'),
      ...{ width: wide, height: high },
    },
    out,
  )
}
