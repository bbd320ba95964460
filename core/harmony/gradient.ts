import {
  mixLabs,
  degrees,
  GRAY_CHROMA,
  hexOfLab,
  labOf,
  toGamutLab,
  unit,
  type Hex,
  type Lab,
} from '#core/color/convert'
import { fromLab, toLab } from '#core/color/oklab'
import { labDistance } from '#core/color/difference'

/* Gradients between colors: how they run, what stands where on them. */

export const GRADIENT_KINDS = ['linear', 'radial', 'conic'] as const
export type GradientKind = (typeof GRADIENT_KINDS)[number]

/** The spaces a gradient is mixed in. */
export const GRADIENT_SPACES = ['oklab', 'oklch'] as const
export type GradientSpace = (typeof GRADIENT_SPACES)[number]

/** The ways round the circle of hues (CSS Color 4, section 12.4). */
export const HUE_WAYS = ['shorter', 'longer', 'increasing', 'decreasing'] as const
export type HueWay = (typeof HUE_WAYS)[number]

/** Colors at their places in [0, 1], in their order, and how what is between them is mixed. */
export interface Run {
  stops: ReadonlyArray<{ at: number; hex: Hex }>
  space: GradientSpace
  way: HueWay
}

interface Polar {
  l: number
  c: number
  h: number | null
}

const polarOf = ({ l, a, b }: Lab): Polar => {
  const c = Math.hypot(a, b)
  return { l, c, h: c > GRAY_CHROMA ? degrees((Math.atan2(b, a) * 180) / Math.PI) : null }
}

/** The signed turn of hue from one to another, in degrees, by a way round (CSS Color 4, section 12.4). */
export const hueTurn = (from: number, to: number, way: HueWay): number => {
  const turn = degrees(to - from)
  switch (way) {
    case 'shorter':
      return turn > 180 ? turn - 360 : turn
    case 'longer':
      return turn === 0 ? 360 : turn < 180 ? turn - 360 : turn
    case 'increasing':
      return turn
    case 'decreasing':
      return turn > 0 ? turn - 360 : 0
  }
}

/** A part of the way between two colors in OKLCH; a gray takes the hue of the other. */
const mixPolar = (one: Polar, other: Polar, part: number, way: HueWay): Lab => {
  const from = one.h ?? other.h ?? 0
  const hue = from + hueTurn(from, other.h ?? from, way) * part
  const c = one.c + (other.c - one.c) * part
  const angle = (hue * Math.PI) / 180
  return { l: one.l + (other.l - one.l) * part, a: c * Math.cos(angle), b: c * Math.sin(angle) }
}

/**
 * The color of a run at a place in [0, 1], in OKLab, as sRGB can show it. Before its first stop and behind its last,
 * theirs.
 */
export const runAt = ({ stops, space, way }: Run): ((at: number) => Lab) => {
  const sorted = [...stops].sort((one, other) => one.at - other.at)
  const labs = sorted.map(({ hex }) => labOf(hex))
  const polar = labs.map(polarOf)
  return at => {
    const next = sorted.findIndex(stop => stop.at > at)
    if (next === 0) return labs[0] as Lab
    if (next < 0) return labs.at(-1) as Lab
    const [from, to] = [sorted[next - 1]?.at ?? 0, sorted[next]?.at ?? 1]
    const part = (at - from) / (to - from)
    const lab =
      space === 'oklab'
        ? mixLabs(labs[next - 1] as Lab, labs[next] as Lab, part)
        : mixPolar(polar[next - 1] as Polar, polar[next] as Polar, part, way)
    return toGamutLab(lab)
  }
}

/** The sRGB channels of an OKLab color, 0 to 255, not rounded. */
const channelsOf = ({ l, a, b }: Lab): [number, number, number] => {
  const rgb: [number, number, number] = [0, 0, 0]
  fromLab(l, a, b, rgb)
  return rgb.map(value => Math.min(255, Math.max(0, value))) as [number, number, number]
}

/** By how much, in OKLab, what a plain mix of neighbors shows may differ from the run. */
const CLOSE = 0.003
/** Maximum number of times the way between two stops is halved. */
const HALVINGS = 6

/**
 * Plain stops that a run is drawn with by whoever can only mix in sRGB: as many as are needed for no place to differ by more
 * than the eye tells.
 */
export const plainStops = (run: Run): Array<{ at: number; hex: Hex }> => {
  const color = runAt(run)
  const stopAt = (at: number): { at: number; hex: Hex } => ({ at, hex: hexOfLab(color(at)) })
  const mixed = (one: Lab, other: Lab): Lab => {
    const [a, b] = [channelsOf(one), channelsOf(other)]
    const lab: [number, number, number] = [0, 0, 0]
    toLab((a[0] + b[0]) / 2, (a[1] + b[1]) / 2, (a[2] + b[2]) / 2, lab)
    return { l: lab[0], a: lab[1], b: lab[2] }
  }
  const between = (from: number, to: number, left: number): Array<{ at: number; hex: Hex }> => {
    if (to - from < 1e-4) return []
    const middle = (from + to) / 2
    const off = labDistance(mixed(color(from), color(to - 1e-9)), color(middle))
    if (!left || (off < CLOSE && left < HALVINGS)) return []
    return [...between(from, middle, left - 1), stopAt(middle), ...between(middle, to, left - 1)]
  }
  const sorted = [...run.stops].sort((one, other) => one.at - other.at)
  return sorted.flatMap((stop, i) => {
    const next = sorted[i + 1]
    return [{ at: stop.at, hex: stop.hex }, ...(next ? between(stop.at, next.at, HALVINGS) : [])]
  })
}

/**
 * A place between the picture elements' values, which spreads rounding evenly (Jimenez, 2014: interleaved gradient
 * noise).
 */
const spread = (x: number, y: number): number => {
  const inner = (0.06711056 * x + 0.00583715 * y) % 1
  return (52.9829189 * inner) % 1
}

/**
 * Where on a gradient a point of a picture lies, in [0, 1]; points in parts of its own size, the angle in degrees as
 * in CSS.
 */
export const placeOn = (
  kind: GradientKind,
  angle: number,
  width: number,
  height: number,
): ((x: number, y: number) => number) => {
  const [cx, cy] = [width / 2, height / 2]
  const turn = (angle * Math.PI) / 180
  const [sin, cos] = [Math.sin(turn), Math.cos(turn)]
  switch (kind) {
    case 'linear': {
      const length = Math.abs(width * sin) + Math.abs(height * cos)
      return (x, y) => unit(((x - cx) * sin - (y - cy) * cos) / length + 0.5)
    }
    case 'radial': {
      const reach = Math.hypot(cx, cy)
      return (x, y) => unit(Math.hypot(x - cx, y - cy) / reach)
    }
    case 'conic':
      return (x, y) => degrees((Math.atan2(x - cx, cy - y) * 180) / Math.PI - angle) / 360
  }
}

/** Number of steps of a run that are computed before a picture is painted with it. */
const STEPS = 16_384

/**
 * A gradient as pixels, 8 bits a channel, straight RGBA. What rounding leaves over is spread among neighbors, so that no
 * band shows however wide the picture.
 */
export const gradientPixels = (
  run: Run,
  { kind, angle }: { kind: GradientKind; angle: number },
  width: number,
  height: number,
): Uint8ClampedArray => {
  const color = runAt(run)
  const table = new Float32Array((STEPS + 1) * 3)
  for (let i = 0; i <= STEPS; i++) {
    table.set(channelsOf(color(i / STEPS)), i * 3)
  }
  const place = placeOn(kind, angle, width, height)
  const out = new Uint8ClampedArray(width * height * 4)
  for (let y = 0, p = 0; y < height; y++) {
    for (let x = 0; x < width; x++, p += 4) {
      const at = Math.round(place(x + 0.5, y + 0.5) * STEPS) * 3
      for (let channel = 0; channel < 3; channel++)
        out[p + channel] = Math.floor(table[at + channel]! + spread(x + channel * 31, y + channel * 17))
      out[p + 3] = 255
    }
  }
  return out
}
