import type { HandedGradient } from '#core/formats/gradient'
import type { PaintDesk } from '~/workers/paint.worker'
import { deskOf } from '~/workers/desk'
import { plainCopy } from './plainCopy'

const desk = deskOf<PaintDesk>(
  () => new Worker(new URL('../workers/paint.worker.ts', import.meta.url), { type: 'module' }),
)

/** A gradient as a PNG of a size in pixels, painted by a worker. */
export const gradientPng = async (gradient: HandedGradient, width: number, height: number): Promise<Blob> =>
  new Blob([(await desk.at().gradient(plainCopy(gradient), width, height)) as BlobPart], { type: 'image/png' })
