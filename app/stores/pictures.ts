import { defineStore } from 'pinia'
import type { Extraction, Lean, Wanted } from '#core/extract/extract'
import type { PictureFile } from '#core/document/pictures'
import { deskOf } from '~/workers/desk'
import type { Loupe, PictureDesk, PictureSource } from '~/workers/pictures.worker'
import { server } from '~/api/server'

const pictureWorker = (): Worker =>
  new Worker(new URL('../workers/pictures.worker.ts', import.meta.url), { type: 'module' })

/** The reference pictures at hand, by hash: decoded in a worker, where their colors are found and measured. */
export const usePictures = defineStore('pictures', () => {
  const desk = deskOf<PictureDesk>(pictureWorker)
  const opening = new Map<string, Promise<void>>()

  /** Runs a piece of work once however often it is asked for; it may be tried again where it failed. */
  const once = (key: string, work: () => Promise<void>): Promise<void> => {
    const known = opening.get(key)
    if (known) return known
    const underway = work().finally(() => opening.delete(key))
    opening.set(key, underway)
    return underway
  }

  /** Has a picture decoded; rejects where it cannot be had. */
  const open = (hash: string): Promise<void> =>
    once(hash, async () => {
      if (!(await desk.at().has(hash))) await desk.at().open(hash, await server.pictureBytes(hash, 'working'))
    })

  /** Has a picture decoded in full, so that its single pixels can be seen. */
  const openFine = (hash: string): Promise<void> =>
    once(`${hash} fine`, async () => {
      if (!(await desk.at().hasFine(hash))) await desk.at().openFine(hash, await server.pictureBytes(hash, 'source'))
    })

  const extract = async (sources: readonly PictureSource[], wanted: Wanted, lean: Lean): Promise<Extraction> => {
    for (const { hash } of sources) await open(hash)
    return desk.at().extract(
      sources.map(source => ({ ...source })),
      { ...wanted, fixed: [...(wanted.fixed ?? [])] },
      { ...lean },
    )
  }
  const measure = async (hash: string, x: number, y: number, patch: number): Promise<string | null> => {
    await open(hash)
    return desk.at().measure(hash, x, y, patch)
  }
  const loupe = async (hash: string, x: number, y: number, patch: number, across: number): Promise<Loupe> => {
    await open(hash)
    return desk.at().loupe(hash, x, y, patch, across)
  }
  const map = async (hash: string, hexes: readonly string[]): Promise<ImageData> => {
    await open(hash)
    return desk.at().map(hash, [...hexes])
  }

  /**
   * Sends a picture to the server, which reads and stores it, and has it decoded. `progress` gets the fraction sent, 0
   * to 1.
   */
  const add = async (file: File, signal: AbortSignal, progress: (sent: number) => void): Promise<PictureFile> => {
    const added = await server.addPicture(file, signal, progress)
    await open(added.hash)
    return added
  }

  /** Lets go of all pictures, and of the worker that holds them. */
  const letGo = (): void => {
    desk.letGo()
    opening.clear()
  }

  return { letGo, open, openFine, extract, measure, loupe, map, add }
})
