import { mkdtemp, readdir, readFile, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Hex } from '#core/color/convert'
import type { PaintedPictures } from '#core/pdf/pictures'
import type { Picture } from '#core/picture/picture'
import { embeddedBytes } from '#core/svg/embedded'
import { Unreadable } from '#core/svg/unreadable'
import type { ReadWithPictures } from './embedded'
import { runOnPdf } from './pdf'
import { plainPicture } from './pictures'

/* The pictures on a page of a PDF, found again in the SVG it was converted to, and painted in other colors. */

/** A picture of a page as poppler lists it: the number of its object, and its place among the files that are written. */
interface Listed {
  object: number
  place: number
}

/** A line of the list: page, place, kind, width, height, color, components, bits, encoding, interpolation, object. */
const LINE = /^\s*\d+\s+(\d+)\s+image\s+\d+\s+\d+\s+\S+\s+\d+\s+\d+\s+\S+\s+\S+\s+(\d+)\s+\d+\s/

const listedIn = (text: string): Listed[] =>
  text.split('\n').flatMap(line => {
    const [, place, object] = LINE.exec(line) ?? []
    return place === undefined ? [] : [{ place: Number(place), object: Number(object) }]
  })

/** The pictures of a page by the numbers of their objects, each decoded once. */
const picturesOf = async (source: Uint8Array, page: number): Promise<Map<number, Picture>> => {
  const folder = await mkdtemp(join(tmpdir(), 'plumbago-pictures-'))
  try {
    const path = join(folder, 'source.pdf')
    await writeFile(path, source)
    const range = ['-f', String(page), '-l', String(page)]
    const listed = listedIn((await runOnPdf('pdfimages', [...range, '-list', path])).toString('utf8'))
    if (!listed.length) return new Map()
    await runOnPdf('pdfimages', [...range, '-png', path, join(folder, 'picture')])
    const names = new Map((await readdir(folder)).map(name => [Number(/-(\d+)\.png$/.exec(name)?.[1] ?? -1), name]))
    const found = new Map<number, Picture>()
    for (const { object, place } of listed) {
      const name = names.get(place)
      if (name && !found.has(object)) found.set(object, await plainPicture(await readFile(join(folder, name))))
    }
    return found
  } finally {
    await rm(folder, { recursive: true, force: true })
  }
}

/** The largest mean difference of two pictures that are one, decoded in two ways, in 8-bit steps; and how many pixels are compared. */
const SAME = 8
const COMPARED = 4096

/** The mean difference of two pictures, in 8-bit steps; Infinity where they differ in size. */
const differenceOf = (one: Picture, other: Picture): number => {
  if (one.width !== other.width || one.height !== other.height) return Infinity
  const pixels = one.width * one.height
  const step = Math.max(1, Math.floor(pixels / COMPARED))
  let [sum, count] = [0, 0]
  for (let p = 0; p < pixels; p += step)
    for (let i = p * 4; i < p * 4 + 3; i++) {
      sum += Math.abs((one.data[i] ?? 0) - (other.data[i] ?? 0))
      count++
    }
  return sum / count
}

/** The picture of a page that one in its SVG is; null where there is none. */
const objectLike = (shown: Picture, objects: ReadonlyMap<number, Picture>): number | null => {
  let [best, least]: [number | null, number] = [null, SAME]
  for (const [object, picture] of objects) {
    const difference = differenceOf(shown, picture)
    if (difference < least) [best, least] = [object, difference]
  }
  return best
}

/**
 * The pictures of a page of a stored PDF that change, in other colors. `read` is the page as SVG, read with its pictures. Pictures that
 * cannot be found again (those within the page's text, or drawn from parts of it) stay as they are.
 */
export const paintedPictures = async (
  source: Uint8Array,
  page: number,
  { reading, painter }: ReadWithPictures,
  colorOf: (hex: Hex) => Hex,
): Promise<PaintedPictures> => {
  const painted = await painter({})(colorOf)
  if (!painted.size) return new Map()
  const objects = await picturesOf(source, page)
  const found = new Map<number, Picture>()
  for (const [place, address] of painted) {
    const bytes = reading.pictures[place] && embeddedBytes(reading.pictures[place])
    const next = embeddedBytes({ address })
    if (!bytes || !next) throw new Unreadable('A picture of the page can’t be read.')
    const object = objectLike(await plainPicture(bytes), objects)
    if (object !== null) found.set(object, await plainPicture(next))
  }
  return found
}
