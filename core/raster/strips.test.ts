import fc from 'fast-check'
import { rendered } from '../../tests/raster'
import type { Hex } from '#core/color/convert'
import { seeded } from '#core/math/random'
import type { Picture } from '#core/picture/picture'
import { cropBytes } from './crop'
import { rasterInks } from './inks'
import { inksOf, MANNERS, takeApart, type Manner } from './manner'
import { paintRaster, type Row } from './paint'
import { inPieces, paintPart, pieceByPiece, strips } from './strips'
import { isFull } from '../../tests/runs'

const FLAT =
  '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 200 150"><rect width="200" height="150" fill="#f2e6d0"/>' +
  '<circle cx="70" cy="70" r="50" fill="#c8402a"/><path d="M40 120 L160 20 L180 140 Z" fill="#24486e"/>' +
  '<path d="M20 140 Q100 90 190 138" stroke="#3f8f7a" stroke-width="3" fill="none"/></svg>'

/** A drawing with a soft light and grain over a part of it, and a corner that is half clear. */
const picture = async (): Promise<Picture> => {
  const drawn = await rendered(FLAT, 260)
  const chance = seeded(3)
  const { width, height } = drawn
  const data = Uint8Array.from(drawn.data)
  for (let p = 0; p < width * height; p++) {
    const [x, y] = [p % width, Math.floor(p / width)]
    if (x < 40 && y < 30) data[p * 4 + 3] = 90
    if (y < height / 2) continue
    for (let n = 0; n < 3; n++) data[p * 4 + n] = Math.max(0, Math.min(255, data[p * 4 + n]! - x / 9 + chance() * 16))
  }
  return { width, height, data }
}
const rowsOf = (inks: readonly Hex[]): Row[] => [
  { colors: inks.map((_, i) => inks[(i + 1) % inks.length] as Hex), opacity: 1 },
  { colors: inks.map(() => '#3a7d9c'), opacity: 0.5 },
]
/** The lower right is an area of its own. */
const regionsOf = ({ width, height }: Picture): Uint8Array =>
  Uint8Array.from({ length: width * height }, (_, p) => (p % width > 150 && p > (width * height) / 3 ? 1 : 0))

describe.each(isFull ? MANNERS : MANNERS.slice(-1))('a picture taken as %s', (manner: Manner) => {
  it('is painted in pieces as it is in the whole', async () => {
    const own = await picture()
    const inks = manner === 'flat' ? rasterInks(own) : inksOf(own, manner)
    const [rows, regions] = [rowsOf(inks), regionsOf(own)]
    const whole = new Uint8Array(own.data.length)
    paintRaster(takeApart(own, inks, manner), inks, rows, regions, whole)
    const paint = pieceByPiece(inPieces(own, inks, manner), rows, regions)
    fc.assert(
      fc.property(
        fc.record({
          left: fc.nat(own.width - 1),
          top: fc.nat(own.height - 1),
          width: fc.integer({ min: 1, max: 90 }),
          height: fc.integer({ min: 1, max: 90 }),
        }),
        ({ left, top, width, height }) => {
          const piece = {
            left,
            top,
            width: Math.min(width, own.width - left),
            height: Math.min(height, own.height - top),
          }
          expect(paint(piece)).toEqual(cropBytes(whole, own.width, 4, piece))
        },
      ),
      { numRuns: 40 },
    )
    expect(paintPart(inPieces(own, inks, manner), rows, regions).data).toEqual(whole)
  })
})

it('strips follow each other without a gap, however wide the picture', () => {
  const wide = { left: 5, top: 3, width: 700_000, height: 4 }
  const made = [...strips(wide, ({ top, height }) => Uint8Array.of(top, height))]
  expect(made.map(({ pixels, above }) => [...pixels, above])).toEqual([
    [3, 1, 0],
    [4, 1, 1],
    [5, 1, 2],
    [6, 1, 3],
  ])
})
