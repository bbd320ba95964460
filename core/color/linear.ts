/** Linear light of an sRGB value, both in [0, 1] (IEC 61966-2-1). */
export const linearOf = (value: number): number => (value <= 0.04045 ? value / 12.92 : ((value + 0.055) / 1.055) ** 2.4)

/** The sRGB value of linear light, both in [0, 1]: the inverse of `linearOf`. */
export const encodedOf = (value: number): number =>
  value <= 0.0031308 ? value * 12.92 : 1.055 * value ** (1 / 2.4) - 0.055
