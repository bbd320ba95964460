import bidiFactory from 'bidi-js'
import { existsSync, readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { dirname, resolve } from 'node:path'
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

/** A font by its name, read once from where it is. */
const openFont = (name: string, pathOf: () => string): FontFile => {
  const known = loaded.get(name)
  if (known) return known
  const bytes = readFileSync(pathOf())
  const file = { name, bytes, font: create(bytes) as Font }
  loaded.set(name, file)
  return file
}

/** A file of a font that ships with the app as a package. */
const fileOf = (name: string): FontFile =>
  openFont(name, () => {
    const family = name.replace(/-latin.*$/, '')
    return createRequire(resolve(process.argv[1] ?? 'index.js')).resolve(`@fontsource/${family}/files/${name}.woff`)
  })

/** Fonts of scripts beyond Latin, by the characters they hold (demo/make-fonts.sh); read when one is needed. */
const FURTHER: ReadonlyArray<{ name: string; holds: RegExp }> = [
  { name: 'greek-cyrillic', holds: /[\u0370-\u052f\u1f00-\u1fff]/ },
  { name: 'hebrew', holds: /[\u0590-\u05ff\ufb1d-\ufb4f]/ },
  { name: 'arabic', holds: /[\u0600-\u06ff\u0750-\u077f\ufb50-\ufdff\ufe70-\ufefc]/ },
  { name: 'devanagari', holds: /[\u0900-\u097f\ua8e0-\ua8ff]/ },
  { name: 'thai', holds: /[\u0e00-\u0e7f]/ },
  { name: 'cjk', holds: /[\u1100-\u11ff\u3000-\u9fff\uac00-\ud7af\uf900-\ufaff\uff00-\uffef]/ },
]
/** Characters that belong to the run they stand in: marks, joiners and blanks. */
const FOLLOWS = /[\p{M}\u200c-\u200f ]/u
const bidi = bidiFactory()

/** The folder of those fonts: beside what runs, built or not. */
const furtherFolder = (): string => {
  const beside = resolve(dirname(process.argv[1] ?? '.'), '../public/fonts')
  return existsSync(beside) ? beside : resolve('public/fonts')
}
/** The file of a script beyond Latin that has a character; null where there is none. */
const furtherFile = (letter: string): FontFile | null => {
  const name = FURTHER.find(({ holds }) => holds.test(letter))?.name
  if (!name) return null
  const file = openFont(name, () => resolve(furtherFolder(), `${name}.woff`))
  return file.font.hasGlyphForCodePoint(letter.codePointAt(0) as number) ? file : null
}

/** The substitute for a character that no font has. */
const MISSING = '\u25A1'
const STAND_IN = '?'

/** Letters of scripts that run from right to left, and of those whose letters change with their neighbors. */
const RIGHT_TO_LEFT = /[\u0590-\u08ff\ufb1d-\ufdff\ufe70-\ufefc]/
const JOINS = /[\u0590-\u0e7f\ufb1d-\ufdff\ufe70-\ufefc]/

/** A line in stretches of one direction each, in the order they stand in from left to right (Unicode Bidirectional Algorithm). */
const directionsOf = (text: string): Array<{ text: string; reversed: boolean }> => {
  const embedding = bidi.getEmbeddingLevels(text)
  const order = bidi.getReorderedIndices(text, embedding)
  const stretches: Array<{ places: number[]; reversed: boolean }> = []
  for (const place of order) {
    const reversed = (embedding.levels[place] ?? 0) % 2 === 1
    const last = stretches.at(-1)
    const goesOn = last?.reversed === reversed && last.places.at(-1) === place + (reversed ? 1 : -1)
    if (last && goesOn) last.places.push(place)
    else stretches.push({ places: [place], reversed })
  }
  return stretches.map(({ places, reversed }) => {
    const [from, to] = [Math.min(...places), Math.max(...places)]
    return { text: text.slice(from, to + 1), reversed }
  })
}
/** A piece as its words and the blanks between them. */
const wordsOf = ({ file, text }: Piece): Piece[] => (text.match(/ +|[^ ]+/g) ?? []).map(part => ({ file, text: part }))

/** The fonts that ship with the app, as pages are set in them. */
export interface Fonts {
  measure: Measure
  /** A line in the pieces that one font each holds, in their order. */
  piecesOf: (text: string, how: Setting) => Piece[]
}

/** The file a letter is set in: one of a style's own, that of the letter before where it follows it, or one that holds it. */
const holderOf = (
  own: readonly FontFile[],
  letter: string,
  before: FontFile | undefined,
): { file: FontFile; letter: string } => {
  const code = letter.codePointAt(0) as number
  if (before && !own.includes(before) && FOLLOWS.test(letter) && before.font.hasGlyphForCodePoint(code))
    return { file: before, letter }
  const file = own.find(each => each.font.hasGlyphForCodePoint(code)) ?? furtherFile(letter)
  if (file) return { file, letter }
  const spare = own.find(each => each.font.hasGlyphForCodePoint(MISSING.codePointAt(0) as number))
  return { file: spare ?? (own[0] as FontFile), letter: spare ? MISSING : STAND_IN }
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
  /** The pieces of a stretch of text that is read in one direction. */
  const stretchOf = (text: string, how: Setting): Piece[] => {
    const own = filesOf(how)
    const pieces: Piece[] = []
    for (const each of text) {
      const last = pieces.at(-1)
      const { file, letter } = holderOf(own, each, last?.file)
      if (last?.file === file) last.text += letter
      else pieces.push({ file, text: letter })
    }
    return pieces
  }
  const known = new Map<string, Piece[]>()
  const piecesOf = (line: string, how: Setting): Piece[] => {
    const text = line.normalize('NFC')
    if (!RIGHT_TO_LEFT.test(text)) return stretchOf(text, how)
    const key = `${how.face}${how.strong ? '+' : ''}${text}`
    const found =
      known.get(key) ??
      directionsOf(text).flatMap(({ text: part, reversed }) => {
        const pieces = stretchOf(part, how)
        // fonts turn the letters of a word; words and pieces are put in their order here
        return reversed ? pieces.flatMap(wordsOf).reverse() : pieces
      })
    known.set(key, found)
    return found
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
  /** Letter by letter, which is all but what kerning takes off; scripts whose letters join, piece by piece. */
  const measure: Measure = (text, how) => {
    let width = 0
    if (JOINS.test(text)) {
      for (const { file, text: part } of piecesOf(text, how)) width += widthOf(file, part)
      return width * how.size
    }
    for (const letter of text) width += advanceOf(letter, how)
    return width * how.size
  }
  return { measure, piecesOf }
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
