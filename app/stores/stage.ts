import { ref, shallowRef, watch } from 'vue'
import { useLocalStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { VISIONS } from '#core/color/vision'
import { selectAfterClick } from '#core/interaction/selection'
import type { Hit } from '#core/interaction/touchUps'
import { REACH } from '#core/raster/area'
import type { Touch } from '#core/document/remap'

/** Ways of picking shapes on the stage: one by one, or those within a rectangle or a loop drawn by hand. */
export const PICKS = ['point', 'rectangle', 'lasso'] as const
export type PickBy = (typeof PICKS)[number]

/** By whose eyes colors are seen: without one kind of cone, without color, in few values, or printed. */
export const EYES = ['everyone', ...VISIONS, 'gray', 'five', 'three', 'paper'] as const
export type Eyes = (typeof EYES)[number]
export const EYES_TITLES: Record<Eyes, string> = {
  everyone: 'everyone',
  protan: 'protan: no red',
  deutan: 'deutan: no green',
  tritan: 'tritan: no blue',
  gray: 'in gray',
  five: 'in five values',
  three: 'in three values',
  paper: 'on paper',
}
/** The filter that shows colors by these eyes; what a press makes of them is no filter, but worked out. */
export const filterOf = (eyes: Eyes): string | undefined =>
  eyes === 'everyone' || eyes === 'paper' ? undefined : `url(#eyes-${eyes})`

/** The interface of the stage for picking shapes or areas. */
export interface StageShapes {
  /** The shape under a point of the page. */
  at: (x: number, y: number) => Hit | null
  /** The shapes painted with any of the inks that these are painted with. */
  sameInk: (hits: ReadonlySet<Hit>) => Hit[]
  /** All shapes of the groups that hold these; of the groups around, where they hold all of those already. */
  inGroup: (hits: ReadonlySet<Hit>) => Hit[]
  /** The shape so many after the last picked, or before, going round. */
  beside: (hits: ReadonlySet<Hit>, by: number) => Hit | null
  /** The visible paint of a shape: its fill, or its stroke where it has no fill. */
  paintOf: (hit: Hit) => Touch['paint']
}

/**
 * The view of the artwork on the stage: before or after, what is spotlit and pointed at, and the shapes picked on
 * it.
 */
export const useStage = defineStore('stage', () => {
  const before = ref(false)
  /** Where the divider between before and after stands, in parts of the width; null where there is none. */
  const divider = ref<number | null>(null)
  /** By whose eyes artwork and scheme are seen, and how far their sight differs, in [0, 1]. */
  const eyes = ref<Eyes>('everyone')
  const severity = ref(1)
  /** By whose eyes they were seen last, other than everyone's: one key goes there and back. */
  const otherEyes = useLocalStorage<Exclude<Eyes, 'everyone'>>('plumbago other eyes', 'deutan')
  watch(eyes, now => {
    if (now !== 'everyone') otherEyes.value = now
  })
  const exchangeEyes = (): void => {
    eyes.value = eyes.value === 'everyone' ? otherEyes.value : 'everyone'
  }
  const lit = shallowRef<ReadonlySet<string> | null>(null)
  /** The inks under the pointer. */
  const pointed = shallowRef<readonly string[]>([])
  /** The way shapes are being picked; null while they are not. */
  const picking = ref<PickBy | null>(null)
  const pickBy = useLocalStorage<PickBy>('plumbago pick by', 'point')
  const picked = shallowRef<ReadonlySet<Hit>>(new Set())
  /** The swatch last taken in hand: where several stand on one spot, it lies on top. */
  const pickedId = ref<string | null>(null)
  /** Reach of areas from the ink that was pointed at, in hundredths of ΔEOK. */
  const reach = useLocalStorage<number>('plumbago area reach', REACH.usual)
  const shapes = shallowRef<StageShapes | null>(null)

  /** Who waits for a color to be pointed at in the picture; null while nobody does. */
  const lifting = shallowRef<((hex: string) => void) | null>(null)

  let litBy: symbol | null = null
  /** Lights inks; none is a word only of who lit them last. */
  const light = (inks: Iterable<string> | null, who: symbol): void => {
    if (!inks && who !== litBy) return
    litBy = who
    lit.value = inks && new Set(inks)
  }
  /** Picks shapes: alone, or with those picked before, of which those picked again go. */
  const pick = (all: Iterable<Hit>, more: boolean): void => {
    picked.value = selectAfterClick(picked.value, all, more, 'keep')
  }
  const pickBeside = (by: number, more = false): void => {
    const next = shapes.value?.beside(picked.value, by) ?? null
    if (next !== null) picked.value = new Set(more ? [...picked.value, next] : [next])
  }
  const clear = (): void => {
    before.value = false
    lit.value = null
    pointed.value = []
    picking.value = null
    lifting.value = null
    picked.value = new Set()
  }
  return {
    eyes,
    severity,
    exchangeEyes,
    before,
    divider,
    lit,
    pointed,
    picking,
    lifting,
    pickBy,
    picked,
    pickedId,
    reach,
    shapes,
    light,
    pick,
    pickBeside,
    clear,
  }
})
