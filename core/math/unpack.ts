import { concatBytes } from './bytes'

/** Number of packed bytes that are unpacked at a time. */
const PIECE = 16384

/** A stream of a package that unpacks: it gives what it unpacks piece by piece. */
interface Unpacker {
  push: (piece: Uint8Array, isLast: boolean) => void
}

/**
 * Unpacks bytes piece by piece. Throws what `tooLarge` makes of the size as soon as it is over `max` bytes, before all of it is
 * there; and passes on what the unpacker throws, with what was unpacked until then.
 */
export const unpackInPieces = (
  bytes: Uint8Array,
  make: (take: (part: Uint8Array) => void) => Unpacker,
  max: number,
  tooLarge: (size: number) => Error,
): { unpacked: Uint8Array; error: unknown } => {
  const parts: Uint8Array[] = []
  let size = 0
  let over: Error | null = null
  const unpacker = make(part => {
    size += part.length
    if (size > max) throw (over = tooLarge(size))
    parts.push(part)
  })
  let error: unknown = null
  try {
    for (let at = 0; at < bytes.length; at += PIECE)
      unpacker.push(bytes.subarray(at, at + PIECE), at + PIECE >= bytes.length)
  } catch (caught) {
    if (over) throw over
    error = caught
  }
  return { unpacked: parts.length === 1 ? parts[0]! : concatBytes(parts), error }
}
