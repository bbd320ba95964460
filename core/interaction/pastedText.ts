import { parseColor } from '#core/color/parse'
import type { Command } from '#core/commands/commands'
import { MAX_SWATCHES } from '#core/document/limits'
import { countWords } from '#core/document/names'
import { readColors, type ListKind } from '#core/formats/read/read'
import { isSwatchSheet } from '#core/formats/read/sheet'

/* Texts that come into a project by dropping or pasting. */

const MAX_TITLE_LENGTH = 120
/** The longest text that is remembered as it was typed. */
const MAX_TYPED_LENGTH = 59
/** Length of a pasted text within which the root of an SVG is looked for. */
const ROOT_WITHIN = 2000

/** Returns whether a pasted text is the source of artwork, not a list of colors. */
export const isPastedArtwork = (text: string): boolean =>
  /<svg[\s>]/i.test(text.slice(0, ROOT_WITHIN)) && !isSwatchSheet(text)

const KIND_WORDS: Readonly<Record<ListKind, string>> = {
  'text': 'text',
  'CSS': 'CSS',
  'design tokens': 'design tokens',
  'CSV': 'CSV',
  'SVG': 'an SVG swatch sheet',
}

/** The use of the colors of a text, and its description. */
export interface PastedText {
  command: Command
  words: string
}

/**
 * Returns what the colors of a text are taken as: the only one as the base, several as the scheme. Null where it holds
 * none.
 *
 * @param title what the text is called
 * @param fileName the file it came from; empty where it was pasted
 */
export const readPastedText = (text: string, title: string, fileName = ''): PastedText | null => {
  const { kind, colors } = readColors(text, fileName)
  const only = parseColor(text) ?? (colors.length === 1 && colors[0] ? parseColor(colors[0].hex) : null)
  if (only) {
    const typed = text.trim()
    return {
      command: {
        do: 'set base',
        base: { hex: only.hex, hue: only.hue, typed: typed.length <= MAX_TYPED_LENGTH ? typed : only.hex },
      },
      words: `The base is ${only.hex}.`,
    }
  }
  const taken = colors.slice(0, MAX_SWATCHES)
  if (!taken.length) return null
  const from = fileName ? `“${fileName}” (${KIND_WORDS[kind]})` : title
  const rest = colors.length > taken.length ? `; there are ${colors.length}, a scheme holds ${MAX_SWATCHES}` : ''
  return {
    command: {
      do: 'take colors',
      kind: 'list',
      title: title.slice(0, MAX_TITLE_LENGTH),
      colors: taken.map(color => ({ ...color, share: color.share ?? null })),
    },
    words: `Took ${countWords(taken.length, 'color')} from ${from}${rest}.`,
  }
}
