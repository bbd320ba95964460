/**
 * Width of each part of a row, in pixels: by its share, but none narrower than `least` as long as there is room.
 * Shares need not add up to 1.
 */
export const widthsOf = (shares: readonly number[], whole: number, min: number): number[] => {
  const floor = Math.min(min, whole / Math.max(1, shares.length))
  const small = new Set<number>()
  for (;;) {
    const left = shares.reduce((sum, share, i) => (small.has(i) ? sum : sum + share), 0) || 1
    const room = whole - small.size * floor
    const next = shares.findIndex((share, i) => !small.has(i) && (share / left) * room < floor)
    if (next < 0) return shares.map((share, i) => (small.has(i) ? floor : (share / left) * room))
    small.add(next)
  }
}
