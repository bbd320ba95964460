import { markRaw, ref, shallowRef } from 'vue'
import { defineStore } from 'pinia'
import { prepareInkMap, type InkMap } from '#core/inkmap/inkmap'
import type { ArtworkFile } from '#core/document/artwork'
import type { AreaPaint } from '#core/painting/areas'
import type { Painted } from '#core/painting/painting'
import type { Region } from '#core/picture/picture'
import type { Manner } from '#core/raster/manner'
import type { Row } from '#core/raster/paint'
import { drawings } from '~/stores/artworkKinds/drawing'
import type { ArtworkKind } from '~/stores/artworkKinds/kind'
import { type Anew, server } from '~/api/server'
import { inFullSize, picturesOf } from '~/stores/artworkKinds/picture'
import type { ArtworkDesk, ScreenArtwork } from '~/workers/artwork.worker'
import { deskOf } from '~/workers/desk'
import { whileUnderway } from '~/workers/progress'
import { Left } from '~/workers/left'
import type { PaintedPart, RasterArtwork, RasterDesk } from '~/workers/raster.worker'
import { reasonOf } from '~/words/reasonOf'
import { useNotices } from './notices'
import { whenIdle } from '~/browser/whenIdle'

/** The longer side, in pixels, of what stands in for a large map that is too slow to follow the hand. */
const COARSE_SIDE = 320

/** A small ink map, which a proof is painted from, with the inks it counts, in its order. */
export interface ProofMap {
  map: InkMap
  inks: readonly string[]
}

/** An ink map, and the same in half the size. */
export interface PassingMap {
  fine: InkMap
  coarse: InkMap
}

const rasterWorker = (): Worker =>
  new Worker(new URL('../workers/raster.worker.ts', import.meta.url), { type: 'module' })
const artworkWorker = (): Worker =>
  new Worker(new URL('../workers/artwork.worker.ts', import.meta.url), { type: 'module' })

/** Work on a file that is done once; where it fails, it is tried again when next asked for. */
const once = (
  underway: Map<string, Promise<void>>,
  hash: string,
  work: (hash: string) => Promise<void>,
): Promise<void> => {
  const known = underway.get(hash)
  if (known) return known
  const done = work(hash).catch((error: unknown) => {
    if (underway.get(hash) === done) underway.delete(hash)
    throw error
  })
  underway.set(hash, done)
  return done
}

/**
 * The artwork files of the project that is open, by hash: what the server knows of each, and how the screen shows it.
 * All of it is let go, workers included, when the project is left.
 */
export const useArtworkFiles = defineStore('artwork files', () => {
  const notices = useNotices()
  const files = shallowRef<ReadonlyMap<string, ArtworkFile>>(new Map())
  const screens = shallowRef<ReadonlyMap<string, ScreenArtwork>>(new Map())
  const maps = shallowRef<ReadonlyMap<string, PassingMap>>(new Map())
  /** Small ink maps, which proofs are painted from; null for artwork whose map does not tell the truth, or cannot be had. */
  const proofs = shallowRef<ReadonlyMap<string, ProofMap | null>>(new Map())
  /** Pictures taken apart for the stage. */
  const rasters = shallowRef<ReadonlyMap<string, RasterArtwork>>(new Map())
  /** Which part is done of a picture that is being taken apart. */
  const unmixing = ref<number | null>(null)
  const opening = new Map<string, Promise<void>>()
  /** Ink maps that come, or have come: for the stage, and for proofs. */
  const mapping = new Map<string, Promise<void>>()
  const proving = new Map<string, Promise<void>>()
  const pendingRasters = new Map<string, Promise<void>>()

  const desk = deskOf<ArtworkDesk>(artworkWorker)
  const pictures = deskOf<RasterDesk>(rasterWorker)
  /** A second worker for pictures in their own size, so that what is on the stage never waits for them. */
  const fullSizePictures = deskOf<RasterDesk>(rasterWorker)
  const inksOf = (hash: string): readonly string[] => screens.value.get(hash)?.inks ?? []
  const mannerOf = (hash: string): Manner => files.value.get(hash)?.manner ?? 'flat'
  const fullSize = inFullSize(fullSizePictures, server.source, inksOf, mannerOf)
  const kinds: Readonly<Record<ArtworkFile['kind'], ArtworkKind>> = {
    svg: drawings(desk, server),
    raster: picturesOf(fullSize),
  }
  /** The implementation of a kind of artwork. */
  const kindOf = ({ kind }: Pick<ArtworkFile, 'kind'>): ArtworkKind => kinds[kind]

  /** Number of times everything was dropped: what was asked for before that does not come in after it. */
  let age = 0
  const keep = (file: ArtworkFile): void => {
    files.value = new Map(files.value).set(file.hash, file)
  }
  /** Fetches what is known of all artwork of a project at once; what that does not bring is asked for piece by piece. */
  const learn = async (project: string): Promise<void> => {
    const own = age
    const known = await server.artworkOf(project)
    if (own === age) keepAll(known)
  }
  const keepProof = (hash: string, proof: ProofMap | null): void => {
    proofs.value = new Map(proofs.value).set(hash, proof)
  }

  /** The inks of a file in the order of its ink map; null where an earlier version did not store it. */
  const mapInksOf = ({ kind, inks }: ArtworkFile): string[] | null => {
    if (kind === 'raster') return inks.map(({ hex }) => hex)
    const ordered: string[] = []
    for (const { hex, at } of inks) {
      if (at === undefined) return null
      ordered[at] = hex
    }
    return ordered
  }

  /** Fetches the small ink map that proofs of a file are painted from. */
  const openProof = async (file: ArtworkFile): Promise<void> => {
    const [{ hash }, own] = [file, age]
    const bytes = await server.proofMap(hash)
    if (own !== age) return
    if (!bytes.length) {
      await open(hash) // it is shown in its own shapes
      return keepProof(hash, null)
    }
    const inks: readonly string[] = mapInksOf(file) ?? (await open(hash).then(() => inksOf(hash)))
    const map = await desk.at().unpack(bytes)
    if (own === age) keepProof(hash, { map, inks })
  }
  /** Fetches the ink map in full of a file whose colors pass by too slowly in its own shapes. */
  const openStaged = async (file: ArtworkFile): Promise<void> => {
    const [{ hash }, own] = [file, age]
    const bytes = kindOf(file).followsMap(file) ? await server.inkMap(hash) : null
    if (own !== age || !bytes?.length) return
    const staged = await desk.at().unpackStaged(bytes, COARSE_SIDE)
    if (own !== age) return
    maps.value = new Map(maps.value).set(hash, staged)
    whenIdle(() => prepareInkMap(staged.fine))
  }

  /** The record of an artwork file. Rejects where there is none. */
  const record = async (hash: string): Promise<ArtworkFile> => {
    const known = files.value.get(hash)
    if (known) return known
    const own = age
    const file = await server.artwork(hash)
    if (own === age) keep(file)
    return file
  }

  /** Fetches a map of a file by its hash. A notice says where it cannot be had, and the file is shown in its own shapes. */
  const fetchMap =
    (openMap: (file: ArtworkFile) => Promise<void>) =>
    async (hash: string): Promise<void> => {
      const own = age
      const file = await record(hash)
      await openMap(file).catch(async (error: unknown) => {
        if (own !== age) return
        await open(hash)
        keepProof(hash, null)
        notices.say(
          `“${file.name}” is slower to show because its ink map could not be loaded: ${reasonOf(error)}`,
          'problem',
        )
      })
    }
  /** Hashes of artwork that a notice has reported as missing. */
  const missing = new Set<string>()
  /** Does without artwork that cannot be had; a notice says so, once. */
  const report = (hash: string, name: string, work: Promise<void>): Promise<void> => {
    const own = age
    return work.catch((error: unknown) => {
      if (own !== age || missing.has(hash)) return
      missing.add(hash)
      notices.say(`“${name}” cannot be shown: ${reasonOf(error)}`, 'problem')
    })
  }
  /** Fetches what is known of an artwork; a notice says, once, where there is none. */
  const learnOne = (hash: string, name: string): Promise<void> =>
    report(
      hash,
      name,
      record(hash).then(() => undefined),
    )
  /** Fetches what the proof of an artwork is painted from: not the artwork itself, where it can be painted from its map. */
  const showProof = (hash: string, name: string): Promise<void> =>
    report(hash, name, once(proving, hash, fetchMap(openProof)))
  /** The same with what the stage needs to follow a hand. */
  const openMaps = async (hash: string): Promise<void> => {
    await Promise.all([once(proving, hash, fetchMap(openProof)), once(mapping, hash, fetchMap(openStaged))])
  }

  const fetchAndRead = async (hash: string): Promise<void> => {
    const own = age
    const file = await record(hash)
    const screen = await kindOf(file).open(file)
    if (own === age) screens.value = new Map(screens.value).set(hash, screen)
  }

  const takeApart = async (hash: string): Promise<void> => {
    const own = age
    await open(hash)
    unmixing.value = 0
    try {
      const [before, picture] = [stops, await server.stagePicture(hash)]
      if (before !== stops) throw new Left()
      const taken = await whileUnderway(
        part => (unmixing.value = part),
        seen => pictures.at().open(hash, picture, [...inksOf(hash)], mannerOf(hash), seen),
      )
      if (own !== age) return
      rasters.value = new Map(rasters.value).set(hash, {
        ...taken,
        stage: markRaw(taken.stage),
        proof: markRaw(taken.proof),
      })
    } finally {
      unmixing.value = null
    }
  }

  /**
   * Stops taking pictures apart: with the worker goes what it holds of others, which are taken apart again when they are
   * shown.
   */
  let stops = 0
  const stopTakingApart = (): void => {
    stops++
    pendingRasters.clear()
    pictures.letGo()
    rasters.value = new Map()
  }

  /** Has a picture taken apart in the worker, once; rejects where it cannot be had. */
  const openRaster = (hash: string): Promise<void> => once(pendingRasters, hash, takeApart)
  const paintRaster = (hash: string, rows: Row[], regions: Uint8Array | null): Promise<Uint8ClampedArray> =>
    pictures.at().paint(
      hash,
      rows.map(({ colors, opacity }) => ({ colors: [...colors], opacity })),
      regions,
    )

  /** Has an artwork read in the worker, once; rejects where it cannot be had. */
  const open = (hash: string): Promise<void> => once(opening, hash, fetchAndRead)

  /** Fetches an artwork with its map, until it can be shown and follows the hand. */
  const show = (hash: string, name: string): Promise<void> =>
    report(
      hash,
      name,
      open(hash).then(() => openMaps(hash)),
    )

  /** Takes note of what is known of files, all at once. */
  const keepAll = (all: readonly ArtworkFile[]): void => {
    files.value = new Map([...files.value, ...all.map(file => [file.hash, file] as const)])
  }

  /** Has a file read in another way; it is stored under a hash of its own. */
  const readAnew = async (hash: string, how: Anew, signal?: AbortSignal): Promise<ArtworkFile> => {
    const updated = await server.readAnew(hash, how, signal)
    keep(updated)
    await open(updated.hash)
    return updated
  }

  /** The pictures within a drawing that change in other colors, as PNG, by their place among them. */
  const paintPictures = (hash: string, colors: ReadonlyMap<string, string>): Promise<Map<number, Uint8Array>> =>
    desk.at().pictures(hash, colors)

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
    return fullSize.part(hash, colors, areas, part, longest, seen)
  }

  /**
   * The bytes of an artwork as it is painted: SVG, or PNG in full size. `seen` hears which part of a picture is done;
   * the signal stops it.
   */
  const write = async (
    hash: string,
    painted: Painted,
    seen: (part: number) => void = () => undefined,
    signal?: AbortSignal,
  ): Promise<Uint8Array> => {
    await open(hash)
    return kinds[files.value.get(hash)?.kind ?? 'svg'].write(hash, painted, seen, signal)
  }

  /** An archive of files, by their names. */
  const pack = (all: Record<string, Uint8Array>): Promise<Uint8Array> => desk.at().pack(all)

  /** Returns whether artwork has too many shapes to be shown in its own, so that its map stands for it, where it has one. */
  const isCrowded = (hash: string): boolean => {
    const file = files.value.get(hash)
    return file !== undefined && proofs.value.get(hash) !== null && kindOf(file).isCrowded(file)
  }

  /** Lets go of everything: files, maps, pictures and the workers that hold them. */
  const letGo = (): void => {
    age++
    missing.clear()
    for (const each of [desk, pictures, fullSizePictures]) each.letGo()
    for (const each of [opening, mapping, proving, pendingRasters]) each.clear()
    for (const each of [files, screens, maps, proofs, rasters]) each.value = new Map()
    unmixing.value = null
  }

  return {
    ...{ files, screens, maps, proofs, rasters, unmixing },
    ...{
      kindOf,
      isCrowded,
      learn,
      open,
      learnOne,
      show,
      showProof,
      openRaster,
      stopTakingApart,
      paintRaster,
      paintPart,
      paintPictures,
      keepAll,
      readAnew,
      write,
      pack,
      letGo,
    },
  }
})
