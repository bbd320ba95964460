/** A point in artwork units. */
export type Point = readonly [x: number, y: number]

const round = (value: number): number => Math.round(value * 10) / 10

const attributes = (values: Record<string, string | number>): string =>
  Object.entries(values)
    .map(([name, value]) => ` ${name}="${typeof value === 'number' ? round(value) : value}"`)
    .join('')

/** An element without content. */
export const shape = (name: string, values: Record<string, string | number>): string =>
  `<${name}${attributes(values)}/>`

/** A named group. */
export const group = (id: string, content: readonly string[], values: Record<string, string | number> = {}): string =>
  `<g id="${id}"${attributes(values)}>\n${content.join('\n')}\n</g>`

/** A closed polygon as a path. */
export const poly = (points: readonly Point[], fill: string): string =>
  shape('path', { d: `M${points.map(([x, y]) => `${round(x)} ${round(y)}`).join('L')}Z`, fill })

/** The corners of a polygon from a text as in the `points` attribute of SVG: “0,0 10,0 5,8”. */
export const corners = (text: string): Point[] =>
  text.split(' ').map((pair): Point => pair.split(',').map(Number) as [number, number])

/** Path data from a template: numbers in it are rounded, points written as two numbers, white space is one blank. */
export const d = (texts: TemplateStringsArray, ...values: Array<string | number | Point>): string => {
  const written = values.map(value => (typeof value === 'string' ? value : [value].flat().map(round).join(' ')))
  return texts
    .map((text, i) => text + (written[i] ?? ''))
    .join('')
    .replace(/\s+/g, ' ')
    .trim()
}

/** Turns points by degrees, scales them and moves them to a place. */
export const placed = (points: readonly Point[], at: Point, scale: number, turn: number): Point[] => {
  const [cos, sin] = [Math.cos((turn * Math.PI) / 180), Math.sin((turn * Math.PI) / 180)]
  return points.map(([x, y]) => [at[0] + scale * (x * cos - y * sin), at[1] + scale * (x * sin + y * cos)])
}

/** The point between two. */
export const mid = (one: Point, other: Point, t = 0.5): Point => [
  one[0] + (other[0] - one[0]) * t,
  one[1] + (other[1] - one[1]) * t,
]

/** A cubic Bézier curve: its point and direction (radians) at t in [0, 1]. */
export const along = ([a, b, c, e]: readonly [Point, Point, Point, Point], t: number): { at: Point; angle: number } => {
  const u = 1 - t
  const value = (i: 0 | 1): number => u ** 3 * a[i] + 3 * u * u * t * b[i] + 3 * u * t * t * c[i] + t ** 3 * e[i]
  const slope = (i: 0 | 1): number => 3 * u * u * (b[i] - a[i]) + 6 * u * t * (c[i] - b[i]) + 3 * t * t * (e[i] - c[i])
  return { at: [value(0), value(1)], angle: Math.atan2(slope(1), slope(0)) }
}

/** A seeded source of numbers in [0, 1): a linear congruential generator (Numerical Recipes). */
export const dice = (seed: number): (() => number) => {
  let state = seed >>> 0
  return () => (state = (Math.imul(state, 1664525) + 1013904223) >>> 0) / 4294967296
}
