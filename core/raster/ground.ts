import type { Picture } from '#core/picture/picture'

/** Channels of a pixel and those around it may be so far apart, in 8-bit steps, and it has no grain. */
const EVEN = 2
/** From where to where, in 8-bit steps, what stands out from its surroundings turns from grain to a thing of its own. */
const GRAIN = { from: 50, to: 90 } as const

/* Of whole numbers, without a branch: grain gives the processor nothing to foresee. */
const min = (a: number, b: number): number => b + ((a - b) & ((a - b) >> 31))
const max = (a: number, b: number): number => a - ((a - b) & ((a - b) >> 31))
/** The median of three. */
const middleOf = (a: number, b: number, c: number): number => max(min(a, b), min(max(a, b), c))

/** The lowest, middle and highest of the three pixels above each other, along a row of one channel. */
interface Sorted {
  low: Uint8Array
  mid: Uint8Array
  high: Uint8Array
}

const sortColumns = (data: Uint8Array | Uint8ClampedArray, width: number, from: number, into: Sorted): void => {
  const { low, mid, high } = into
  const row = width * 4
  for (let x = 0, i = from; x < width; x++, i += 4) {
    const a = data[i - row]!
    const b = data[i]!
    const c = data[i + row]!
    const under = min(a, b)
    const over = max(a, b)
    low[x] = min(under, c)
    mid[x] = max(under, min(over, c))
    high[x] = max(over, c)
  }
}

/**
 * The medians of the nine pixels around each of a row, of one channel (Smith 1996), from the three above each other;
 * `spread` is raised to how far the nine are apart.
 */
const medians = ({ low, mid, high }: Sorted, width: number, into: Uint8Array, spread: Uint8Array): void => {
  for (let x = 1; x < width - 1; x++) {
    const a = low[x - 1]!
    const b = low[x]!
    const c = low[x + 1]!
    const d = high[x - 1]!
    const e = high[x]!
    const f = high[x + 1]!
    const lowest = max(max(a, b), c)
    const highest = min(min(d, e), f)
    const middle = middleOf(mid[x - 1]!, mid[x]!, mid[x + 1]!)
    into[x] = middleOf(lowest, middle, highest)
    spread[x] = max(spread[x]!, max(max(d, e), f) - min(min(a, b), c))
  }
}

/**
 * The ground of a picture, as it is without its grain: each pixel the median of the nine around it, channel by channel,
 * but where it stands out so much that it is a thing of its own. Clear pixels, those beside them, and the rim stay as
 * they are. `seen` hears, from time to time, which part is done, and may throw to stop it.
 */
export const groundOf = (
  { width, height, data }: Picture,
  seen: (part: number) => void = () => undefined,
): Uint8Array => {
  const ground = new Uint8Array(data)
  const around = [-1, 0, 1].flatMap(down => [-1, 0, 1].map(across => (down * width + across) * 4 + 3))
  /** Returns whether a pixel lies beside a clear one, which has a color that nobody sees. */
  const besideClear = (i: number): boolean => around.some(by => !data[i + by])
  const line = (): Uint8Array => new Uint8Array(width)
  const sorted: Sorted = { low: line(), mid: line(), high: line() }
  const [red, green, blue] = [line(), line(), line()]
  const spread = line()
  for (let y = 1; y < height - 1; y++) {
    if (y % 64 === 0) seen(y / height)
    const from = y * width * 4
    spread.fill(0)
    for (const [n, into] of [red, green, blue].entries()) {
      sortColumns(data, width, from + n, sorted)
      medians(sorted, width, into, spread)
    }
    for (let x = 1, i = from + 4; x < width - 1; x++, i += 4) {
      if (spread[x]! <= EVEN || !data[i + 3]) continue
      const r = data[i]! - red[x]!
      const g = data[i + 1]! - green[x]!
      const b = data[i + 2]! - blue[x]!
      const far = Math.max(Math.abs(r), Math.abs(g), Math.abs(b))
      if (!far || besideClear(i)) continue
      const part = Math.min(1, Math.max(0, (far - GRAIN.from) / (GRAIN.to - GRAIN.from)))
      const own = part * part * (3 - 2 * part)
      ground[i] = Math.round(red[x]! + r * own)
      ground[i + 1] = Math.round(green[x]! + g * own)
      ground[i + 2] = Math.round(blue[x]! + b * own)
    }
  }
  return ground
}
