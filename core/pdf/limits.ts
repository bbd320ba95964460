/** The largest PDF taken, in bytes, and the most pages it can have. */
export const MAX_PDF_BYTES = 50 * 1024 * 1024
export const MAX_PAGES = 40

/** The header that brings the password of a file, percent-encoded: it is in no address and stored nowhere. */
export const PASSWORD_HEADER = 'x-file-password'

/**
 * Kinds of color spaces, as designers tell them apart: `spot` is a separation of its own name, `spots` several together, `all` the
 * marks of every plate, `none` what no plate shows.
 */
export const SPACE_KINDS = ['gray', 'rgb', 'cmyk', 'lab', 'spot', 'spots', 'all', 'none', 'indexed', 'pattern'] as const
export type SpaceKind = (typeof SPACE_KINDS)[number]
