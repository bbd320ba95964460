import { expose, transfer } from 'comlink'
import type { HandedGradient } from '#core/formats/gradient'
import { gradientPixels } from '#core/harmony/gradient'
import { pngOf } from './png'

const desk = {
  /** A gradient as PNG, without a band however large it is. */
  async gradient({ run, kind, angle }: HandedGradient, width: number, height: number): Promise<Uint8Array> {
    const bytes = await pngOf({ width, height, data: gradientPixels(run, { kind, angle }, width, height) })
    return transfer(bytes, [bytes.buffer as ArrayBuffer])
  },
}

export type PaintDesk = typeof desk

expose(desk)
