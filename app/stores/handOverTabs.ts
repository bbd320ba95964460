import { ref, watch } from 'vue'
import { defineStore } from 'pinia'
import { useProjectSession } from './session'

/** The views of the bench. */
export const HAND_OVER_VIEWS = [
  { view: 'colorways', title: 'Colorways' },
  { view: 'files', title: 'Files' },
  { view: 'sheet', title: 'Sheet' },
  { view: 'gradients', title: 'Gradients' },
  { view: 'mood', title: 'Mood page' },
  { view: 'review', title: 'Review' },
  { view: 'published', title: 'Published' },
] as const

/** Which view of Hand over is shown, the first in each project: all that the other steps have to know of it. */
export const useHandOverView = defineStore('hand over view', () => {
  const session = useProjectSession()
  const view = ref<(typeof HAND_OVER_VIEWS)[number]['view']>('colorways')
  watch(
    () => session.id,
    () => {
      view.value = 'colorways'
    },
  )
  return { view }
})
