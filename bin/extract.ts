import { readFile } from 'node:fs/promises'
import { EXTRACTED, extractColors, TAKEN_BY, warmUp, type Lean } from '#core/extract/extract'
import { pictureInfo, workingPicture } from '../render/pictures'
import { numberIn, oneOf, refuse } from './words'

/** The options of an extraction, as they were typed. */
export interface ExtractWords {
  count: string
  lean: string
  apart: string
  by: string
}

const leanIn = (text: string): Lean => {
  const [x, y, ...more] = text.split(',').map(part => numberIn(part, 'lean'))
  if (x === undefined || y === undefined || more.length || Math.abs(x) > 1 || Math.abs(y) > 1)
    return refuse(`“${text}” is not a lean; give two numbers from -1 to 1, like 0.5,-0.2.`)
  return { x, y }
}

/**
 * The colors of a picture with their shares and places, and how long it took to decode and to extract, in
 * milliseconds.
 */
export const extractFromFile = async (path: string, words: ExtractWords): Promise<string> => {
  const count = numberIn(words.count, 'count')
  if (!Number.isInteger(count) || count < EXTRACTED.min || count > EXTRACTED.max)
    refuse(`The number of colors must be ${EXTRACTED.min} to ${EXTRACTED.max}, not ${words.count}.`)
  const lean = leanIn(words.lean)
  const apart = numberIn(words.apart, 'apart')
  const by = oneOf(TAKEN_BY, words.by, 'way to take colors')
  const start = performance.now()
  const bytes = await readFile(path)
  const info = await pictureInfo(bytes)
  const decoding = workingPicture(bytes, info)
  warmUp()
  const picture = await decoding
  const decoded = performance.now()
  const { found, flat, note } = extractColors([{ picture }], { count, apart, by }, lean)
  const tenth = (ms: number): number => Math.round(ms * 10) / 10
  return `${JSON.stringify({
    swatches: found.map(({ hex, share, x, y }) => ({
      hex,
      share: Math.round(share * 1e4) / 1e4,
      x: Math.round(x * 1e4) / 1e4,
      y: Math.round(y * 1e4) / 1e4,
    })),
    flat,
    notes: [...info.notes, ...(note ? [note] : [])],
    ms: { decode: tenth(decoded - start), extract: tenth(performance.now() - decoded) },
  })}\n`
}
