/** Why a file cannot be taken as artwork, in one plain sentence that stands in the message. */
export class Unreadable extends Error {
  override name = 'Unreadable'
}

/** The largest SVG taken, in bytes. */
export const MAX_SVG_BYTES = 20 * 1024 * 1024
