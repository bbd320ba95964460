import type { Hex } from '#core/color/convert'
import { extractColors } from './extract'
import { flatBlocks } from './flat'
import type { Picture } from '#core/picture/picture'
import { seeded } from '#core/math/random'

const FIVE: readonly Hex[] = ['#2e4f7f', '#d45d48', '#f2c14e', '#7a9e7e', '#3c2a4d']
const [W, H] = [500, 300]

interface Rect {
  x: number
  y: number
  w: number
  h: number
  hex: Hex
}

/** Rectangles on a ground, with noise of so many 8-bit steps and rows of small dark letters where asked. */
const sheet = (
  ground: Hex,
  rects: readonly Rect[],
  noise = 0,
  letters: ReadonlyArray<readonly [x: number, y: number, w: number]> = [],
): Picture => {
  const data = new Uint8ClampedArray(W * H * 4)
  const random = seeded(7)
  const colorAt = new Array<Hex>(W * H).fill(ground)
  for (const { x, y, w, h, hex } of rects)
    for (let row = y; row < Math.min(H, y + h); row++)
      colorAt.fill(hex, row * W + Math.max(0, x), row * W + Math.min(W, x + w))
  for (const [left, top, w] of letters)
    for (let y = top; y < Math.min(H, top + 12); y++)
      for (let x = left; x < left + w; x++) if ((x * 7 + y * 3) % 5 < 2) colorAt[y * W + x] = '#202020'
  const channels = new Map<Hex, number[]>()
  for (let i = 0; i < W * H; i++) {
    const hex = colorAt[i] as Hex
    const rgb = channels.get(hex) ?? [1, 3, 5].map(from => parseInt(hex.slice(from, from + 2), 16))
    channels.set(hex, rgb)
    for (let n = 0; n < 3; n++) data[i * 4 + n] = rgb[n]! + (noise ? Math.round((random() + random() - 1) * noise) : 0)
    data[i * 4 + 3] = 255
  }
  return { width: W, height: H, data }
}
const columns = (top: number, bottom: number, gap = 0, from = 0, to = W, colors = FIVE): Rect[] =>
  colors.map((hex, i) => {
    const wide = (to - from + gap) / colors.length
    return { x: Math.round(from + i * wide), y: top, w: Math.round(wide - gap), h: bottom - top, hex }
  })
const found = (picture: Picture): Hex[] | undefined => flatBlocks(picture)?.map(({ hex }) => hex)

describe('a picture of flat blocks gives their exact colors', () => {
  it.each([
    ['edge to edge', sheet('#000000', columns(0, H))],
    ['with a white margin', sheet('#ffffff', columns(20, 240, 10, 20, 480))],
    ['with a colored margin', sheet('#e8d2b4', columns(40, 250, 16, 30, 470))],
    ['on black', sheet('#101010', columns(40, 250, 16, 30, 470))],
    ['with white lines between', sheet('#ffffff', columns(0, H, 6))],
    [
      'with names in the margin',
      sheet('#ffffff', columns(20, 220, 10, 20, 480), 0, [
        [30, 240, 60],
        [130, 240, 60],
        [230, 240, 60],
        [330, 240, 60],
        [420, 240, 60],
      ]),
    ],
    [
      'with names in the blocks',
      sheet('#000000', columns(0, H), 0, [
        [10, 280, 70],
        [110, 280, 70],
        [210, 280, 70],
        [310, 280, 70],
        [410, 280, 70],
      ]),
    ],
    [
      'with a caption below',
      sheet('#fafafa', columns(0, 230), 0, [
        [20, 250, 300],
        [20, 272, 200],
      ]),
    ],
    ['under noise', sheet('#ffffff', columns(20, 240, 10, 20, 480), 8)],
  ])('%s', (_how, picture) => expect(found(picture)).toEqual(FIVE))

  it('white among them', () =>
    expect(found(sheet('#000000', columns(0, H, 0, 0, W, ['#ffffff', ...FIVE.slice(1)])))).toEqual([
      '#ffffff',
      ...FIVE.slice(1),
    ]))
  it('in rows, in reading order, with their shares and a place well inside', () => {
    const blocks =
      flatBlocks(
        sheet('#000000', [...columns(0, 150, 0, 0, W, FIVE.slice(0, 2)), ...columns(150, H, 0, 0, W, FIVE.slice(2))]),
      ) ?? []
    expect(blocks.map(({ hex }) => hex)).toEqual(FIVE)
    expect(blocks[0]?.share).toBeCloseTo(0.25, 1)
    expect(blocks[0]?.x).toBeGreaterThan(0.1)
    expect(blocks[0]?.x).toBeLessThan(0.4)
  })
  it('each once, however often it stands there', () =>
    expect(found(sheet('#000000', columns(0, H, 0, 0, W, [...FIVE, ...FIVE])))).toEqual(FIVE))
  it('a small vivid spot too', () =>
    expect(
      found(
        sheet('#203a5f', [
          { x: 0, y: 150, w: W, h: 150, hex: '#c9b58f' },
          { x: 240, y: 60, w: 24, h: 24, hex: '#ff4a1c' },
        ]),
      ),
    ).toContain('#ff4a1c'))
  it('as many as asked, the largest, and says how many there are', () => {
    const {
      found: three,
      flat,
      note,
    } = extractColors([{ picture: sheet('#000000', columns(0, H)) }], { count: 3, apart: 7 })
    expect(flat).toBe(true)
    expect(three).toHaveLength(3)
    expect(note).toContain('5 blocks')
  })
})

it('a soft run of colors is no palette', () => {
  const data = new Uint8ClampedArray(W * H * 4)
  for (let i = 0; i < W * H; i++) data.set([32 + (i % W) * 0.4, 58 + (i % W) * 0.25, 95, 255], i * 4)
  expect(flatBlocks({ width: W, height: H, data })).toBeNull()
})
it('keeps to a region', () =>
  expect(
    flatBlocks(sheet('#000000', columns(0, H)), { x: 0, y: 0, width: 0.4, height: 1 })?.map(({ hex }) => hex),
  ).toEqual(FIVE.slice(0, 2)))
