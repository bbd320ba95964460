/** A color along a gradient: where it stands, and its values. */
export interface Stop {
  at: number
  values: readonly number[]
}

const distance = (one: readonly number[], other: readonly number[]): number =>
  one.reduce((max, value, i) => Math.max(max, Math.abs(value - (other[i] ?? 0))), 0)

const between = (from: Stop, to: Stop, at: number): number[] => {
  const part = to.at === from.at ? 0 : (at - from.at) / (to.at - from.at)
  return from.values.map((value, i) => value + part * ((to.values[i] ?? 0) - value))
}

/** True if two colors lie farther apart than a tolerance in one of their values. */
export const isApart = (one: readonly number[], other: readonly number[], tolerance: number): boolean =>
  distance(one, other) > tolerance

/**
 * The stops that lie on no line between others, as near as a tolerance in each value; by the method of Ramer (1972) and of Douglas and
 * Peucker (1973).
 */
export const withoutStraight = (stops: readonly Stop[], tolerance: number): Stop[] => {
  const kept = new Set([0, stops.length - 1])
  const spans: Array<[number, number]> = [[0, stops.length - 1]]
  for (let span = spans.pop(); span; span = spans.pop()) {
    const [first, last] = span
    let [farthest, away] = [-1, tolerance]
    for (let i = first + 1; i < last; i++) {
      const own = distance(stops[i]!.values, between(stops[first]!, stops[last]!, stops[i]!.at))
      if (own > away) [farthest, away] = [i, own]
    }
    if (farthest < 0) continue
    kept.add(farthest)
    spans.push([first, farthest], [farthest, last])
  }
  return stops.filter((_, i) => kept.has(i))
}
