/** Time of work before the browser may paint, in milliseconds: at first, and then. */
const SLICES = { first: 10, next: 30 } as const

/**
 * Works through a list, as much of it at a time as fits between two frames, and says so to be shown; ends early, with
 * false, once it is not to go on.
 */
export const betweenFrames = async <Each>(
  all: Iterable<Each>,
  work: (each: Each) => void,
  show: () => void,
  goesOn: () => boolean,
): Promise<boolean> => {
  let [since, slice]: [number, number] = [performance.now(), SLICES.first]
  for (const each of all) {
    work(each)
    if (performance.now() - since < slice) continue
    show()
    await new Promise(resolve => requestAnimationFrame(resolve))
    if (!goesOn()) return false
    ;[since, slice] = [performance.now(), SLICES.next]
  }
  return true
}
