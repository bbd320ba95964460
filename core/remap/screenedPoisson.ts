/**
 * A system of equations: for each node what it is drawn to and how strongly (above 0); for each of the first `count`
 * edges its two ends, its weight, and the difference wanted between them.
 */
export interface ScreenedSystem {
  weight: Float64Array
  aim: Float64Array
  count: number
  one: Int32Array
  other: Int32Array
  pull: Float64Array
  difference: Float64Array
}

/** (weight + graph Laplacian) x, into `out`. */
const applySystem = ({ weight, count, one, other, pull }: ScreenedSystem, x: Float64Array, out: Float64Array): void => {
  for (let i = 0; i < out.length; i++) out[i] = (weight[i] as number) * (x[i] as number)
  for (let e = 0; e < count; e++) {
    const a = one[e] as number
    const b = other[e] as number
    const off = (pull[e] as number) * ((x[a] as number) - (x[b] as number))
    out[a] = (out[a] as number) + off
    out[b] = (out[b] as number) - off
  }
}

/** weight · aim + divergence of the differences. */
const rightSideOf = ({ weight, aim, count, one, other, pull, difference }: ScreenedSystem): Float64Array => {
  const out = new Float64Array(aim.length)
  for (let i = 0; i < out.length; i++) out[i] = (weight[i] as number) * (aim[i] as number)
  for (let e = 0; e < count; e++) {
    const a = one[e] as number
    const b = other[e] as number
    const off = (pull[e] as number) * (difference[e] as number)
    out[a] = (out[a] as number) + off
    out[b] = (out[b] as number) - off
  }
  return out
}

/** The screened equation at a point: (weight + graph Laplacian) x − (weight · aim + divergence of differences). */
export const residualOf = (system: ScreenedSystem, x: Float64Array): Float64Array => {
  const out = new Float64Array(x.length)
  applySystem(system, x, out)
  const right = rightSideOf(system)
  return out.map((value, i) => value - (right[i] as number))
}

/** Up to so many nodes that pull at each other are solved at once; more go step by step. */
export const DENSE = 96

/** Nodes that an edge of the system touches, those of the fewest edges first: so little is filled in. */
const connectedNodes = ({ count, one, other }: ScreenedSystem, n: number): number[] => {
  const ties = new Uint32Array(n)
  for (let e = 0; e < count; e++) {
    const a = one[e] as number
    const b = other[e] as number
    ties[a] = (ties[a] as number) + 1
    ties[b] = (ties[b] as number) + 1
  }
  const tied: number[] = []
  for (let i = 0; i < n; i++) if (ties[i]) tied.push(i)
  return tied.sort((a, b) => (ties[a] as number) - (ties[b] as number) || a - b)
}

/** Room for the matrix of all nodes that are solved at once. */
const room = new Float64Array(DENSE * DENSE)
/** Row by row, the columns right of the diagonal that are not 0, and how many. */
const filled = new Int32Array(DENSE * DENSE)
const filledIn = new Int32Array(DENSE)

/** By Cholesky's decomposition over the nodes that are tied; all others are what they are drawn to. */
const solveDirectly = (system: ScreenedSystem, tied: readonly number[]): Float64Array => {
  const { weight, count, one, other, pull } = system
  const n = tied.length
  const m = room.fill(0, 0, n * n)
  const right = rightSideOf(system)
  const [placeOf, x] = [new Int32Array(weight.length), new Float64Array(n)]
  for (let place = 0; place < n; place++) {
    const i = tied[place] as number
    placeOf[i] = place
    m[place * n + place] = weight[i] as number
    x[place] = right[i] as number
  }
  for (let e = 0; e < count; e++) {
    const a = placeOf[one[e] as number] as number
    const b = placeOf[other[e] as number] as number
    const w = pull[e] as number
    const crossed = a < b ? a * n + b : b * n + a
    m[a * n + a] = (m[a * n + a] as number) + w
    m[b * n + b] = (m[b * n + b] as number) + w
    m[crossed] = (m[crossed] as number) - w
  }
  for (let k = 0, top = 0; k < n; k++, top += n) {
    const root = Math.sqrt(m[top + k] as number)
    m[top + k] = root
    let end = top
    for (let i = k + 1; i < n; i++) {
      const f = m[top + i] as number
      if (f === 0) continue
      m[top + i] = f / root
      filled[end++] = i
    }
    filledIn[k] = end
    for (let a = top; a < end; a++) {
      const j = filled[a] as number
      const f = m[top + j] as number
      const row = j * n
      for (let b = a; b < end; b++) {
        const i = filled[b] as number
        m[row + i] = (m[row + i] as number) - f * (m[top + i] as number)
      }
    }
    const own = (x[k] as number) / root
    x[k] = own
    for (let a = top; a < end; a++) {
      const i = filled[a] as number
      x[i] = (x[i] as number) - (m[top + i] as number) * own
    }
  }
  const out = system.aim.slice()
  for (let k = n - 1; k >= 0; k--) {
    const top = k * n
    let sum = x[k] as number
    for (let a = top; a < (filledIn[k] as number); a++) {
      const i = filled[a] as number
      sum -= (m[top + i] as number) * (x[i] as number)
    }
    x[k] = sum / (m[top + k] as number)
    out[tied[k] as number] = x[k] as number
  }
  return out
}

const dot = (one: Float64Array, other: Float64Array): number => {
  let sum = 0
  for (let i = 0; i < one.length; i++) sum += (one[i] as number) * (other[i] as number)
  return sum
}

/** By conjugate gradients, preconditioned by the diagonal, from a first guess, until so little is left of it. */
const solveIteratively = (system: ScreenedSystem, guess: Float64Array, left: number): Float64Array => {
  const { weight, count, one, other, pull } = system
  const n = guess.length
  const diagonal = Float64Array.from(weight)
  for (let e = 0; e < count; e++)
    for (const i of [one[e] as number, other[e] as number]) diagonal[i] = (diagonal[i] as number) + (pull[e] as number)
  const x = Float64Array.from(guess)
  const r = residualOf(system, x).map(value => -value)
  const z = r.map((value, i) => value / (diagonal[i] as number))
  const p = Float64Array.from(z)
  const q = new Float64Array(n)
  let rz = dot(r, z)
  for (let round = 0; round < 4 * n + 40 && rz > left; round++) {
    applySystem(system, p, q)
    const step = rz / dot(p, q)
    for (let i = 0; i < n; i++) {
      x[i] = (x[i] as number) + step * (p[i] as number)
      r[i] = (r[i] as number) - step * (q[i] as number)
      z[i] = (r[i] as number) / (diagonal[i] as number)
    }
    const next = dot(r, z)
    for (let i = 0; i < n; i++) p[i] = (z[i] as number) + (next / rz) * (p[i] as number)
    rz = next
  }
  return x
}

/**
 * Solves a screened Poisson equation on a graph (Bhat et al. 2008 use it on the grid of pixels). Every weight has to be
 * above 0. `left` says how little of the residual, squared over the diagonal, may be left where it is solved by steps
 * from the guess.
 */
export const solveScreened = (system: ScreenedSystem, guess: Float64Array, left = 1e-16): Float64Array => {
  const tied = connectedNodes(system, guess.length)
  return tied.length <= DENSE ? solveDirectly(system, tied) : solveIteratively(system, guess, left)
}
