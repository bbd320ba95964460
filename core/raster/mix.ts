/**
 * A third ink has to bring a mixture so much nearer, and is not asked for below this distance, in 8-bit steps of sRGB.
 */
export const THIRD = 0.5
const THIRD_FROM = 3

/** A mixture of inks: their places, their parts of the whole, and how far it is from the pixel. */
export interface Mixture {
  a: number
  b: number
  c: number
  wb: number
  wc: number
  far: number
}

/**
 * The nearest mixture of some inks to a color: on the line between two, or, where that brings much, in the triangle of
 * three.
 */
export class Mixing {
  constructor(private readonly channels: Float64Array) {}

  distance(r: number, g: number, b: number, ink: number): number {
    const { channels } = this
    return Math.hypot(r - channels[ink * 3]!, g - channels[ink * 3 + 1]!, b - channels[ink * 3 + 2]!)
  }

  best(r: number, g: number, b: number, inks: readonly number[]): Mixture | null {
    if (inks.length < 2) return null
    const pair = this.bestPair(r, g, b, inks)
    return pair.far >= THIRD_FROM && inks.length > 2 ? this.bestTriple(r, g, b, inks, pair) : pair
  }

  private bestPair(r: number, g: number, b: number, inks: readonly number[]): Mixture {
    const { channels } = this
    const best: Mixture = {
      a: inks[0]!,
      b: inks[0]!,
      c: inks[0]!,
      wb: 0,
      wc: 0,
      far: Infinity,
    }
    let min = Infinity
    for (let one = 0; one < inks.length; one++) {
      const i = inks[one]! * 3
      const pr = r - channels[i]!
      const pg = g - channels[i + 1]!
      const pb = b - channels[i + 2]!
      for (let other = one + 1; other < inks.length; other++) {
        const j = inks[other]! * 3
        const dr = channels[j]! - channels[i]!
        const dg = channels[j + 1]! - channels[i + 1]!
        const db = channels[j + 2]! - channels[i + 2]!
        const long = dr * dr + dg * dg + db * db
        let part = long ? (pr * dr + pg * dg + pb * db) / long : 0
        part = part < 0 ? 0 : part > 1 ? 1 : part
        const far = (pr - part * dr) ** 2 + (pg - part * dg) ** 2 + (pb - part * db) ** 2
        if (far >= min) continue
        min = far
        best.a = inks[one]!
        best.b = best.c = inks[other]!
        best.wb = part
      }
    }
    best.far = Math.sqrt(min)
    return best
  }

  /** A point outside the triangle is nearer to one of its sides, which is a pair. */
  private bestTriple(r: number, g: number, b: number, inks: readonly number[], pair: Mixture): Mixture {
    const { channels } = this
    let best = pair
    let min = (pair.far * THIRD) ** 2
    for (let one = 0; one < inks.length; one++) {
      const i = inks[one]! * 3
      const pr = r - channels[i]!
      const pg = g - channels[i + 1]!
      const pb = b - channels[i + 2]!
      for (let other = one + 1; other < inks.length; other++) {
        const j = inks[other]! * 3
        const r1 = channels[j]! - channels[i]!
        const g1 = channels[j + 1]! - channels[i + 1]!
        const b1 = channels[j + 2]! - channels[i + 2]!
        const m11 = r1 * r1 + g1 * g1 + b1 * b1
        const v1 = pr * r1 + pg * g1 + pb * b1
        for (let third = other + 1; third < inks.length; third++) {
          const k = inks[third]! * 3
          const r2 = channels[k]! - channels[i]!
          const g2 = channels[k + 1]! - channels[i + 1]!
          const b2 = channels[k + 2]! - channels[i + 2]!
          const m12 = r1 * r2 + g1 * g2 + b1 * b2
          const m22 = r2 * r2 + g2 * g2 + b2 * b2
          const det = m11 * m22 - m12 * m12
          if (det <= 1e-3 * m11 * m22) continue
          const v2 = pr * r2 + pg * g2 + pb * b2
          const wb = (v1 * m22 - v2 * m12) / det
          const wc = (v2 * m11 - v1 * m12) / det
          if (wb < 0 || wc < 0 || wb + wc > 1) continue
          const far = (pr - wb * r1 - wc * r2) ** 2 + (pg - wb * g1 - wc * g2) ** 2 + (pb - wb * b1 - wc * b2) ** 2
          if (far >= min) continue
          min = far
          best = {
            a: inks[one]!,
            b: inks[other]!,
            c: inks[third]!,
            wb,
            wc,
            far: Math.sqrt(far),
          }
        }
      }
    }
    return best
  }
}
