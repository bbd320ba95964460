import { useLocalStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import type { Touch } from '../../core/project/schema'

/** How shapes are picked on the stage: one by one, or those within a rectangle or a loop drawn by hand. */
export const PICKS = ['point', 'rectangle', 'lasso'] as const
export type Pick = (typeof PICKS)[number]

/** What the stage gives for picking shapes: by their place among the elements of the file. */
export interface StageShapes {
  /** The shape under a point of the page. */
  at: (x: number, y: number) => number | null
  /** The shapes painted with any of the inks that these are painted with. */
  sameInk: (shapes: ReadonlySet<number>) => number[]
  /** All shapes of the groups that hold these; of the groups around, where they hold all of those already. */
  inGroup: (shapes: ReadonlySet<number>) => number[]
  /** The shape so many after the last picked, or before, going round. */
  beside: (shapes: ReadonlySet<number>, by: number) => number | null
  /** What a shape shows most: its fill, or its stroke where it has no fill. */
  paintOf: (shape: number) => Touch['paint']
}

/** How the artwork on the stage is looked at: before or after, what is spotlit and pointed at, and the shapes picked on it. */
export const useLooking = defineStore('looking', () => {
  const before = ref(false)
  /** Where the divider between before and after stands, in parts of the width; null where there is none. */
  const divider = ref<number | null>(null)
  const lit = shallowRef<ReadonlySet<string> | null>(null)
  /** The inks under the pointer. */
  const pointed = shallowRef<readonly string[]>([])
  /** How shapes are being picked; null while they are not. */
  const picking = ref<Pick | null>(null)
  const pickBy = useLocalStorage<Pick>('plumbago pick by', 'point')
  const picked = shallowRef<ReadonlySet<number>>(new Set())
  const shapes = shallowRef<StageShapes | null>(null)

  const light = (inks: Iterable<string> | null): void => { lit.value = inks && new Set(inks) }
  /** Picks shapes: alone, or with those picked before, of which those picked again go. */
  const pick = (all: Iterable<number>, more: boolean): void => {
    const next = new Set(more ? picked.value : [])
    const these = [...all]
    const gone = more && these.every(shape => next.has(shape))
    for (const shape of these) {
      if (gone) next.delete(shape)
      else next.add(shape)
    }
    picked.value = next
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
    picked.value = new Set()
  }
  return { before, divider, lit, pointed, picking, pickBy, picked, shapes, light, pick, pickBeside, clear }
})
