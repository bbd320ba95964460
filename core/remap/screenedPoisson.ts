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
  for (let i = 0; i < out.length; i++) out[i] = weight[i]! * x[i]!
  for (let e = 0; e < count; e++) {
    const a = one[e]!
    const b = other[e]!
    const off = pull[e]! * (x[a]! - x[b]!)
    out[a]! += off
    out[b]! -= off
  }
}

/** weight · aim + divergence of the differences. */
const rightSideOf = ({ weight, aim, count, one, other, pull, difference }: ScreenedSystem): Float64Array => {
  const out = new Float64Array(aim.length)
  for (let i = 0; i < out.length; i++) out[i] = weight[i]! * aim[i]!
  for (let e = 0; e < count; e++) {
    const a = one[e]!
    const b = other[e]!
    const off = pull[e]! * difference[e]!
    out[a]! += off
    out[b]! -= off
  }
  return out
}

/** The screened equation at a point: (weight + graph Laplacian) x − (weight · aim + divergence of differences). */
export const residualOf = (system: ScreenedSystem, x: Float64Array): Float64Array => {
  const out = new Float64Array(x.length)
  applySystem(system, x, out)
  const right = rightSideOf(system)
  return out.map((value, i) => value - right[i]!)
}

/** Up to so many nodes that pull at each other are solved at once; more go step by step. */
export const DENSE = 96

/** Nodes that an edge of the system touches, those of the fewest edges first: so little is filled in. */
const connectedNodes = ({ count, one, other }: ScreenedSystem, n: number): number[] => {
  const ties = new Uint32Array(n)
  for (let e = 0; e < count; e++) {
    const a = one[e]!
    const b = other[e]!
    ties[a]! += 1
    ties[b]! += 1
  }
  const tied: number[] = []
  for (let i = 0; i < n; i++) if (ties[i]) tied.push(i)
  return tied.sort((a, b) => ties[a]! - ties[b]! || a - b)
}

/** Room for the matrix of all nodes that are solved at once. */
const room = new Float64Array(DENSE * DENSE)
/** Row by row, the columns right of the diagonal that are not 0, and how many. */
const filled = new Int32Array(DENSE * DENSE)
const filledIn = new Int32Array(DENSE)

/**
 * Cholesky's decomposition of the matrix in `room`, of `n` rows, in place; only its filled places are visited. The right side
 * `x` is solved forward on the way.
 */
const decompose = (n: number, x: Float64Array): void => {
  for (let k = 0, top = 0; k < n; k++, top += n) {
    const root = Math.sqrt(room[top + k]!)
    room[top + k] = root
    let end = top
    for (let i = k + 1; i < n; i++) {
      const f = room[top + i]!
      if (f === 0) continue
      room[top + i] = f / root
      filled[end++] = i
    }
    filledIn[k] = end
    for (let a = top; a < end; a++) {
      const j = filled[a]!
      const f = room[top + j]!
      const row = j * n
      for (let b = a; b < end; b++) {
        const i = filled[b]!
        room[row + i]! -= f * room[top + i]!
      }
    }
    const own = x[k]! / root
    x[k] = own
    for (let a = top; a < end; a++) {
      const i = filled[a]!
      x[i]! -= room[top + i]! * own
    }
  }
}

/** By Cholesky's decomposition over the nodes that are tied; all others are what they are drawn to. */
const solveDirectly = (system: ScreenedSystem, tied: readonly number[]): Float64Array => {
  const { weight, count, one, other, pull } = system
  const n = tied.length
  room.fill(0, 0, n * n)
  const right = rightSideOf(system)
  const [placeOf, x] = [new Int32Array(weight.length), new Float64Array(n)]
  for (let place = 0; place < n; place++) {
    const i = tied[place]!
    placeOf[i] = place
    room[place * n + place] = weight[i]!
    x[place] = right[i]!
  }
  for (let e = 0; e < count; e++) {
    const a = placeOf[one[e]!]!
    const b = placeOf[other[e]!]!
    const w = pull[e]!
    const crossed = a < b ? a * n + b : b * n + a
    room[a * n + a]! += w
    room[b * n + b]! += w
    room[crossed]! -= w
  }
  decompose(n, x)
  const out = system.aim.slice()
  for (let k = n - 1; k >= 0; k--) {
    const top = k * n
    let sum = x[k]!
    for (let a = top; a < filledIn[k]!; a++) {
      const i = filled[a]!
      sum -= room[top + i]! * x[i]!
    }
    x[k] = sum / room[top + k]!
    out[tied[k]!] = x[k]!
  }
  return out
}

const dot = (one: Float64Array, other: Float64Array): number => {
  let sum = 0
  for (let i = 0; i < one.length; i++) sum += one[i]! * other[i]!
  return sum
}

/** By conjugate gradients, preconditioned by the diagonal, from a first guess, until so little is left of it. */
const solveIteratively = (system: ScreenedSystem, guess: Float64Array, left: number): Float64Array => {
  const { weight, count, one, other, pull } = system
  const n = guess.length
  const diagonal = Float64Array.from(weight)
  for (let e = 0; e < count; e++) for (const i of [one[e]!, other[e]!]) diagonal[i]! += pull[e]!
  const x = Float64Array.from(guess)
  const r = residualOf(system, x).map(value => -value)
  const z = r.map((value, i) => value / diagonal[i]!)
  const p = Float64Array.from(z)
  const q = new Float64Array(n)
  let rz = dot(r, z)
  for (let round = 0; round < 4 * n + 40 && rz > left; round++) {
    applySystem(system, p, q)
    const step = rz / dot(p, q)
    for (let i = 0; i < n; i++) {
      x[i]! += step * p[i]!
      r[i]! -= step * q[i]!
      z[i] = r[i]! / diagonal[i]!
    }
    const next = dot(r, z)
    for (let i = 0; i < n; i++) p[i] = z[i]! + (next / rz) * p[i]!
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
