/* Numbers of runs, which are smaller in `bin/test` than in `npm run test:full`, which sets FULL. */

/** True if everything is tested. */
export const isFull = Boolean(process.env.FULL)

/** Number of runs of a random test: a tenth of the full number, and never fewer than ten times, in `bin/test`. */
export const runs = (full: number): number => (isFull ? full : Math.max(Math.min(10, full), Math.round(full / 10)))

/** A test that takes processes down, or long, and runs in `npm run test:full` alone. */
export const fullIt = isFull ? it : it.skip
