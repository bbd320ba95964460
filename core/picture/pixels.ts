/** Pixels of a rendering: red, green, blue and alpha, 0 to 255, color premultiplied by alpha. */
export interface Pixels {
  width: number
  height: number
  data: Uint8Array
}
