import { shallowRef, watch } from 'vue'
import { wrap, type Remote } from 'comlink'
import type { NameDesk, NameFound } from '~/workers/names.worker'
import { latestOnly } from '~/browser/latestOnly'

let desk: Remote<NameDesk> | undefined

/** The names of a list nearest to a color, found in a worker and only while they are asked for. */
export const useColorNames = (hex: () => string, count: number) => {
  const names = shallowRef<NameFound[]>([])
  const find = latestOnly(async (color: string) => {
    desk ??= wrap<NameDesk>(new Worker(new URL('../workers/names.worker.ts', import.meta.url), { type: 'module' }))
    names.value = await desk.nearest(color, count)
  })
  watch(hex, color => void find(color), { immediate: true })
  return names
}
