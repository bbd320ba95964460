import { hexOfLab, labOf, type Hex } from '#core/color/convert'
import { corners, d, dice, group, placed, poly, shape, type Point } from './draw'
import { lettering } from './lettering'

/**
 * What each place of a scheme is drawn in before it is shown in one; the first covers most, the second is light, the
 * seventh dark.
 */
const PLACES: readonly Hex[] = ['#3c6b8f', '#e2c9a0', '#c8553d', '#5d8a66', '#7a5a86', '#d9a441', '#4a4f57', '#a8b8b0']

/**
 * The inks of the stand-ins, each with the place of the scheme it belongs to. The first of a place leads its lights
 * and darks.
 */
export const standInInks = new Map<Hex, number>(PLACES.map((hex, place) => [hex, place]))

/** An ink of a place: its own, or lighter (positive) or darker by a part of OKLab lightness. */
const ink = (place: number, light = 0): Hex => {
  const lead = PLACES[place % PLACES.length] as Hex
  const lab = labOf(lead)
  const hex =
    light === 0 ? lead : hexOfLab({ l: Math.min(0.985, Math.max(0.1, lab.l + light)), a: lab.a * 0.9, b: lab.b * 0.9 })
  standInInks.set(hex, place % PLACES.length)
  return hex
}

const svg = (title: string, width: number, height: number, content: readonly string[]): string =>
  [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}" width="${width}" height="${height}">`,
    `<title>${title}</title>`,
    ...content,
    '</svg>',
    '',
  ].join('\n')

const rect = (
  x: number,
  y: number,
  width: number,
  height: number,
  fill: Hex,
  more: Record<string, string | number> = {},
): string => shape('rect', { x, y, width, height, fill, ...more })
const disc = (cx: number, cy: number, r: number, fill: Hex): string => shape('circle', { cx, cy, r, fill })
const words = (
  id: string,
  text: string,
  x: number,
  y: number,
  size: number,
  fill: Hex,
  anchor: 'start' | 'middle' | 'end' = 'middle',
  weight = 700,
  tracking = 0,
): string => lettering({ id, text, x, y, size, weight, fill, anchor, tracking })

const fish = (x: number, y: number, scale: number, turn: number, body: Hex, back: Hex, eye: Hex): string => {
  const at = (points: readonly Point[]): Point[] => placed(points, [x, y], scale, turn)
  const [head, tail] = [
    at([
      [-10, 0],
      [-4, -5],
      [3, -4],
      [8, 0],
      [3, 4],
      [-4, 5],
    ]),
    at([
      [7, 0],
      [12, -4],
      [11, 0],
      [12, 4],
    ]),
  ]
  const upper = at([
    [-10, 0],
    [-4, -5],
    [3, -4],
    [8, 0],
  ])
  const [ex, ey] = at([[-5.6, -1.4]])[0] as Point
  return [poly(tail, back), poly(head, body), poly(upper, back), disc(ex, ey, scale * 0.8, eye)].join('\n')
}

/** A tin label: large plain grounds, a band, letters, a small accent. */
const label = (): string => {
  const rays = Array.from({ length: 24 }, (_, i): string => {
    const [from, to] = [i * 15 - 3.6, i * 15 + 3.6].map(angle => (angle * Math.PI) / 180) as [number, number]
    return poly(
      [
        [260, 250],
        [260 + 205 * Math.sin(from), 250 - 205 * Math.cos(from)],
        [260 + 205 * Math.sin(to), 250 - 205 * Math.cos(to)],
      ],
      ink(0, 0.07),
    )
  })
  return svg('Label', 520, 560, [
    rect(0, 0, 520, 560, ink(0)),
    group('rays', rays),
    disc(260, 250, 150, ink(1)),
    disc(260, 250, 138, ink(0, -0.12)),
    disc(260, 250, 132, ink(1, 0.05)),
    group('catch', [
      fish(238, 222, 9, -8, ink(2), ink(2, -0.12), ink(1)),
      fish(276, 282, 7, 6, ink(3), ink(3, -0.1), ink(1)),
      fish(214, 312, 4.6, -4, ink(5), ink(5, -0.1), ink(6)),
    ]),
    poly(corners('0,394 520,394 520,486 0,486'), ink(2)),
    poly(corners('0,394 520,394 520,400 0,400'), ink(2, -0.14)),
    poly(corners('0,480 520,480 520,486 0,486'), ink(2, -0.14)),
    words('name', 'GREY TERN', 260, 462, 62, ink(1, 0.08), 'middle', 800, 20),
    words('place', 'SMOKED IN THE HARBOR', 260, 522, 20, ink(1), 'middle', 600, 120),
    words('weight', '180 g', 486, 50, 24, ink(5), 'end', 700),
    words('number', 'No. 4', 34, 50, 24, ink(5), 'start', 700),
  ])
}

/** A page: paper, a headline, columns of text, a picture, a note and a call. */
const page = (): string => {
  const lines = (x: number, y: number, width: number, count: number, fill: Hex): string[] =>
    Array.from({ length: count }, (_, i) =>
      rect(x, y + i * 13, width * (i === count - 1 ? 0.6 : 0.94 + (0.06 * ((i * 7) % 3)) / 2), 5, fill),
    )
  return svg('Page', 480, 620, [
    rect(0, 0, 480, 620, ink(1, 0.11)),
    rect(0, 0, 480, 48, ink(0)),
    words('paper', 'Tideline', 32, 33, 24, ink(1, 0.11), 'start', 700),
    disc(440, 24, 9, ink(2)),
    words('headline', 'A harbor learns', 32, 104, 42, ink(6, -0.1), 'start', 800),
    words('second', 'to fly kites', 32, 148, 42, ink(2), 'start', 800),
    rect(32, 170, 416, 190, ink(0, 0.16)),
    poly(corners('32,360 150,240 232,320 300,262 448,360'), ink(0)),
    poly(corners('32,360 150,240 176,265 120,330 92,360'), ink(0, -0.1)),
    disc(370, 222, 26, ink(5)),
    poly(corners('236,192 262,214 244,250 222,220'), ink(2)),
    poly(corners('236,192 262,214 241,221'), ink(2, -0.12)),
    group('columns', [...lines(32, 384, 196, 12, ink(6)), ...lines(252, 384, 196, 5, ink(6))]),
    rect(252, 462, 196, 84, ink(3)),
    words('note', 'Saturday,', 268, 498, 22, ink(1, 0.11), 'start', 700),
    words('note-2', 'when the wind turns', 268, 524, 16, ink(1, 0.11), 'start', 500),
    rect(32, 562, 128, 34, ink(2), { rx: 17 }),
    words('call', 'Read on', 96, 585, 17, ink(1, 0.11), 'middle', 700),
    rect(176, 578, 272, 2, ink(1, -0.12)),
  ])
}

const PATTERN = 120

/** A repeat of kites, sails and waves on a ground. */
const pattern = (): string => {
  const motif = (x: number, y: number, kind: number): string => {
    const [a, b] = [2 + (kind % 4), 2 + ((kind + 2) % 4)]
    if (kind % 3 === 0)
      return [
        poly(placed(corners('0,-34 24,-6 0,34 -24,-6'), [x, y], 1, kind * 24), ink(a)),
        poly(placed(corners('0,-34 24,-6 0,-6'), [x, y], 1, kind * 24), ink(a, -0.12)),
        poly(placed(corners('-24,-6 0,-6 0,34'), [x, y], 1, kind * 24), ink(a, 0.1)),
      ].join('\n')
    if (kind % 3 === 1) return [disc(x, y, 26, ink(b)), disc(x, y, 17, ink(1)), disc(x, y, 9, ink(a))].join('\n')
    return shape('path', {
      'd': d`M ${x - 40} ${y} q 10 -18 20 0 t 20 0 t 20 0 t 20 0`,
      'fill': 'none',
      'stroke': ink(b),
      'stroke-width': 8,
      'stroke-linecap': 'round',
    })
  }
  const all = Array.from({ length: 5 }, (_, row) =>
    Array.from({ length: 5 }, (__, column) =>
      motif(column * PATTERN + (row % 2 ? PATTERN / 2 : 0), row * PATTERN, row * 2 + column * 5 + row * column),
    ),
  )
  const dots = Array.from({ length: 5 }, (_, row) =>
    Array.from({ length: 5 }, (__, column) =>
      disc(column * PATTERN + (row % 2 ? 0 : PATTERN / 2), row * PATTERN + PATTERN / 2, 5, ink(5)),
    ),
  )
  return svg('Pattern', 480, 480, [rect(0, 0, 480, 480, ink(0)), ...dots.flat(), ...all.flat()])
}

/** A chart: bars of many series on a quiet ground, where swatches have to be distinguishable. */
const chart = (): string => {
  const random = dice(11)
  const quarters = Array.from({ length: 5 }, (_, i) => {
    let top = 420
    return Array.from({ length: 6 }, (__, series) => {
      const height = 18 + random() * 42
      top -= height
      return rect(86 + i * 88, top, 52, height - 2, ink([0, 2, 3, 5, 4, 7][series]!))
    })
  })
  const curve = Array.from({ length: 5 }, (_, i): Point => [112 + i * 88, 150 - random() * 60])
  const key = ['Ferries', 'Kites', 'Cafés', 'Stalls', 'Stage', 'Walks'].map((name, i) => [
    rect(86 + (i % 3) * 150, 462 + Math.floor(i / 3) * 30, 14, 14, ink([0, 2, 3, 5, 4, 7][i]!)),
    words(`key-${i}`, name, 108 + (i % 3) * 150, 475 + Math.floor(i / 3) * 30, 16, ink(6), 'start', 500),
  ])
  return svg('Chart', 560, 540, [
    rect(0, 0, 560, 540, ink(1, 0.1)),
    words('title', 'Visitors by the hour', 40, 58, 30, ink(6, -0.1), 'start', 700),
    ...Array.from({ length: 5 }, (_, i) => rect(60, 420 - i * 76, 460, 1.5, ink(1, -0.1))),
    ...quarters.flat(),
    shape('path', {
      'd': `M${curve.map(point => point.map(value => Math.round(value)).join(' ')).join('L')}`,
      'fill': 'none',
      'stroke': ink(6, -0.1),
      'stroke-width': 3,
    }),
    ...curve.map(([x, y]) => disc(x, y, 5, ink(2))),
    ...key.flat(),
  ])
}

/** A small scene with light and shadow: hills, a lighthouse, a boat, water. */
const scene = (): string => {
  const wave = (y: number, fill: Hex): string =>
    shape('path', {
      d: d`M 0 ${y} q 35 -14 70 0 t 70 0 t 70 0 t 70 0 t 70 0 t 70 0 t 70 0 t 70 0 V 460 H 0 z`,
      fill,
    })
  return svg('Scene', 560, 460, [
    shape('linearGradient', { id: 'sky', x1: 0, y1: 0, x2: 0, y2: 1 }).replace(
      '/>',
      `><stop offset="0" stop-color="${ink(1, -0.08)}"/><stop offset="1" stop-color="${ink(1, 0.1)}"/></linearGradient>`,
    ),
    rect(0, 0, 560, 460, ink(1)).replace(ink(1), 'url(#sky)'),
    disc(404, 118, 46, ink(5)),
    disc(404, 118, 58, ink(5, 0.12)).replace('/>', ' opacity="0.4"/>'),
    poly(corners('0,300 0,210 90,150 190,236 280,190 410,286 430,300'), ink(3)),
    poly(corners('90,150 190,236 150,300 60,300 110,230'), ink(3, -0.12)),
    poly(corners('280,190 410,286 330,300 300,250'), ink(3, -0.08)),
    group('lighthouse', [
      poly(corners('462,300 474,140 506,140 518,300'), ink(1, 0.14)),
      poly(corners('494,140 506,140 518,300 496,300'), ink(1, -0.16)),
      poly(corners('470,190 510,190 513,228 467,228'), ink(2)),
      poly(corners('495,190 510,190 513,228 496,228'), ink(2, -0.13)),
      rect(472, 118, 36, 22, ink(6)),
      rect(480, 122, 20, 18, ink(5, 0.1)),
      poly(corners('468,118 490,96 512,118'), ink(2, -0.06)),
      poly(corners('430,310 450,282 536,286 560,310'), ink(6, 0.08)),
    ]),
    wave(306, ink(0, 0.12)),
    wave(338, ink(0)),
    group('boat', [
      poly(corners('150,372 300,372 276,404 176,404'), ink(4)),
      poly(corners('150,372 300,372 294,380 156,380'), ink(4, -0.12)),
      rect(222, 246, 5, 126, ink(6)),
      poly(corners('216,256 216,360 154,360'), ink(2)),
      poly(corners('216,256 216,360 196,360'), ink(2, -0.1)),
      poly(corners('233,262 233,360 290,360'), ink(1, 0.12)),
      poly(corners('233,262 233,360 252,360'), ink(1, -0.06)),
    ]),
    wave(398, ink(0, -0.1)),
    wave(430, ink(0, -0.18)),
  ])
}

/** The stand-ins, by file name and title. */
export const standIns = (): Array<{ name: string; title: string; svg: string }> => [
  { name: 'label', title: 'Label', svg: label() },
  { name: 'scene', title: 'Scene', svg: scene() },
  { name: 'page', title: 'Page', svg: page() },
  { name: 'pattern', title: 'Pattern', svg: pattern() },
  { name: 'chart', title: 'Chart', svg: chart() },
]
