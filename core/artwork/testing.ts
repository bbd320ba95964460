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
