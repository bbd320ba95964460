import { readdir, readFile, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import type { Hex } from '#core/color/convert'
import type { PaintedPictures } from '#core/pdf/pictures'
import type { Picture } from '#core/picture/picture'
import { embeddedBytes } from '#core/svg/embedded'
import { Unreadable } from '#core/svg/unreadable'
import type { ReadWithPictures } from './embedded'
import { inFolder, runOnPdf } from './pdf'
import { plainPicture } from './pictures'

/* The pictures on a page of a PDF, found again in the SVG it was converted to, and painted in other colors. */

/** A picture of a page as poppler lists it: the number of its object, its size, and its place among the files that are written. */
interface Listed {
  object: number
  place: number
  width: number
  height: number
}

/** A line of the list: page, place, kind, width, height, color, components, bits, encoding, interpolation, object. */
const LINE = /^\s*\d+\s+(\d+)\s+image\s+(\d+)\s+(\d+)\s+\S+\s+\d+\s+\d+\s+\S+\s+\S+\s+(\d+)\s+\d+\s/

const listedIn = (text: string): Listed[] =>
  text.split('\n').flatMap(line => {
    const [place, width, height, object] = (LINE.exec(line) ?? []).slice(1).map(Number)
    return place === undefined || !width || !height || object === undefined ? [] : [{ place, width, height, object }]
  })

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

/** Maximum number of pictures of a page that are compared. */
const MAX_COMPARED = 400

/**
 * The pictures of a page that some in its SVG are: for each, the number of the object that is most like it; null where none is. The
 * page's pictures are decoded one after the other, and only those of a size that is looked for.
 */
const objectsLike = (source: Uint8Array, page: number, shown: readonly Picture[]): Promise<Array<number | null>> =>
  inFolder(async folder => {
    const best = shown.map(() => ({ object: null as number | null, difference: SAME }))
    const path = join(folder, 'source.pdf')
    await writeFile(path, source)
    const range = ['-f', String(page), '-l', String(page)]
    const sizes = new Set(shown.map(({ width, height }) => `${width} ${height}`))
    const listed = listedIn((await runOnPdf('pdfimages', [...range, '-list', path])).toString('utf8')).filter(
      ({ width, height }) => sizes.has(`${width} ${height}`),
    )
    if (listed.length) await runOnPdf('pdfimages', [...range, '-png', path, join(folder, 'picture')])
    const names = new Map((await readdir(folder)).map(name => [Number(/-(\d+)\.png$/.exec(name)?.[1] ?? -1), name]))
    const objects = new Map(listed.map(each => [each.object, each]))
    for (const { object, place } of [...objects.values()].slice(0, MAX_COMPARED)) {
      const name = names.get(place)
      const picture = name ? await plainPicture(await readFile(join(folder, name))) : null
      shown.forEach((each, i) => {
        const difference = picture ? differenceOf(each, picture) : Infinity
        if (best[i] && difference < best[i].difference) best[i] = { object, difference }
      })
    }
    return best.map(({ object }) => object)
  })

const decoded = (address: string): Promise<Picture> => {
  const bytes = embeddedBytes({ address })
  if (!bytes) throw new Unreadable('A picture of the page can’t be read.')
  return plainPicture(bytes)
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
  const painted = [...(await painter({})(colorOf))]
  if (!painted.length) return new Map()
  const shown = await Promise.all(painted.map(([place]) => decoded(reading.pictures[place]?.address ?? '')))
  const objects = await objectsLike(source, page, shown)
  const found = new Map<number, Picture>()
  for (const [i, [, address]] of painted.entries()) {
    const object = objects[i]
    if (typeof object === 'number') found.set(object, await decoded(address))
  }
  return found
}
