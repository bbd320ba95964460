/**
 * Work that is asked for faster than it can be done: the latest call is done next, those between are skipped. Resolves
 * when all is done.
 */
export const latestOnly = <Args extends unknown[]>(
  work: (...args: Args) => Promise<void>,
): ((...args: Args) => Promise<void>) => {
  let next: Args | null = null
  let underway: Promise<void> | null = null
  const go = async (): Promise<void> => {
    while (next) {
      const now = next
      next = null
      await work(...now)
    }
  }
  return (...args) => {
    next = args
    underway ??= go().finally(() => {
      underway = null
    })
    return underway
  }
}
