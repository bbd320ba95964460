import type { InkMap } from './inkmap'

/** A map without mixed pixels, for tests: the place of the ink at each point, or −1 for none. */
export const inkMapOfSolid = (width: number, height: number, at: (x: number, y: number) => number): InkMap => ({
  width,
  height,
  solid: Uint16Array.from({ length: width * height }, (_, p) => at(p % width, Math.floor(p / width)) + 1),
  pixel: new Uint32Array(),
  start: new Uint32Array(1),
  alpha: new Uint8Array(),
  ground: new Uint8Array(),
  ink: new Uint16Array(),
  share: new Uint8Array(),
})

/** A map of mixed pixels alone, opaque, for tests: the inks at each point and how much of them, of 255. */
export const inkMapOfShares = (
  width: number,
  height: number,
  at: (x: number, y: number) => ReadonlyArray<readonly [ink: number, share: number]>,
): InkMap => {
  const count = width * height
  const all = Array.from({ length: count }, (_, p) => at(p % width, Math.floor(p / width)))
  const start = new Uint32Array(count + 1)
  all.forEach((shares, p) => (start[p + 1] = (start[p] ?? 0) + shares.length))
  return {
    width,
    height,
    solid: new Uint16Array(count),
    pixel: Uint32Array.from(all.keys()),
    start,
    alpha: new Uint8Array(count).fill(255),
    ground: new Uint8Array(count * 3),
    ink: Uint16Array.from(all.flat(), ([ink]) => ink),
    share: Uint8Array.from(all.flat(), ([, share]) => share),
  }
}
