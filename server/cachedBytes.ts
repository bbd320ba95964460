import { LRUCache } from 'lru-cache'

/** Maximum size in memory, in bytes. */
const MOST = 64 * 1024 * 1024

const cache = new LRUCache<string, Buffer>({ maxSize: MOST, sizeCalculation: ({ length }) => length + 200 })
const asked = new Map<string, Promise<Buffer | null>>()

/**
 * Bytes that never change under their name, cached in memory while they are asked for; asked of the database once by however many.
 * Null, which is not cached, where there are none.
 */
export const cachedBytes = (name: string, find: () => Promise<Buffer | null>): Promise<Buffer | null> => {
  const known = cache.get(name)
  if (known) return Promise.resolve(known)
  let finding = asked.get(name)
  if (!finding) {
    finding = find()
      .then(bytes => {
        if (bytes) cache.set(name, bytes)
        return bytes
      })
      .finally(() => asked.delete(name))
    asked.set(name, finding)
  }
  return finding
}
