import { proxy, wrap, type Remote } from 'comlink'
import { defineStore } from 'pinia'
import { isCrowded, unpackInkMap, usesOf, type InkMap } from '../../core/artwork/inkmap'
import type { Also } from '../../core/artwork/reading'
import type { Region } from '../../core/extract/picture'
import type { ByHand } from '../../core/project/colors'
import type { ArtworkFile } from '../../core/project/schema'
import type { Row } from '../../core/raster/paint'
import type { AreaPaint } from '../../core/remap/areas'
import type { ArtworkDesk, ScreenArtwork } from '../workers/artwork.worker'
import type { PaintedPart, RasterArtwork, RasterDesk } from '../workers/raster.worker'

/** From so many painted shapes on, a change of colors takes the browser longer than a frame. */
const MANY = 300

/**
 * The longer side, in pixels, of what proofs are painted from, and of what stands in for a large map that is too slow
 * to follow the hand.
 */
const SIZES = { proof: 168, coarse: 320 } as const

/** An ink map, and the same in half the size. */
export interface PassingMap {
  fine: InkMap
  coarse: InkMap
}

let desk: Remote<ArtworkDesk> | undefined

const artworkDesk = (): Remote<ArtworkDesk> =>
  (desk ??= wrap<ArtworkDesk>(new Worker(new URL('../workers/artwork.worker.ts', import.meta.url), { type: 'module' })))

let pictures: Remote<RasterDesk> | undefined

const newRasterDesk = (): Remote<RasterDesk> =>
  wrap<RasterDesk>(new Worker(new URL('../workers/raster.worker.ts', import.meta.url), { type: 'module' }))

const rasterDesk = (): Remote<RasterDesk> => (pictures ??= newRasterDesk())

let fullSize: Remote<RasterDesk> | undefined

/** A second worker for pictures in their own size, so that what is on the stage never waits for them. */
const fullSizeDesk = (): Remote<RasterDesk> => (fullSize ??= newRasterDesk())

/** Work on a file that is done once; where it fails, it is tried again when next asked for. */
const once = (
  underway: Map<string, Promise<void>>,
  hash: string,
  work: (hash: string) => Promise<void>,
): Promise<void> => {
  const known = underway.get(hash)
  if (known) return known
  const done = work(hash).catch((error: unknown) => {
    underway.delete(hash)
    throw error
  })
  underway.set(hash, done)
  return done
}

/** The artwork files at hand, by hash: what the server knows of each, and how the screen shows it. */
export const useArtworkFiles = defineStore('artwork files', () => {
  const server = useServer()
  const notices = useNotices()
  const files = shallowRef<ReadonlyMap<string, ArtworkFile>>(new Map())
  const screens = shallowRef<ReadonlyMap<string, ScreenArtwork>>(new Map())
  const maps = shallowRef<ReadonlyMap<string, PassingMap>>(new Map())
  /**
   * Small ink maps, which proofs are painted from; null for artwork whose map does not tell the truth, or cannot be
   * had.
   */
  const proofs = shallowRef<ReadonlyMap<string, InkMap | null>>(new Map())
  /** Pictures taken apart for the stage. */
  const rasters = shallowRef<ReadonlyMap<string, RasterArtwork>>(new Map())
  /** Which part is done of a picture that is being taken apart. */
  const unmixing = ref<number | null>(null)
  const opening = new Map<string, Promise<void>>()
  const takingApart = new Map<string, Promise<void>>()

  const keep = (file: ArtworkFile): void => {
    files.value = new Map(files.value).set(file.hash, file)
  }

  const keepProof = (hash: string, proof: InkMap | null): void => {
    proofs.value = new Map(proofs.value).set(hash, proof)
  }

  /** Proofs are painted from the ink map, and artwork with many shapes wherever its colors pass by quickly. */
  const openMap = async ({ hash, inks, kind, pictureInks }: ArtworkFile): Promise<void> => {
    const bytes = await server.inkMap(hash)
    if (!bytes.length) return keepProof(hash, null)
    const proof = await artworkDesk().reduced(bytes, SIZES.proof)
    if (kind === 'raster' || pictureInks.length || usesOf(inks) >= MANY) {
      const coarse = await artworkDesk().reduced(bytes, SIZES.coarse)
      maps.value = new Map(maps.value).set(hash, { fine: unpackInkMap(bytes), coarse })
    }
    keepProof(hash, proof)
  }

  const openDrawing = async ({ hash, also, pictureInks }: ArtworkFile): Promise<ScreenArtwork> => {
    const [source, pictures] = await Promise.all([
      server.source(hash),
      pictureInks.some(({ length }) => length) ? server.picturesWithin(hash) : null,
    ])
    return artworkDesk().open(hash, source, { also, pictureInks, pictures })
  }

  const fetchAndRead = async (hash: string): Promise<void> => {
    const file = files.value.get(hash) ?? (await server.artwork(hash))
    const screen =
      file.kind === 'raster'
        ? {
            hash,
            svg: null,
            inks: file.inks.map(({ hex }) => hex),
            runs: [],
            pictures: [],
            left: { pictures: 0, computed: 0 },
          }
        : await openDrawing(file)
    keep(file)
    screens.value = new Map(screens.value).set(hash, screen)
    void openMap(file).catch((error: unknown) => {
      keepProof(hash, null)
      notices.say(`“${file.name}” is shown more slowly, for its map could not be had: ${reasonOf(error)}`, 'problem')
    })
  }

  const takeApart = async (hash: string): Promise<void> => {
    await open(hash)
    const inks = screens.value.get(hash)?.inks ?? []
    unmixing.value = 0
    try {
      const taken = await rasterDesk().open(
        hash,
        await server.source(hash),
        [...inks],
        proxy(part => {
          unmixing.value = part
        }),
      )
      rasters.value = new Map(rasters.value).set(hash, {
        ...taken,
        stage: markRaw(taken.stage),
        proof: markRaw(taken.proof),
      })
    } finally {
      unmixing.value = null
    }
  }

  /** Has a picture taken apart in the worker, once; rejects where it cannot be had. */
  const openRaster = (hash: string): Promise<void> => once(takingApart, hash, takeApart)
  const paintRaster = (hash: string, rows: Row[], regions: Uint8Array | null): Promise<Uint8ClampedArray> =>
    rasterDesk().paint(
      hash,
      rows.map(({ colors, opacity }) => ({ colors: [...colors], opacity })),
      regions,
    )

  /** Has an artwork read in the worker, once; rejects where it cannot be had. */
  const open = (hash: string): Promise<void> => once(opening, hash, fetchAndRead)

  /** Sends a file to the server, which cleans and measures it, and has it read. */
  const add = async (file: File, kind: ArtworkFile['kind'], signal?: AbortSignal): Promise<ArtworkFile> => {
    const kept = await server.addArtwork(file, kind, signal)
    keep(kept)
    await open(kept.hash)
    return kept
  }

  /**
   * Has a drawing read again, with what is recolored besides the colors on the page; it is kept under a hash of its
   * own.
   */
  const readAgain = async (hash: string, also: readonly Also[]): Promise<ArtworkFile> => {
    const kept = await server.readAgain(hash, also)
    keep(kept)
    await open(kept.hash)
    return kept
  }

  /** The pictures within a drawing that change in other colors, as PNG, by their place among them. */
  const paintPictures = (hash: string, colors: ReadonlyMap<string, string>): Promise<Map<number, Uint8Array>> =>
    artworkDesk().pictures(hash, colors)

  const becoming = (hash: string, colors: ReadonlyMap<string, string>): string[] =>
    (screens.value.get(hash)?.inks ?? []).map(ink => colors.get(ink) ?? ink)
  const plain = (areas: readonly AreaPaint[]): AreaPaint[] => structuredClone(toRaw(areas)) as AreaPaint[]

  let inHand: Promise<unknown> = Promise.resolve()
  /**
   * Does something with a picture that is taken apart in its own size first, one after the other. `seen` hears which
   * part of that is done.
   */
  const inFullSize = <Result>(
    hash: string,
    seen: (part: number) => void,
    work: () => Promise<Result>,
  ): Promise<Result> => {
    const next = inHand
      .catch(() => null)
      .then(async () => {
        if (!(await fullSizeDesk().has(hash)))
          await fullSizeDesk().take(
            hash,
            await server.source(hash),
            [...(screens.value.get(hash)?.inks ?? [])],
            proxy(seen),
          )
        return work()
      })
    inHand = next
    return next
  }

  /**
   * A part of a picture in other colors, with its touch-ups, in its own size, or reduced to so many pixels on its
   * longer side.
   */
  const paintPart = async (
    hash: string,
    colors: ReadonlyMap<string, string>,
    areas: readonly AreaPaint[],
    part: Region,
    longest: number,
    seen: (part: number) => void,
  ): Promise<PaintedPart> => {
    await open(hash)
    return inFullSize(hash, seen, () => fullSizeDesk().part(hash, becoming(hash, colors), plain(areas), part, longest))
  }

  /**
   * The bytes of an artwork in other colors, with its touch-ups: SVG, or PNG in full size. `seen` hears which part of
   * a picture is done.
   */
  const write = async (
    hash: string,
    colors: ReadonlyMap<string, string>,
    { shapes, areas }: ByHand,
    seen: (part: number) => void = () => undefined,
  ): Promise<Uint8Array> => {
    await open(hash)
    if (files.value.get(hash)?.kind !== 'raster') return artworkDesk().write(hash, colors, shapes)
    return inFullSize(hash, seen, () => fullSizeDesk().write(hash, becoming(hash, colors), plain(areas)))
  }

  /** An archive of files, by their names. */
  const pack = (all: Record<string, Uint8Array>): Promise<Uint8Array> => artworkDesk().pack(all)

  /** Whether a drawing has too many shapes to be shown in its own, so that its map stands for it, where it has one. */
  const isCrowdedFile = (hash: string): boolean => {
    const file = files.value.get(hash)
    return file?.kind === 'svg' && proofs.value.get(hash) !== null && isCrowded(file.inks)
  }

  return {
    files,
    screens,
    maps,
    proofs,
    rasters,
    unmixing,
    isCrowded: isCrowdedFile,
    open,
    openRaster,
    paintRaster,
    paintPart,
    paintPictures,
    add,
    readAgain,
    write,
    pack,
  }
})
