import { computed, ref, shallowRef, watch } from 'vue'
import { transfer } from 'comlink'
import { defineStore } from 'pinia'
import type { Hex } from '#core/color/convert'
import type { Command } from '#core/commands/commands'
import { FIRST_LINE_UP } from '#core/document/lineUp'
import type { Project } from '#core/document/project'
import type { InkMap } from '#core/inkmap/inkmap'
import type { InkArea } from '#core/remap/match'
import { latestOnly } from '~/browser/latestOnly'
import { plainCopy } from '~/browser/plainCopy'
import { Left } from '~/workers/left'
import type { CanvasSize, PassingPlace } from '~/workers/passing.worker'
import type { BandBlocks } from '~/workers/passing/drawTargets'
import { useArtworkFiles } from './artwork'
import { useHistory } from './history'
import { usePainting } from './painting'
import { usePrinting } from './printing'
import { useStage } from './stage'

/** What of the page is painted by the worker while colors pass by, and how it measures that. */
export interface PaintedCanvas {
  element: HTMLCanvasElement
  size: () => CanvasSize
}

/** The project without what no command that changes colors reads, so that little is sent. */
const lean = (project: Project): Project => ({
  ...project,
  artwork: project.artwork.slice(0, 1),
  references: [],
  gradients: [],
  lineUp: FIRST_LINE_UP,
  remap: { ...project.remap, touches: {} },
})

/**
 * Colors that pass by under a hand, past Vue: a worker that knows the project works them out and paints the stage, the hue ring, the
 * tone field and the band on canvases of its own, which stand over the page until the hand lets go. The page only sends
 * commands. Where workers cannot paint, or what is shown needs more than colors, what passes by is previewed as a document.
 */
export const usePassing = defineStore('passing', () => {
  const history = useHistory()
  const painting = usePainting()
  const files = useArtworkFiles()
  const printing = usePrinting()
  const stage = useStage()
  /** True while the canvases stand over the page. */
  const isLive = ref(false)
  /** The colors of the inks of a picture on the stage, which the page paints itself; null while none pass by. */
  const colors = shallowRef<ReadonlyMap<Hex, Hex> | null>(null)
  /** Counts workers: the canvases of one that is gone cannot be painted any more, and are made anew. */
  const age = computed(() => painting.passing.age.value)

  const canvases = new Map<PassingPlace, PaintedCanvas>()
  const taken = new WeakSet<HTMLCanvasElement>()
  const canPaint = (): boolean =>
    typeof HTMLCanvasElement !== 'undefined' && 'transferControlToOffscreen' in HTMLCanvasElement.prototype
  let blocksOf = (): BandBlocks => ({ places: {}, height: 0, covers: null })
  let sentMap: InkMap | null = null
  let sentInks: readonly InkArea[] | null = null
  /** Counts drags. */
  let turn = 0
  let begun = false
  let lit: ReadonlySet<Hex> | null = null
  let isReady = false

  /** The artwork on the stage as the worker needs it; null where it cannot show it. */
  const onStage = (): { map: InkMap | null; inks: readonly Hex[] } | null => {
    const piece = painting.piece
    if (!piece || history.settled?.remap.touches[piece.id]?.length) return null
    if (piece.kind === 'raster') {
      const picture = files.rasters.get(piece.hash)
      return picture ? { map: null, inks: picture.inks } : null
    }
    const [map, screen] = [files.maps.get(piece.hash), files.screens.get(piece.hash)]
    return map && screen ? { map: map.fine, inks: screen.inks } : null
  }
  const canShow = (): boolean => isReady && !painting.passing.isBroken.value && !printing.shownAs && !stage.before

  const broken = (error: unknown): void => {
    if (!(error instanceof Left)) painting.passing.isBroken.value = true
    isLive.value = false
    colors.value = null
  }
  /** Gives the worker what it needs beforehand: when a hand comes near what can be dragged. */
  const prepare = async (): Promise<void> => {
    const own = age.value
    if (!canPaint() || painting.passing.isBroken.value || !history.settled) return
    try {
      const desk = painting.passing.at()
      for (const [place, { element }] of canvases) {
        if (taken.has(element)) continue
        taken.add(element)
        const canvas = element.transferControlToOffscreen()
        void desk.takeCanvas(place, transfer(canvas, [canvas])).catch(broken)
      }
      const map = onStage()?.map ?? null
      if (map !== sentMap) {
        sentMap = map
        await desk.takeMap(map)
      }
      if (painting.inks !== sentInks) {
        sentInks = painting.inks
        await painting.passing.giveInks(painting.inks)
      }
      if (own === age.value) isReady = true
    } catch (error) {
      broken(error)
    }
  }

  const begin = (over: Project, inks: readonly Hex[]): void => {
    begun = true
    turn++
    lit = stage.lit
    void prepare()
    const seen = getComputedStyle(document.documentElement)
    const setting = {
      project: lean(over),
      artwork: over.artwork.length ? (painting.piece?.id ?? null) : null,
      lit,
      standIns: painting.standIns,
      inks,
      sizes: Object.fromEntries([...canvases].map(([place, { size }]) => [place, size()])),
      colors: { text: seen.getPropertyValue('--text'), panel: seen.getPropertyValue('--panel') },
      picked: stage.pickedId,
      blocks: blocksOf(),
    }
    void painting.passing.at().begin(setting).catch(broken)
  }
  const ask = latestOnly(async (command: Command, inks: readonly Hex[], own: number): Promise<void> => {
    if (own !== turn || !begun) return
    try {
      const found = await painting.passing.at().show(plainCopy(command), !isLive.value)
      if (own !== turn || !begun) return
      colors.value = found && new Map(inks.map((ink, at) => [ink, found[at] ?? ink]))
      isLive.value = true
    } catch (error) {
      broken(error)
    }
  })

  history.passBy({
    show: (over, command) => {
      if (!canShow()) {
        void prepare()
        return false
      }
      const shown = onStage()
      if (!shown) return false
      if (!begun || lit !== stage.lit) begin(over, shown.inks)
      void ask(command, shown.inks, turn)
      return true
    },
    end: () => {
      begun = false
      // what stands is painted with the next frame
      requestAnimationFrame(() =>
        requestAnimationFrame(() => {
          if (begun) return
          isLive.value = false
          colors.value = null
        }),
      )
    },
  })

  /** Has a canvas painted from now on; returns what ends that. */
  const paint = (place: PassingPlace, canvas: PaintedCanvas): (() => void) => {
    canvases.set(place, canvas)
    return () => {
      if (canvases.get(place) === canvas) canvases.delete(place)
    }
  }
  /** Takes note of who knows where the blocks of the band stand. */
  const askBlocks = (ask: () => BandBlocks): void => {
    blocksOf = ask
  }
  /** A worker that is let go takes its canvases along. */
  watch(
    age,
    () => {
      isReady = false
      isLive.value = false
      colors.value = null
      sentMap = null
      sentInks = null
    },
    { flush: 'sync' },
  )

  return { isLive, colors, age, prepare, paint, askBlocks }
})
