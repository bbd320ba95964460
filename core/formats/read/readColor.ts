import type { Hex } from '../../color/convert'

/** A color found in a list, with the name it had there. */
export interface ReadColor {
  hex: Hex
  name: string | null
}
