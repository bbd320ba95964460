import { toHttpError } from '../answers'
import { connect } from '../db/connect'
import { reasonOf } from '../reason'
import { TASKS, type Reply, type TaskName } from './tasks'

/* A worker process: does one heavy task after the other, as they are sent, until its parent is gone. */
const url = process.env.DATABASE_URL
if (!url) throw new Error('DATABASE_URL is not set.')
const sql = connect(url)

const toReply = (error: unknown): Reply => {
  const answer = toHttpError(error)
  if (answer) {
    const { statusCode, message, data } = answer
    return { refused: { statusCode, message, data } }
  }
  const code = error instanceof Error && 'code' in error ? String(error.code) : undefined
  return { failed: reasonOf(error), code }
}

process.on('message', ({ task, given }: { task: TaskName; given: never }) => {
  TASKS[task](sql, given)
    .then((answer): Reply => ({ answer }), toReply)
    .then(reply => process.send?.(reply))
})
process.on('disconnect', () => process.exit())
