import { expose } from 'comlink'
import type { Hex } from '#core/color/convert'
import type { Cmyk } from '#core/color/notation'
import type { Print } from '#core/print/papers'
import { proofTable } from '#core/print/proof'
import { pressFor } from './press'

/** A color in print: the inks it takes, and what it looks like. */
export interface Printed {
  hex: Hex
  cmyk: Cmyk
  printed: Hex
}

const desk = {
  /** The table of printed colors all over sRGB; null where nothing is printed. */
  async table(print: Print): Promise<Uint16Array | null> {
    const press = await pressFor(print)
    return press && proofTable(press)
  },
  async prints(print: Print, hexes: readonly Hex[]): Promise<Printed[]> {
    const press = await pressFor(print)
    return press ? hexes.map(hex => ({ hex, cmyk: press.cmykOf(hex), printed: press.printed(hex) })) : []
  },
}

export type PressDesk = typeof desk

expose(desk)
