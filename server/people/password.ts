import { randomBytes, scrypt, timingSafeEqual } from 'node:crypto'
import { busyError } from '../httpError'

/* Passwords as they are stored: scrypt (RFC 7914) with the costs OWASP recommends. */

/** The work that is done where nothing else is set, as its log2: 128 MB of memory and a third of a second a password. */
export const USUAL_WORK = 17

/** log2 of the work, the block, and the lanes. `PLUMBAGO_PASSWORD_WORK` sets other work: tests take little. */
export const costsFrom = ({ PLUMBAGO_PASSWORD_WORK: work }: NodeJS.ProcessEnv): Costs => ({
  work: work ? Number(work) : USUAL_WORK,
  block: 8,
  lanes: 1,
})
interface Costs {
  work: number
  block: number
  lanes: number
}
const COSTS = costsFrom(process.env)
const KEY = 32
/** So many are worked out at once, and so many may wait. */
const AT_ONCE = 2
const MAX_WAITING = 32

let underway = 0
const waiting: Array<() => void> = []

/** Does work when fewer than so many are done at once. Rejects with 503 where too many wait. */
const queued = async <Result>(work: () => Promise<Result>): Promise<Result> => {
  if (underway >= AT_ONCE) {
    if (waiting.length >= MAX_WAITING) throw busyError()
    await new Promise<void>(done => waiting.push(done))
  } else underway++
  try {
    return await work()
  } finally {
    const next = waiting.shift()
    if (next) next()
    else underway--
  }
}

const keyOf = (password: string, salt: Buffer, { work, block, lanes }: Costs): Promise<Buffer> =>
  queued(
    () =>
      new Promise((resolve, reject) => {
        const cost = 2 ** work
        scrypt(
          password,
          salt,
          KEY,
          { cost, blockSize: block, parallelization: lanes, maxmem: 2 * 128 * cost * block },
          (error, key) => (error ? reject(error) : resolve(key)),
        )
      }),
  )

/** Returns a password's hash as it is stored: the algorithm, its costs, salt and key. Rejects with 503 where too many wait. */
export const hashPassword = async (password: string): Promise<string> => {
  const salt = randomBytes(16)
  const key = await keyOf(password, salt, COSTS)
  const { work, block, lanes } = COSTS
  return ['scrypt', work, block, lanes, salt.toString('base64url'), key.toString('base64url')].join('$')
}

/** A stored password that is nobody's: whether a name is known does not show in how long the answer takes. */
const NOBODY = ['scrypt', ...Object.values(COSTS), 'A'.repeat(22), 'A'.repeat(43)].join('$')

/**
 * Returns whether a password is the one that is stored (null: there is none, which takes as long). Rejects with 503 where too many
 * wait.
 */
export const verifyPassword = async (password: string, stored: string | null): Promise<boolean> => {
  const [, work = '', block = '', lanes = '', salt = '', key = ''] = (stored ?? NOBODY).split('$')
  const costs = { work: Number(work), block: Number(block), lanes: Number(lanes) }
  const found = await keyOf(password, Buffer.from(salt, 'base64url'), costs)
  return timingSafeEqual(found, Buffer.from(key, 'base64url')) && stored !== null
}
