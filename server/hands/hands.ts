import { spawn } from 'node:child_process'
import { constants, setPriority } from 'node:os'
import { resolve } from 'node:path'
import { Unreadable } from '../../core/artwork/unreadable'
import { poolOf } from '../../render/pool'
import { reasonOf } from '../reason'
import type { Answer, Given, Said, TaskName } from './tasks'

/** How many hands work side by side, how long one task may take in milliseconds, how much memory a hand may have in MB. */
const HANDS = 2
const LONGEST = 180_000
const MEMORY = 3072
/** Hands stand behind whoever answers. */
const BEHIND = constants.priority.PRIORITY_BELOW_NORMAL
/** How many tasks may wait. */
const MOST_WAITING = 64

/** More is asked than can be done in time. */
export class Busy extends Error {
  constructor() {
    super('Too much is coming in at once; try again in a moment.')
  }
}

const pool = poolOf<{ task: TaskName; given: unknown }, Said>({
  size: HANDS,
  longest: LONGEST,
  late: `It takes more than ${LONGEST / 60_000} minutes to read.`,
  broken: 'It cannot be read: reading it took more memory than there is.',
  hire: () => {
    const hand = spawn(
      process.execPath,
      ['--import', 'tsx', `--max-old-space-size=${MEMORY}`, resolve('server/hands/hand.ts')],
      { stdio: ['ignore', 'ignore', 'inherit', 'ipc'], serialization: 'advanced' },
    )
    if (hand.pid !== undefined) setPriority(hand.pid, BEHIND)
    return hand
  },
})

let waiting = 0

/**
 * Has a heavy task done by a process of its own. Rejects with Unreadable, in a plain sentence, for what cannot be taken, that
 * brings its process down, or takes too long; with Busy where too many wait.
 */
export const inHands = async <Name extends TaskName>(task: Name, given: Given<Name>): Promise<Answer<Name>> => {
  if (waiting >= MOST_WAITING) throw new Busy()
  waiting++
  try {
    const said = await pool.run({ task, given }).catch((error: unknown): Said => {
      throw new Unreadable(reasonOf(error))
    })
    if ('unreadable' in said) throw new Unreadable(said.unreadable)
    if ('failed' in said)
      throw Object.assign(new Error(said.failed), said.code === undefined ? {} : { code: said.code })
    return said.answer as Answer<Name>
  } finally {
    waiting--
  }
}

/** Starts a hand that waits for work. */
export const warmHands = (): void => pool.warm()
