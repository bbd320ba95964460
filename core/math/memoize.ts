const MOST = 8192

/** A function of a key that caches its results up to a limit: schemes ask for the same few colors again and again. */
export const memoize = <Found>(find: (key: string) => Found): ((key: string) => Found) => {
  const known = new Map<string, Found>()
  return key => {
    const before = known.get(key)
    if (before !== undefined) return before
    const found = find(key)
    if (known.size >= MOST) known.clear()
    known.set(key, found)
    return found
  }
}
