import type { Hex } from '#core/color/convert'
import { along, corners, d, group, mid, placed, poly, shape, type Point } from './draw'
import { facet } from './palette'

type Curve = readonly [Point, Point, Point, Point]

/** A kite's tail: a cord along a curve with bows on it, each of two facets a side. */
export const tail = (
  points: readonly Point[],
  colors: readonly Hex[],
  bows: number,
  size: number,
  cord: Hex,
): string[] => {
  const curve = points as Curve
  const [a, b, c, e] = curve
  const parts = [
    shape('path', {
      'd': d`M ${a} C ${b} ${c} ${e}`,
      'fill': 'none',
      'stroke': cord,
      'stroke-width': size / 9,
    }),
  ]
  for (let i = 1; i <= bows; i++) {
    const { at, angle } = along(curve, i / bows)
    const color = colors[i % colors.length] as Hex
    const scale = size * (1 - (0.4 * i) / bows)
    const turn = (angle * 180) / Math.PI + 90
    const [center, l1, l2, l3, r1, r2, r3] = placed(
      corners('0,0 -1,-0.55 -0.85,0 -1,0.5 1,-0.55 0.85,0 1,0.5'),
      at,
      scale,
      turn,
    ) as [Point, Point, Point, Point, Point, Point, Point]
    parts.push(
      poly([center, l1, l2], color),
      poly([center, l2, l3], facet(color, -0.1)),
      poly([center, r1, r2], facet(color, 0.06)),
      poly([center, r2, r3], color),
    )
  }
  return parts
}

/** A bellied edge: a curve from one corner to another, drawn in toward a third point. */
const bellied = (from: Point, to: Point, toward: Point, depth: number): string =>
  d`Q ${mid(mid(from, to), toward, depth)} ${to}`

interface DiamondKite {
  id: string
  at: Point
  scale: number
  turn: number
  main: Hex
  second: Hex
  third: Hex
  spar: Hex
  flip?: boolean
}

/** Corners of a four-cornered kite and the crossing of its spars: top, right, bottom, left, center. */
export const diamondFrame = (at: Point, scale: number, turn: number): [Point, Point, Point, Point, Point] =>
  placed(corners('0,-1.15 0.82,-0.2 0,1.35 -0.82,-0.2 0,-0.2'), at, scale, turn) as [Point, Point, Point, Point, Point]

/** A four-cornered kite: four bellied sails in light and shade, each with a band and a heart, over two spars. */
export const diamondKite = ({ id, at, scale, turn, main, second, third, spar, flip = false }: DiamondKite): string => {
  const [top, right, bottom, left, center] = diamondFrame(at, scale, turn)
  const light = flip ? [-0.07, 0.08, -0.14, 0.02] : [0.08, -0.05, 0.02, -0.14]
  const sails: ReadonlyArray<readonly [Point, Point, number]> = [
    [left, top, light[0]!],
    [top, right, light[1]!],
    [left, bottom, light[2]!],
    [right, bottom, light[3]!],
  ]
  const parts = sails.flatMap(([from, to, lift], i) => {
    const deep = i < 2 ? 0.12 : 0.16
    const band =
      i < 2 ? [mid(center, from, 0.62), mid(center, to, 0.62)] : [mid(center, from, 0.58), mid(center, to, 0.58)]
    const heart = [mid(center, from, 0.34), mid(center, to, 0.34)]
    const [b1, b2] = band as [Point, Point]
    const [h1, h2] = heart as [Point, Point]
    return [
      shape('path', {
        d: d`M ${center} L ${from} ${bellied(from, to, center, deep)} Z`,
        fill: facet(main, lift),
      }),
      shape('path', {
        d: d`M ${center} L ${b1} ${bellied(b1, b2, center, deep)} Z`,
        fill: facet(second, lift),
      }),
      shape('path', {
        d: d`M ${center} L ${h1} ${bellied(h1, h2, center, deep)} Z`,
        fill: facet(third, lift),
      }),
    ]
  })
  const cord = { 'fill': 'none', 'stroke': spar, 'stroke-width': scale / 55, 'stroke-linecap': 'round' }
  parts.push(
    shape('path', { d: d`M ${top} L ${bottom}`, ...cord }),
    shape('path', { d: d`M ${left} L ${right}`, ...cord }),
  )
  return group(id, parts)
}

interface DeltaKite {
  id: string
  at: Point
  scale: number
  turn: number
  colors: readonly [Hex, Hex, Hex]
  spar: Hex
}

/** A wing-shaped kite: two wings of three stripes each, with a keel in shade. */
export const deltaKite = ({ id, at, scale, turn, colors, spar }: DeltaKite): string => {
  const [nose, left, right, foot, keel] = placed(
    corners('0,-0.8 -1.5,0.55 1.5,0.55 0,0.42 0.1,0.95'),
    at,
    scale,
    turn,
  ) as [Point, Point, Point, Point, Point]
  const stripes = (tip: Point, lift: number): string[] =>
    colors.map((color, i) => {
      const [inner, outer] = [1 - i * 0.34, 1 - (i + 1) * 0.34]
      const [a, b] = [mid(nose, tip, inner), mid(foot, tip, inner)]
      const [c, e] = [mid(nose, tip, Math.max(0, outer)), mid(foot, tip, Math.max(0, outer))]
      return poly(i === 0 ? [tip, c, e] : [a, b, e, c], facet(color, lift - i * 0.02))
    })
  return group(id, [
    ...stripes(left, 0.05),
    ...stripes(right, -0.09),
    poly([nose, foot, keel], facet(colors[0], -0.2)),
    shape('path', {
      'd': d`M ${left} L ${nose} L ${right}`,
      'fill': 'none',
      'stroke': spar,
      'stroke-width': scale / 45,
      'stroke-linejoin': 'round',
    }),
    shape('path', { 'd': d`M ${nose} L ${foot}`, 'fill': 'none', 'stroke': spar, 'stroke-width': scale / 60 }),
  ])
}

/** A box kite: two open cells on four spars, inside faces darker than outside ones. */
export const boxKite = (
  id: string,
  at: Point,
  scale: number,
  turn: number,
  color: Hex,
  lining: Hex,
  spar: Hex,
): string => {
  const cell = (y: number): string[] => {
    const corner = (x: number, rise: number): Point => placed([[x, y + rise]], at, scale, turn)[0] as Point
    const face = (x1: number, s1: number, x2: number, s2: number, fill: Hex): string =>
      poly([corner(x1, s1), corner(x2, s2), corner(x2, s2 + 0.62), corner(x1, s1 + 0.62)], fill)
    return [
      face(-0.72, 0, 0.08, -0.24, facet(lining, -0.12)),
      face(0.08, -0.24, 0.72, 0, facet(lining, -0.04)),
      face(-0.72, 0, -0.08, 0.2, facet(color, 0.06)),
      face(-0.08, 0.2, 0.72, 0, facet(color, -0.1)),
    ]
  }
  const rods = [-0.72, -0.08, 0.72, 0.08].map((x, i) => {
    const shift = [0, 0.2, 0, -0.24][i]!
    const [a, b] = placed(
      [
        [x, -1 + shift],
        [x, 1.25 + shift],
      ],
      at,
      scale,
      turn,
    ) as [Point, Point]
    return shape('path', { 'd': d`M ${a} L ${b}`, 'fill': 'none', 'stroke': spar, 'stroke-width': scale / 30 })
  })
  return group(id, [rods[3] as string, ...cell(-0.95), ...cell(0.5), ...rods.slice(0, 3)])
}
