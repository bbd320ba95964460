import { corners, d, group, placed, poly, shape, type Point } from './draw'
import { boxKite, deltaKite, diamondKite, tail } from './kites'
import { clouds, HEIGHT, hills, lens, lighthouse, sky, town, water, WIDTH } from './landscape'
import { lettering } from './lettering'
import { facet, INK } from './palette'

const gradient = (id: string, stops: ReadonlyArray<readonly [number, string]>): string =>
  `<linearGradient id="${id}" x1="0" y1="0" x2="0" y2="1">\n` +
  `${stops.map(([offset, color]) => shape('stop', { 'offset': String(offset), 'stop-color': color })).join('\n')}` +
  `\n</linearGradient>`

const boat = (id: string, at: Point, scale: number, sail: string, hull: string): string => {
  const put = (points: readonly Point[]): Point[] => placed(points, at, scale, -2)
  return group(id, [
    poly(put(corners('0.02,-2 0.02,-0.12 -0.95,-0.12')), sail),
    poly(put(corners('0.02,-2 0.02,-0.12 -0.4,-0.12')), facet(sail, -0.09)),
    poly(put(corners('0.1,-1.75 0.1,-0.12 0.85,-0.12')), facet(INK.cream, 0.02)),
    poly(put(corners('0.1,-1.75 0.1,-0.12 0.42,-0.12')), facet(INK.cream, -0.1)),
    poly(put(corners('-1.1,0 1.15,0 0.8,0.36 -0.82,0.36')), hull),
    poly(put(corners('-1,0.12 1.04,0.12 0.98,0.2 -0.94,0.2')), INK.cream),
    poly(put(corners('0.1,0 1.15,0 0.8,0.36 0.1,0.36')), facet(hull, -0.08)),
    lens(at[0] - scale * 1.1, at[1] + scale * 0.46, scale * 2.3, scale * 0.14, facet(INK.sea, -0.14)),
    poly(put(corners('0.02,-2.2 0.07,-2.2 0.07,0 0.02,0')), INK.night),
  ])
}

const person = (id: string, x: number, y: number, scale: number, coat: string): string => {
  const put = (points: readonly Point[]): Point[] => placed(points, [x, y], scale, 0)
  const [head] = put([[0.02, -3.02]]) as [Point]
  return group(id, [
    poly(put(corners('-0.32,-1.1 -0.06,-1.1 -0.1,0 -0.34,0')), INK.night),
    poly(put(corners('0.04,-1.1 0.32,-1.1 0.44,0 0.18,0')), facet(INK.night, -0.06)),
    shape('path', {
      d: ((): string => {
        const [a, b, c, e, f, g] = put(corners('-0.36,-2.45 0.34,-2.45 0.56,-0.95 -0.5,-0.9 0,-2.8 -0.6,-1.6')) as [
          Point,
          Point,
          Point,
          Point,
          Point,
          Point,
        ]
        return d`M ${a} Q ${f} ${b} L ${c} L ${e} Q ${g} ${a} Z`
      })(),
      fill: coat,
    }),
    poly(put(corners('0.34,-2.45 0.56,-0.95 0.12,-0.93 0.1,-2.6')), facet(coat, -0.1)),
    poly(put(corners('-0.36,-2.4 -0.1,-2.5 -0.66,-3.5 -0.84,-3.42')), coat),
    poly(put(corners('0.12,-2.45 0.36,-2.35 -0.5,-3.3 -0.6,-3.2')), facet(coat, -0.06)),
    shape('circle', { cx: head[0], cy: head[1], r: scale * 0.27, fill: facet(INK.sand, -0.04) }),
    shape('path', {
      d: ((): string => {
        const [a, b, c] = put(corners('-0.28,-3.04 0.3,-3 0.06,-3.62')) as [Point, Point, Point]
        return d`M ${a} Q ${c} ${b} Z`
      })(),
      fill: INK.coral,
    }),
  ])
}

const jetty = (): string => {
  const planks = Array.from({ length: 9 }, (_, i) => {
    const [t, u] = [i / 9, (i + 0.9) / 9]
    const edge = (v: number): [Point, Point] => [
      [-10, 1128 + v * 90],
      [520 + v * 120, 1120 + v * 92],
    ]
    const [[a, b], [c, e]] = [edge(t), edge(u)]
    return poly([a, b, e, c], facet(INK.plum, i % 2 ? -0.14 : -0.18))
  })
  const posts = (
    [
      [64, 1150],
      [236, 1146],
      [404, 1142],
      [518, 1138],
    ] as const
  ).flatMap(([x, y]) => [
    shape('rect', { x, y: y - 56, width: 24, height: 130, fill: facet(INK.night, -0.04) }),
    shape('rect', { x, y: y - 56, width: 9, height: 130, fill: facet(INK.plum, -0.06) }),
    shape('ellipse', { cx: x + 12, cy: y - 56, rx: 12, ry: 4, fill: facet(INK.plum, 0.1) }),
  ])
  return group('jetty', [...planks, ...posts])
}

const line = (from: Point, to: Point, sag: number): string =>
  shape('path', {
    'd': d`M ${from} Q ${(from[0] + to[0]) / 2 + sag * 0.4} ${(from[1] + to[1]) / 2 + sag} ${to}`,
    'fill': 'none',
    'stroke': INK.cream,
    'stroke-width': '1.4',
    'opacity': '0.85',
  })

const farKites = (): string[] => [
  diamondKite({
    id: 'far-kite-1',
    at: [842, 470],
    scale: 34,
    turn: 18,
    main: INK.mustard,
    second: INK.coral,
    third: INK.cream,
    spar: INK.night,
  }),
  diamondKite({
    id: 'far-kite-2',
    at: [500, 232],
    scale: 26,
    turn: -14,
    main: INK.coral,
    second: INK.cream,
    third: INK.plum,
    spar: INK.night,
    flip: true,
  }),
  diamondKite({
    id: 'far-kite-3',
    at: [416, 640],
    scale: 22,
    turn: 10,
    main: INK.sea,
    second: INK.mustard,
    third: INK.cream,
    spar: INK.night,
  }),
  group('far-tails', [
    ...tail(corners('834,516 812,560 860,580 834,626'), [INK.coral, INK.mustard], 5, 9, INK.cream),
    ...tail(corners('508,266 520,300 494,320 512,352'), [INK.cream, INK.coral], 4, 7, INK.cream),
  ]),
]

const nearKites = (): string[] => [
  boxKite('box-kite', [772, 258], 62, -16, INK.sea, INK.haze, INK.night),
  group(
    'wing-tail',
    tail(corners('176,442 236,520 96,560 188,660'), [INK.plum, INK.mustard, INK.cream], 8, 17, INK.cream),
  ),
  deltaKite({
    id: 'wing-kite',
    at: [168, 372],
    scale: 132,
    turn: -17,
    colors: [INK.plum, INK.mustard, INK.cream],
    spar: INK.night,
  }),
  group(
    'great-tail',
    tail(corners('491,704 560,790 420,830 520,960'), [INK.coral, INK.cream, INK.sea, INK.mustard], 12, 26, INK.cream),
  ),
  diamondKite({
    id: 'second-kite',
    at: [352, 466],
    scale: 146,
    turn: -24,
    main: INK.sea,
    second: INK.cream,
    third: INK.mustard,
    spar: INK.night,
    flip: true,
  }),
  group(
    'second-tail',
    tail(corners('432,646 470,700 360,720 420,800'), [INK.sea, INK.mustard, INK.cream], 7, 18, INK.cream),
  ),
  diamondKite({
    id: 'great-kite',
    at: [560, 446],
    scale: 196,
    turn: 15,
    main: INK.coral,
    second: INK.mustard,
    third: INK.cream,
    spar: INK.night,
  }),
]

const kites = (): string =>
  group('kites', [
    group('lines', [
      line([170, 1018], [352, 470], 70),
      line([306, 1036], [546, 420], 130),
      line([248, 1092], [217, 486], 50),
    ]),
    ...farKites(),
    ...nearKites(),
  ])

const words = (): string =>
  group('words', [
    lettering({
      id: 'town-name',
      text: 'Breezeholm',
      x: 54,
      y: 146,
      size: 132,
      weight: 800,
      fill: INK.cream,
      tracking: -22,
    }),
    lettering({
      id: 'event-name',
      text: 'Kite Festival',
      x: 60,
      y: 206,
      size: 50,
      weight: 500,
      fill: facet(INK.mustard, 0.04),
    }),
    lettering({
      id: 'dates',
      text: '12–14 September',
      x: 846,
      y: 1128,
      size: 34,
      weight: 700,
      fill: INK.cream,
      anchor: 'end',
    }),
    lettering({
      id: 'place',
      text: 'Old Harbor, from noon to dusk',
      x: 846,
      y: 1160,
      size: 20,
      weight: 500,
      fill: facet(INK.peach, 0.04),
      anchor: 'end',
    }),
  ])

/** The festival poster, 900 by 1200. */
export const poster = (): string =>
  [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${WIDTH} ${HEIGHT}" width="${WIDTH}" height="${HEIGHT}">`,
    '<title>Breezeholm Kite Festival</title>',
    '<defs>',
    gradient('evening', [
      [0, facet(INK.night, -0.03)],
      [0.34, facet(INK.dusk, -0.06)],
      [0.6, INK.haze],
      [0.84, INK.peach],
      [1, facet(INK.peach, 0.08)],
    ]),
    gradient('harbor', [
      [0, facet(INK.peach, -0.1)],
      [0.16, facet(INK.sea, 0.12)],
      [0.5, INK.sea],
      [1, facet(INK.night, -0.02)],
    ]),
    '</defs>',
    sky(),
    clouds(),
    hills(),
    lighthouse(),
    town(),
    water(),
    boat('boat-1', [252, 936], 46, INK.mustard, INK.plum),
    boat('boat-2', [812, 924], 34, INK.coral, INK.night),
    boat('boat-3', [462, 898], 22, INK.cream, INK.coral),
    jetty(),
    person('flyer-1', 196, 1128, 32, INK.mustard),
    person('flyer-2', 322, 1132, 28, INK.sea),
    kites(),
    words(),
    '</svg>',
    '',
  ].join('\n')
