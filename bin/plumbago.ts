import { REFUSED, run } from './program'
import { reasonOf } from './reason'

/** Who reads may stop reading: `plumbago inks … | head`. */
process.stdout.on('error', (error: NodeJS.ErrnoException) => {
  if (error.code !== 'EPIPE') throw error
})

run(process.argv.slice(2)).then(
  code => {
    process.exitCode = code
  },
  (error: unknown) => {
    process.stderr.write(`${reasonOf(error)}\n`)
    process.exitCode = REFUSED
  },
)
