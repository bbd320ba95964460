import { corners, d, dice, group, poly, shape } from './draw'
import { facet, INK } from './palette'

/* The harbor of the festival poster in the evening: sky, hills, lighthouse, town and water. */

/** Size of the poster. */
export const WIDTH = 900
export const HEIGHT = 1200
const HORIZON = 838

/** A flat lens, as clouds and light on water are. */
export const lens = (x: number, y: number, width: number, height: number, fill: string): string =>
  shape('path', {
    d: d`M ${x} ${y} q ${width / 2} ${-height} ${width} 0 q ${-width / 2} ${height} ${-width} 0 Z`,
    fill,
  })

export const sky = (): string => {
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
    d: d`M ${x} ${y} c ${width * 0.1} -34 ${width * 0.24} -30 ${width * 0.32} -16 c ${width * 0.06}
     -34 ${width * 0.26} -36 ${width * 0.34} -8 c ${width * 0.12} -22 ${width * 0.26} -8
     ${width * 0.34} 24 Z`,
    fill,
  }),
  shape('path', {
    d: d`M ${x + width * 0.08} ${y} c ${width * 0.14} -14 ${width * 0.3} -12 ${width * 0.4} -4 c
     ${width * 0.14} -14 ${width * 0.34} -6 ${width * 0.44} 4 Z`,
    fill: under,
  }),
]

export const clouds = (): string =>
  group('clouds', [
    ...bank(-70, 560, 330, facet(INK.haze, 0.03), facet(INK.haze, -0.05)),
    ...bank(600, 616, 380, facet(INK.peach, 0.02), facet(INK.peach, -0.06)),
    ...bank(120, 706, 300, facet(INK.peach, 0.06), facet(INK.peach, -0.02)),
    lens(420, 690, 260, 10, facet(INK.peach, 0.09)),
    lens(20, 640, 220, 8, facet(INK.haze, 0.1)),
    lens(640, 520, 200, 9, facet(INK.haze, -0.03)),
  ])

export const hills = (): string =>
  group('hills', [
    shape('path', {
      d: d`M 0 790 C 120 740 220 770 330 778 S 520 742 640 782 S 820 750 900 770 V 850 H 0 Z`,
      fill: facet(INK.haze, -0.12),
    }),
    shape('path', {
      d: d`M 0 818 C 90 770 190 792 300 808 S 470 800 560 816 S 760 778 900 806 V 850 H 0 Z`,
      fill: facet(INK.dusk, -0.02),
    }),
    shape('path', {
      d: d`M 0 776 C 60 748 118 770 168 806 S 250 838 290 846 H 0 Z`,
      fill: facet(INK.night, 0.08),
    }),
  ])

export const lighthouse = (): string =>
  group('lighthouse', [
    poly(corners('84,780 92,622 124,622 132,780'), INK.cream),
    poly(corners('108,780 108,622 124,622 132,780'), facet(INK.cream, -0.12)),
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
    poly(corners('90,586 108,562 126,586'), INK.coral),
    poly(corners('108,562 126,586 108,586'), facet(INK.coral, -0.1)),
    shape('path', {
      d: d`M 121 598 L 420 546 L 420 640 Z`,
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

export const town = (): string => {
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

export const water = (): string => {
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
