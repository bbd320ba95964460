import { d, dice, group, placed, poly, shape, type Point } from './draw'
import { boxKite, deltaKite, diamondKite, tail } from './kites'
import { lettering } from './lettering'
import { facet, INK } from './palette'

const WIDTH = 900
const HEIGHT = 1200
const HORIZON = 838

const gradient = (id: string, stops: ReadonlyArray<readonly [number, string]>): string =>
  `<linearGradient id="${id}" x1="0" y1="0" x2="0" y2="1">\n` +
  `${stops.map(([offset, color]) => shape('stop', { 'offset': String(offset), 'stop-color': color })).join('\n')}` +
  `\n</linearGradient>`

const lens = (x: number, y: number, width: number, height: number, fill: string): string =>
  shape('path', { d: d('M', x, y, 'q', width / 2, -height, width, 0, 'q', -width / 2, height, -width, 0, 'Z'), fill })

const sky = (): string => {
  const roll = dice(7)
  const stars = Array.from({ length: 26 }, () =>
    shape('circle', { cx: roll() * WIDTH, cy: 24 + roll() * 330, r: 0.9 + roll() * 1.5 }),
  )
  return group('sky', [
    shape('rect', { width: WIDTH, height: HORIZON + 10, fill: 'url(#evening)' }),
    group('stars', stars, { fill: INK.cream, opacity: '0.8' }),
    shape('circle', { cx: 628, cy: 770, r: 152, fill: facet(INK.peach, 0.05), opacity: '0.35' }),
    shape('circle', { cx: 628, cy: 770, r: 118, fill: facet(INK.peach, 0.08), opacity: '0.5' }),
    shape('circle', { cx: 628, cy: 770, r: 88, fill: facet(INK.cream, 0.02) }),
  ])
}

const bank = (x: number, y: number, width: number, fill: string, under: string): string[] => [
  shape('path', {
    d: d(
      'M',
      x,
      y,
      'c',
      width * 0.1,
      -34,
      width * 0.24,
      -30,
      width * 0.32,
      -16,
      'c',
      width * 0.06,
      -34,
      width * 0.26,
      -36,
      width * 0.34,
      -8,
      'c',
      width * 0.12,
      -22,
      width * 0.26,
      -8,
      width * 0.34,
      24,
      'Z',
    ),
    fill,
  }),
  shape('path', {
    d: d(
      'M',
      x + width * 0.08,
      y,
      'c',
      width * 0.14,
      -14,
      width * 0.3,
      -12,
      width * 0.4,
      -4,
      'c',
      width * 0.14,
      -14,
      width * 0.34,
      -6,
      width * 0.44,
      4,
      'Z',
    ),
    fill: under,
  }),
]

const clouds = (): string =>
  group('clouds', [
    ...bank(-70, 560, 330, facet(INK.haze, 0.03), facet(INK.haze, -0.05)),
    ...bank(600, 616, 380, facet(INK.peach, 0.02), facet(INK.peach, -0.06)),
    ...bank(120, 706, 300, facet(INK.peach, 0.06), facet(INK.peach, -0.02)),
    lens(420, 690, 260, 10, facet(INK.peach, 0.09)),
    lens(20, 640, 220, 8, facet(INK.haze, 0.1)),
    lens(640, 520, 200, 9, facet(INK.haze, -0.03)),
  ])

const hills = (): string =>
  group('hills', [
    shape('path', {
      d: d(
        'M',
        0,
        790,
        'C',
        120,
        740,
        220,
        770,
        330,
        778,
        'S',
        520,
        742,
        640,
        782,
        'S',
        820,
        750,
        900,
        770,
        'V',
        850,
        'H',
        0,
        'Z',
      ),
      fill: facet(INK.haze, -0.12),
    }),
    shape('path', {
      d: d(
        'M',
        0,
        818,
        'C',
        90,
        770,
        190,
        792,
        300,
        808,
        'S',
        470,
        800,
        560,
        816,
        'S',
        760,
        778,
        900,
        806,
        'V',
        850,
        'H',
        0,
        'Z',
      ),
      fill: facet(INK.dusk, -0.02),
    }),
    shape('path', {
      d: d('M', 0, 776, 'C', 60, 748, 118, 770, 168, 806, 'S', 250, 838, 290, 846, 'H', 0, 'Z'),
      fill: facet(INK.night, 0.08),
    }),
  ])

const lighthouse = (): string =>
  group('lighthouse', [
    poly(
      [
        [84, 780],
        [92, 622],
        [124, 622],
        [132, 780],
      ],
      INK.cream,
    ),
    poly(
      [
        [108, 780],
        [108, 622],
        [124, 622],
        [132, 780],
      ],
      facet(INK.cream, -0.12),
    ),
    ...[0, 1, 2].flatMap(i => {
      const y = 650 + i * 46
      const [w1, w2] = [16 + (y - 622) * 0.05, 16 + (y - 600) * 0.05]
      return [
        poly(
          [
            [108 - w1, y],
            [108, y],
            [108, y + 22],
            [108 - w2, y + 22],
          ],
          INK.coral,
        ),
        poly(
          [
            [108, y],
            [108 + w1, y],
            [108 + w2, y + 22],
            [108, y + 22],
          ],
          facet(INK.coral, -0.1),
        ),
      ]
    }),
    shape('rect', { x: 86, y: 612, width: 44, height: 10, rx: 2, fill: INK.night }),
    shape('rect', { x: 95, y: 586, width: 26, height: 26, fill: facet(INK.mustard, 0.1) }),
    shape('rect', { x: 108, y: 586, width: 13, height: 26, fill: INK.mustard }),
    poly(
      [
        [90, 586],
        [108, 562],
        [126, 586],
      ],
      INK.coral,
    ),
    poly(
      [
        [108, 562],
        [126, 586],
        [108, 586],
      ],
      facet(INK.coral, -0.1),
    ),
    shape('path', {
      d: d('M', 121, 598, 'L', 420, 546, 'L', 420, 640, 'Z'),
      fill: facet(INK.mustard, 0.16),
      opacity: '0.22',
    }),
  ])

const house = (x: number, width: number, height: number, wall: string, roof: string, lit: () => number): string[] => {
  const [base, eave, ridge] = [852, 852 - height, 852 - height - width * 0.48]
  const split = x + width * 0.62
  const parts = [
    shape('rect', { x, y: eave, width, height, fill: wall }),
    shape('rect', { x: split, y: eave, width: x + width - split, height, fill: facet(wall, -0.1) }),
    poly(
      [
        [x - 3, eave],
        [x + width / 2, ridge],
        [x + width + 3, eave],
      ],
      roof,
    ),
    poly(
      [
        [x + width / 2, ridge],
        [x + width + 3, eave],
        [split, eave],
      ],
      facet(roof, -0.09),
    ),
  ]
  for (let row = 0; row * 26 + 12 < height - 16; row++) {
    for (let column = 0; column < Math.max(1, Math.floor(width / 24)); column++) {
      const glow = lit() > 0.42 ? facet(INK.mustard, 0.08) : facet(INK.night, 0.1)
      parts.push(shape('rect', { x: x + 8 + column * 22, y: eave + 10 + row * 26, width: 9, height: 13, fill: glow }))
    }
  }
  parts.push(
    shape('rect', { x: x + width * 0.68, y: ridge + 4, width: 7, height: 20, fill: facet(roof, -0.16) }),
    shape('rect', { x, y: base - 4, width, height: 4, fill: INK.night }),
  )
  return parts
}

const town = (): string => {
  const roll = dice(23)
  const walls = [INK.sand, facet(INK.peach, -0.08), facet(INK.haze, -0.04), INK.cream, facet(INK.sand, -0.08)]
  const roofs = [INK.plum, facet(INK.coral, -0.08), facet(INK.dusk, -0.12), facet(INK.plum, 0.06)]
  const parts: string[] = []
  let x = 182
  for (let i = 0; x < 900; i++) {
    const width = 38 + Math.floor(roll() * 30)
    const low = x > 520 && x < 720
    parts.push(
      ...house(
        x,
        width,
        (low ? 34 : 50) + Math.floor(roll() * (low ? 22 : 48)),
        walls[i % walls.length] as string,
        roofs[(i * 3) % roofs.length] as string,
        roll,
      ),
    )
    x += width + (low ? 5 : 2)
  }
  return group('town', parts)
}

const water = (): string => {
  const roll = dice(41)
  const stripes = Array.from({ length: 34 }, () => {
    const y = 866 + roll() ** 1.4 * 320
    const near = (y - 866) / 320
    const width = 40 + near * 150 + roll() * 60
    const tones = [facet(INK.sea, 0.08), facet(INK.sea, -0.07), facet(INK.haze, -0.06), facet(INK.sea, 0.16)]
    const x = roll() * (WIDTH + 100) - 80
    const clear = y > 1070 && x + width > 470 // room for the dates
    return lens(clear ? x - 620 : x, y, width, 2 + near * 6, tones[Math.floor(roll() * tones.length)] as string)
  })
  const glitter = Array.from({ length: 12 }, (_, i) => {
    const y = 860 + i * i * 1.25 + i * 3
    const width = 150 - i * 5 + roll() * 34
    return lens(
      628 - width / 2 + (roll() - 0.5) * 36,
      y,
      width,
      3 + i * 0.35,
      i % 3 === 1 ? facet(INK.cream, 0.02) : facet(INK.peach, 0.04),
    )
  })
  return group('water', [
    shape('rect', { y: 850, width: WIDTH, height: HEIGHT - 850, fill: 'url(#harbor)' }),
    ...stripes,
    ...glitter,
  ])
}

const boat = (id: string, at: Point, scale: number, sail: string, hull: string): string => {
  const put = (points: readonly Point[]): Point[] => placed(points, at, scale, -2)
  return group(id, [
    poly(
      put([
        [0.02, -2],
        [0.02, -0.12],
        [-0.95, -0.12],
      ]),
      sail,
    ),
    poly(
      put([
        [0.02, -2],
        [0.02, -0.12],
        [-0.4, -0.12],
      ]),
      facet(sail, -0.09),
    ),
    poly(
      put([
        [0.1, -1.75],
        [0.1, -0.12],
        [0.85, -0.12],
      ]),
      facet(INK.cream, 0.02),
    ),
    poly(
      put([
        [0.1, -1.75],
        [0.1, -0.12],
        [0.42, -0.12],
      ]),
      facet(INK.cream, -0.1),
    ),
    poly(
      put([
        [-1.1, 0],
        [1.15, 0],
        [0.8, 0.36],
        [-0.82, 0.36],
      ]),
      hull,
    ),
    poly(
      put([
        [-1, 0.12],
        [1.04, 0.12],
        [0.98, 0.2],
        [-0.94, 0.2],
      ]),
      INK.cream,
    ),
    poly(
      put([
        [0.1, 0],
        [1.15, 0],
        [0.8, 0.36],
        [0.1, 0.36],
      ]),
      facet(hull, -0.08),
    ),
    lens(at[0] - scale * 1.1, at[1] + scale * 0.46, scale * 2.3, scale * 0.14, facet(INK.sea, -0.14)),
    poly(
      put([
        [0.02, -2.2],
        [0.07, -2.2],
        [0.07, 0],
        [0.02, 0],
      ]),
      INK.night,
    ),
  ])
}

const person = (id: string, x: number, y: number, scale: number, coat: string): string => {
  const put = (points: readonly Point[]): Point[] => placed(points, [x, y], scale, 0)
  const [head] = put([[0.02, -3.02]]) as [Point]
  return group(id, [
    poly(
      put([
        [-0.32, -1.1],
        [-0.06, -1.1],
        [-0.1, 0],
        [-0.34, 0],
      ]),
      INK.night,
    ),
    poly(
      put([
        [0.04, -1.1],
        [0.32, -1.1],
        [0.44, 0],
        [0.18, 0],
      ]),
      facet(INK.night, -0.06),
    ),
    shape('path', {
      d: ((): string => {
        const [a, b, c, e, f, g] = put([
          [-0.36, -2.45],
          [0.34, -2.45],
          [0.56, -0.95],
          [-0.5, -0.9],
          [0, -2.8],
          [-0.6, -1.6],
        ]) as [Point, Point, Point, Point, Point, Point]
        return d('M', ...a, 'Q', ...f, ...b, 'L', ...c, 'L', ...e, 'Q', ...g, ...a, 'Z')
      })(),
      fill: coat,
    }),
    poly(
      put([
        [0.34, -2.45],
        [0.56, -0.95],
        [0.12, -0.93],
        [0.1, -2.6],
      ]),
      facet(coat, -0.1),
    ),
    poly(
      put([
        [-0.36, -2.4],
        [-0.1, -2.5],
        [-0.66, -3.5],
        [-0.84, -3.42],
      ]),
      coat,
    ),
    poly(
      put([
        [0.12, -2.45],
        [0.36, -2.35],
        [-0.5, -3.3],
        [-0.6, -3.2],
      ]),
      facet(coat, -0.06),
    ),
    shape('circle', { cx: head[0], cy: head[1], r: scale * 0.27, fill: facet(INK.sand, -0.04) }),
    shape('path', {
      d: ((): string => {
        const [a, b, c] = put([
          [-0.28, -3.04],
          [0.3, -3],
          [0.06, -3.62],
        ]) as [Point, Point, Point]
        return d('M', ...a, 'Q', ...c, ...b, 'Z')
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
    'd': d('M', ...from, 'Q', (from[0] + to[0]) / 2 + sag * 0.4, (from[1] + to[1]) / 2 + sag, ...to),
    'fill': 'none',
    'stroke': INK.cream,
    'stroke-width': '1.4',
    'opacity': '0.85',
  })

const kites = (): string =>
  group('kites', [
    group('lines', [
      line([170, 1018], [352, 470], 70),
      line([306, 1036], [546, 420], 130),
      line([248, 1092], [217, 486], 50),
    ]),
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
      ...tail(
        [
          [834, 516],
          [812, 560],
          [860, 580],
          [834, 626],
        ],
        [INK.coral, INK.mustard],
        5,
        9,
        INK.cream,
      ),
      ...tail(
        [
          [508, 266],
          [520, 300],
          [494, 320],
          [512, 352],
        ],
        [INK.cream, INK.coral],
        4,
        7,
        INK.cream,
      ),
    ]),
    boxKite('box-kite', [772, 258], 62, -16, INK.sea, INK.haze, INK.night),
    group(
      'wing-tail',
      tail(
        [
          [176, 442],
          [236, 520],
          [96, 560],
          [188, 660],
        ],
        [INK.plum, INK.mustard, INK.cream],
        8,
        17,
        INK.cream,
      ),
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
      tail(
        [
          [491, 704],
          [560, 790],
          [420, 830],
          [520, 960],
        ],
        [INK.coral, INK.cream, INK.sea, INK.mustard],
        12,
        26,
        INK.cream,
      ),
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
      tail(
        [
          [432, 646],
          [470, 700],
          [360, 720],
          [420, 800],
        ],
        [INK.sea, INK.mustard, INK.cream],
        7,
        18,
        INK.cream,
      ),
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
