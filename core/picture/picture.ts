/** A decoded picture: 8-bit sRGB with straight alpha, four bytes a pixel, row by row. */
export interface Picture {
  width: number
  height: number
  data: Uint8Array | Uint8ClampedArray
}

/** A part of a picture, in parts of its width and height: left, top, width and height in [0, 1]. */
export interface Region {
  x: number
  y: number
  width: number
  height: number
}

/** A source of colors: a picture, or a part of it. */
export interface Source {
  picture: Picture
  region?: Region | null | undefined
}

/** The most pixels a picture may have. */
export const MAX_PIXELS = 40_000_000

/** The most bytes a picture file may have. */
export const MAX_BYTES = 100 * 1024 * 1024

/** Number of pixels that are enough to find colors in: larger pictures are decoded to this size. */
export const WORKING_PIXELS = 1_000_000

/** The longest side a picture is worked on at: what a canvas, and a WebP file, can hold. */
export const MAX_SIDE = 8192

/**
 * The size a picture is worked on at: its own up to about a million pixels, otherwise reduced evenly to that; and no
 * longer than a canvas can hold.
 */
export const workingSize = (width: number, height: number): { width: number; height: number } => {
  const scale = Math.min(1, Math.sqrt(WORKING_PIXELS / (width * height)), MAX_SIDE / Math.max(width, height))
  return { width: Math.max(1, Math.round(width * scale)), height: Math.max(1, Math.round(height * scale)) }
}

/** The alpha, of 255, from which a pixel counts: what is more clear than solid has no color of its own. */
export const SOLID = 128

/** A region in whole pixels of a picture: never empty, never outside. */
export const pixelsOf = (
  { width, height }: { width: number; height: number },
  region?: Region | null,
): { left: number; top: number; right: number; bottom: number } => {
  if (!region) return { left: 0, top: 0, right: width, bottom: height }
  const left = Math.min(width - 1, Math.max(0, Math.floor(region.x * width)))
  const top = Math.min(height - 1, Math.max(0, Math.floor(region.y * height)))
  return {
    left,
    top,
    right: Math.min(width, Math.max(left + 1, Math.ceil((region.x + region.width) * width))),
    bottom: Math.min(height, Math.max(top + 1, Math.ceil((region.y + region.height) * height))),
  }
}
