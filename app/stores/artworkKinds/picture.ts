import { toRaw } from 'vue'
import type { ArtworkFile } from '#core/document/artwork'
import type { AreaPaint } from '#core/painting/areas'
import { MAX_BYTES, type Region } from '#core/picture/picture'
import type { Manner } from '#core/raster/manner'
import type { Desk } from '~/workers/desk'
import { whileUnderway } from '~/workers/progress'
import type { PaintedPart, RasterDesk } from '~/workers/raster.worker'
import type { ArtworkKind } from './kind'

type Colors = ReadonlyMap<string, string>
type Seen = (part: number) => void

/** A picture in its own size: a part of it on the stage, or all of it as a file. */
export interface FullSize {
  part: (
    hash: string,
    colors: Colors,
    areas: readonly AreaPaint[],
    part: Region,
    longest: number,
    seen: Seen,
  ) => Promise<PaintedPart>
  write: (
    hash: string,
    colors: Colors,
    areas: readonly AreaPaint[],
    seen: Seen,
    signal?: AbortSignal,
  ) => Promise<Uint8Array>
}

const plain = (areas: readonly AreaPaint[]): AreaPaint[] => structuredClone(toRaw(areas)) as AreaPaint[]

/** Pictures in their own size, painted by a worker of their own, one after the other; it is let go where one is to stop. */
export const inFullSize = (
  desk: Desk<RasterDesk>,
  source: (hash: string) => Promise<Uint8Array>,
  inksOf: (hash: string) => readonly string[],
  mannerOf: (hash: string) => Manner,
): FullSize => {
  let inHand: Promise<unknown> = Promise.resolve()
  const atHand = <Result>(hash: string, work: () => Promise<Result>): Promise<Result> => {
    const next = inHand
      .catch(() => null) // the one before failed to whoever asked for it
      .then(async () => {
        if (!(await desk.at().has(hash)))
          await desk.at().take(hash, await source(hash), [...inksOf(hash)], mannerOf(hash))
        return work()
      })
    inHand = next
    return next
  }
  const becoming = (hash: string, colors: Colors): string[] => inksOf(hash).map(ink => colors.get(ink) ?? ink)
  return {
    part: (hash, colors, areas, part, longest, seen) =>
      atHand(hash, () =>
        whileUnderway(seen, says => desk.at().part(hash, becoming(hash, colors), plain(areas), part, longest, says)),
      ),
    write: (hash, colors, areas, seen, signal) => {
      const stop = (): void => desk.letGo()
      signal?.addEventListener('abort', stop)
      return atHand(hash, () =>
        whileUnderway(seen, says => desk.at().write(hash, becoming(hash, colors), plain(areas), says)),
      ).finally(() => signal?.removeEventListener('abort', stop))
    },
  }
}

/** Pictures of pixels: shown once they are taken apart, written in full size. */
export const picturesOf = (fullSize: FullSize): ArtworkKind => ({
  extension: 'png',
  type: 'image/png',
  noun: 'a picture',
  max: MAX_BYTES,
  takesTime: true,
  followsMap: () => true,
  isCrowded: () => false,
  open: async ({ hash, inks }: ArtworkFile) => ({
    hash,
    svg: null,
    inks: inks.map(({ hex }) => hex),
    runs: [],
    pictures: [],
    left: { pictures: 0, computed: 0 },
  }),
  write: (hash, { colors, byHand }, seen, signal) => fullSize.write(hash, colors, byHand.areas, seen, signal),
})
