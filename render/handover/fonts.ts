import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { resolve } from 'node:path'
import { create, type Font, type GlyphRun } from 'fontkit'
import type { Face, Measure, Setting } from '#core/handover/page'

/** A font file: what PDF documents embed, what lines are measured with, and what it is called within a document. */
export interface FontFile {
  name: string
  bytes: Buffer
  font: Font
}

/** A piece of a line that one font holds. */
export interface Piece {
  file: FontFile
  text: string
}

const PACKAGES: Readonly<Record<Face, readonly [name: string, usual: number, strong: number]>> = {
  text: ['instrument-sans', 400, 600],
  title: ['bricolage-grotesque', 600, 600],
  value: ['spline-sans-mono', 400, 600],
}
/** The parts of the alphabets the fonts come in. */
const PARTS = ['latin', 'latin-ext'] as const

const loaded = new Map<string, FontFile>()

/** A file of a font that ships with the app. */
const fileOf = (name: string): FontFile => {
  const known = loaded.get(name)
  if (known) return known
  const from = createRequire(resolve(process.argv[1] ?? 'index.js'))
  const family = name.replace(/-latin.*$/, '')
  const bytes = readFileSync(from.resolve(`@fontsource/${family}/files/${name}.woff`))
  const file = { name, bytes, font: create(bytes) as Font }
  loaded.set(name, file)
  return file
}

/** The substitute for a character that no font has. */
const MISSING = '\u25A1'
const STAND_IN = '?'

/** The fonts that ship with the app, as pages are set in them. */
export interface Fonts {
  measure: Measure
  /** A line in the pieces that one font each holds, in their order. */
  piecesOf: (text: string, how: Setting) => Piece[]
  files: readonly FontFile[]
}

/** Opens the fonts; they are read once. */
export const openFonts = (): Fonts => {
  const names = Object.values(PACKAGES).flatMap(([family, ...weights]) =>
    [...new Set(weights)].flatMap(weight => PARTS.map(part => `${family}-${part}-${weight}-normal`)),
  )
  const files = names.map(fileOf)
  const byName = new Map(files.map(file => [file.name, file]))
  const filesOf = ({ face, strong }: Setting): FontFile[] => {
    const [family, usual, bold] = PACKAGES[face]
    return PARTS.map(part => byName.get(`${family}-${part}-${strong ? bold : usual}-normal`) as FontFile)
  }
  const piecesOf = (text: string, how: Setting): Piece[] => {
    const own = filesOf(how)
    const holding = (letter: string): { file: FontFile; letter: string } => {
      const code = letter.codePointAt(0) as number
      const file = own.find(each => each.font.hasGlyphForCodePoint(code))
      if (file) return { file, letter }
      const spare = own.find(each => each.font.hasGlyphForCodePoint(MISSING.codePointAt(0) as number))
      return { file: spare ?? (own[0] as FontFile), letter: spare ? MISSING : STAND_IN }
    }
    const pieces: Piece[] = []
    for (const each of text.normalize('NFC')) {
      const { file, letter } = holding(each)
      const last = pieces.at(-1)
      if (last?.file === file) last.text += letter
      else pieces.push({ file, text: letter })
    }
    return pieces
  }
  const advances = new Map<string, number>()
  const advanceOf = (letter: string, how: Setting): number => {
    const key = `${how.face}${how.strong ? '+' : ''}${letter}`
    const known = advances.get(key)
    if (known !== undefined) return known
    const [piece] = piecesOf(letter, how)
    const advance = piece ? widthOf(piece.file, piece.text) : 0
    advances.set(key, advance)
    return advance
  }
  /** Letter by letter, which is all but what kerning takes off. */
  const measure: Measure = (text, how) => {
    let width = 0
    for (const letter of text) width += advanceOf(letter, how)
    return width * how.size
  }
  return { measure, piecesOf, files }
}

const runOf = ({ font }: FontFile, text: string): GlyphRun => font.layout(text)

/** Width of a piece, in parts of its size. */
const widthOf = (file: FontFile, text: string): number =>
  runOf(file, text).positions.reduce((sum, { xAdvance }) => sum + xAdvance, 0) / file.font.unitsPerEm

/** The letters of a line as the data of an SVG path, beginning at a point on its baseline. */
export const outlineOf = (pieces: readonly Piece[], size: number, x: number, y: number): string => {
  let at = x
  const out: string[] = []
  for (const { file, text } of pieces) {
    const { glyphs, positions } = runOf(file, text)
    const scale = size / file.font.unitsPerEm
    glyphs.forEach((glyph, i) => {
      const { xAdvance = 0, xOffset = 0, yOffset = 0 } = positions[i] ?? {}
      const outline = glyph.path
        .scale(scale, -scale)
        .translate(at + xOffset * scale, y - yOffset * scale)
        .toSVG()
      if (outline) out.push(outline.replace(/(\d+\.\d{2})\d+/g, '$1'))
      at += xAdvance * scale
    })
  }
  return out.join('')
}
