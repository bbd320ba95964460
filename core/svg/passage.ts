/** A stretch of source text, from the first character to the one after the last. */
export interface Span {
  start: number
  end: number
}

/** One run of a passage that stands in the source letter for letter. */
interface Piece {
  at: number
  from: number
  length: number
}

/**
 * Text as it reads (character references and entities resolved, CDATA joined) that remembers where each of its
 * characters stands in the source.
 */
export interface Passage {
  text: string
  pieces: readonly Piece[]
}

/** A passage that stands in the source as it reads. */
export const verbatim = (source: string, start: number, end: number): Passage => ({
  text: source.slice(start, end),
  pieces: [{ at: 0, from: start, length: end - start }],
})

/** Several passages read one after the other. */
export const joinPassages = (passages: readonly Passage[]): Passage => {
  if (passages.length === 1) return passages[0] as Passage
  let text = ''
  const pieces: Piece[] = []
  for (const passage of passages) {
    for (const { at, from, length } of passage.pieces)
      if (length > 0) pieces.push({ at: at + text.length, from, length })
    text += passage.text
  }
  return { text, pieces }
}

/** Text that has no place of its own in the source, such as a resolved character reference. */
export const detachedPassage = (text: string): Passage => ({ text, pieces: [] })

/** The number of the first piece that ends behind a character; pieces follow one another. */
const pieceAt = ({ pieces }: Passage, character: number): number => {
  let [low, high] = [0, pieces.length]
  while (low < high) {
    const middle = (low + high) >> 1
    const { at, length } = pieces[middle] as Piece
    if (at + length > character) high = middle
    else low = middle + 1
  }
  return low
}

/** The part of a passage from one character to another. */
export const slicePassage = (passage: Passage, start: number, end: number): Passage => {
  const pieces: Piece[] = []
  for (let i = pieceAt(passage, start); i < passage.pieces.length; i++) {
    const { at, from, length } = passage.pieces[i] as Piece
    if (at >= end) break
    const first = Math.max(at, start)
    const last = Math.min(at + length, end)
    if (last > first) pieces.push({ at: first - start, from: from + first - at, length: last - first })
  }
  return { text: passage.text.slice(start, end), pieces }
}

/** Where a stretch of a passage stands in the source; null where it does not stand there letter for letter. */
export const placeOf = (passage: Passage, start: number, end: number): Span | null => {
  const piece = passage.pieces[pieceAt(passage, start)] ?? passage.pieces.at(-1)
  return piece && start >= piece.at && end <= piece.at + piece.length
    ? { start: piece.from + start - piece.at, end: piece.from + end - piece.at }
    : null
}

/** A change of the source: a span replaced by a text. */
export interface Edit extends Span {
  text: string
}

/**
 * The source with all edits made, in one pass. Edits must not overlap; at the same place they follow in the order
 * given.
 */
export const applyEdits = (source: string, edits: readonly Edit[]): string => {
  if (edits.length === 0) return source
  const ordered = [...edits].sort((one, other) => one.start - other.start || one.end - other.end)
  const out: string[] = []
  let at = 0
  for (const { start, end, text } of ordered) {
    out.push(source.slice(at, start), text)
    at = end
  }
  out.push(source.slice(at))
  return out.join('')
}

/** Tells the line, counted from 1, on which a character of the source stands. Goes through the source once. */
export const linesOf = (source: string): ((at: number) => number) => {
  const ends: number[] = []
  for (let next = source.indexOf('\n'); next !== -1; next = source.indexOf('\n', next + 1)) ends.push(next)
  return at => {
    let [low, high] = [0, ends.length]
    while (low < high) {
      const middle = (low + high) >> 1
      if (ends[middle]! < at) low = middle + 1
      else high = middle
    }
    return low + 1
  }
}

/** The line, counted from 1, on which a character of the source stands. */
export const lineOf = (source: string, at: number): number => linesOf(source)(at)
