import { toCss, toTailwind } from './css'
import { toCsv } from './csv'
import type { ExportScheme } from './exportScheme'
import { toStrip, toSwatchSheet } from './swatchSheet'
import { toText } from './text'
import { toTokens } from './tokens'

/** A format for schemes: what it is called, how its file's name ends, and its text. A picture is drawn from its SVG. */
export interface SchemeFormat {
  title: string
  extension: string
  media: string
  write: (scheme: ExportScheme) => string
  /** True if what is written is SVG that a picture is drawn from. */
  drawn?: true
}

/** Everything a scheme can be written as. */
export const SCHEME_FORMATS = {
  css: { title: 'CSS custom properties', extension: '.css', media: 'text/css', write: toCss },
  tailwind: { title: 'Tailwind theme', extension: '.theme.css', media: 'text/css', write: toTailwind },
  tokens: { title: 'Design tokens', extension: '.tokens.json', media: 'application/json', write: toTokens },
  csv: { title: 'Table (CSV)', extension: '.csv', media: 'text/csv', write: toCsv },
  text: { title: 'Plain text', extension: '.txt', media: 'text/plain', write: toText },
  sheet: { title: 'Swatch sheet (SVG)', extension: '.swatches.svg', media: 'image/svg+xml', write: toSwatchSheet },
  strip: { title: 'Strip (PNG)', extension: '.strip.png', media: 'image/png', write: toStrip, drawn: true },
} as const satisfies Record<string, SchemeFormat>

export type SchemeFormatKind = keyof typeof SCHEME_FORMATS
export const SCHEME_FORMAT_KINDS = Object.keys(SCHEME_FORMATS) as SchemeFormatKind[]
