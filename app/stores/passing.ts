import { computed, ref, shallowRef, watch } from 'vue'
import { transfer, type Remote } from 'comlink'
import { defineStore } from 'pinia'
import type { Hex } from '#core/color/convert'
import type { Command } from '#core/commands/commands'
import { FIRST_LINE_UP } from '#core/document/lineUp'
import type { Project } from '#core/document/project'
import type { InkMap } from '#core/inkmap/inkmap'
import { latestOnly } from '~/browser/latestOnly'
import { plainCopy } from '~/browser/plainCopy'
import { deskOf } from '~/workers/desk'
import { Left } from '~/workers/left'
import type { CanvasSize, PassingDesk, PassingPlace } from '~/workers/passing.worker'
import type { BandBlocks } from '~/workers/passing/drawTargets'
import { useArtworkFiles } from './artwork'
import { useHistory } from './history'
import { usePainting } from './painting'
import { MANY_INKS, passingWorker } from './passingColors'
import { usePrinting } from './printing'
import { useStage } from './stage'

/** A canvas of the page that the worker paints while colors pass by, and a function that measures it. */
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
  /** True while the canvases of ring, tone field and band stand over the page, and while that of the stage does. */
  const isLive = ref(false)
  const isStageLive = ref(false)
  /** The colors of the inks of artwork on the stage that the page paints itself, pictures and small drawings; null while none pass by. */
  const colors = shallowRef<ReadonlyMap<Hex, Hex> | null>(null)
  /** Counts workers: the canvases of one that is gone cannot be painted any more, and are made anew. */
  const age = computed(() => painting.passing.age.value)

  const canvases = new Map<PassingPlace, PaintedCanvas>()
  const taken = new WeakSet<HTMLCanvasElement>()
  const canPaint = (): boolean =>
    typeof HTMLCanvasElement !== 'undefined' && 'transferControlToOffscreen' in HTMLCanvasElement.prototype
  let blocksOf = (): BandBlocks => ({ places: {}, height: 0, covers: null })
  let sentMap: InkMap | null = null
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
    const { maps, screens, files: records } = files
    const [map, screen, file] = [maps.get(piece.hash), screens.get(piece.hash), records.get(piece.hash)]
    // a map that is on its way is waited for; drawings of few shapes have none
    if (!screen || (!map && file && files.kindOf(file).followsMap(file))) return null
    return { map: map?.fine ?? null, inks: screen.inks }
  }
  const canShow = (): boolean => isReady && !painting.passing.isBroken.value && !printing.shownAs && !stage.before

  const hide = (): void => {
    isLive.value = false
    isStageLive.value = false
    colors.value = null
  }
  const broken = (error: unknown): void => {
    if (!(error instanceof Left)) painting.passing.isBroken.value = true
    hide()
  }
  /** Draws targets and band where the colors of many inks take so long that a hand would wait for them. */
  const drawer = deskOf<PassingDesk>(passingWorker)
  /** True where it does: a canvas stays with the worker that has it, so this is decided once for each. */
  let hasDrawer: boolean | null = null
  const drawing = (): Remote<PassingDesk> => (hasDrawer ? drawer.at() : painting.passing.at())
  /** Gives the worker what it needs beforehand: when a hand comes near what can be dragged. */
  const prepare = async (): Promise<void> => {
    const own = age.value
    if (!canPaint() || painting.passing.isBroken.value || !history.settled) return
    try {
      const desk = painting.passing.at()
      hasDrawer ??= painting.inks.length >= MANY_INKS
      for (const [place, { element }] of canvases) {
        if (taken.has(element)) continue
        taken.add(element)
        const canvas = element.transferControlToOffscreen()
        void (place === 'stage' ? desk : drawing()).takeCanvas(place, transfer(canvas, [canvas])).catch(broken)
      }
      const map = onStage()?.map ?? null
      // all of it is on its way before a drag begins
      const sent = [map === sentMap ? null : desk.takeMap(map), painting.passing.giveInks(painting.inks)]
      sentMap = map
      await Promise.all(sent)
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
    if (hasDrawer) void drawer.at().begin(setting).catch(broken)
  }
  const askTargets = latestOnly(async (command: Command, own: number): Promise<void> => {
    if (own !== turn || !begun) return
    try {
      await drawing().showTargets(plainCopy(command), !isLive.value)
      if (own === turn && begun) isLive.value = true
    } catch (error) {
      broken(error)
    }
  })
  const askStage = latestOnly(async (command: Command, inks: readonly Hex[], own: number): Promise<void> => {
    if (own !== turn || !begun) return
    try {
      const found = await painting.passing.at().showStage(plainCopy(command), !isStageLive.value)
      if (own !== turn || !begun) return
      colors.value = found && new Map(inks.map((ink, at) => [ink, found[at] ?? ink]))
      isStageLive.value = found === null
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
      void askTargets(command, turn)
      void askStage(command, shown.inks, turn)
      return true
    },
    end: () => {
      begun = false
      // what stands is painted with the next frame
      requestAnimationFrame(() =>
        requestAnimationFrame(() => {
          if (!begun) hide()
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
      hide()
      drawer.letGo()
      hasDrawer = null
      sentMap = null
    },
    { flush: 'sync' },
  )

  return { isLive, isStageLive, colors, age, prepare, paint, askBlocks }
})
