import { pino } from 'pino'

/** The log, as lines of JSON on standard output; PLUMBAGO_LOG says from which level on. */
export const log = pino(
  {
    level: process.env.PLUMBAGO_LOG ?? 'info',
    base: { pid: process.pid },
    formatters: { level: label => ({ level: label }) },
    timestamp: pino.stdTimeFunctions.isoTime,
  },
  pino.destination({ dest: 1, sync: false }),
)
