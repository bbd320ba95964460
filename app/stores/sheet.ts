import { computed, ref, shallowRef, watch } from 'vue'
import { defineStore } from 'pinia'
import type { Project } from '#core/document/project'
import { NOW } from '#core/handover/options'
import { useHandOver } from './handOver'
import { useHistory } from './history'
import { useNotices } from './notices'
import { useProjectSession } from './session'

/** The sheet as it is shown: of which colorways, its pages as a picture, and of which state of the project they are. */
export const useSheet = defineStore('sheet', () => {
  const history = useHistory()
  const session = useProjectSession()
  const handOver = useHandOver()
  const notices = useNotices()
  const looks = ref<string[]>([])
  const address = ref<string | null>(null)
  const drawing = ref(false)
  /** Number of pages of the picture, which of them is in sight, and which is to be brought there. */
  const pages = ref(0)
  const page = ref(0)
  const goal = shallowRef<{ page: number } | null>(null)
  const drawn = shallowRef<{ project: Project | null; looks: string } | null>(null)

  const isStale = computed(
    () =>
      drawn.value !== null &&
      !drawing.value &&
      (drawn.value.project !== history.settled || drawn.value.looks !== looks.value.join()),
  )
  /** The sheet as a file. Rejects where it cannot be made. */
  const made = (as: 'pdf' | 'png'): Promise<Blob> =>
    handOver.made({
      sheet: [as],
      looks: [...looks.value],
      artwork: handOver.everything.map(({ id }) => id),
    })
  const letGo = (): void => {
    if (address.value) URL.revokeObjectURL(address.value)
    address.value = null
    drawn.value = null
    pages.value = 0
  }
  const draw = async (): Promise<void> => {
    if (drawing.value || !looks.value.length) return
    const here = session.still()
    drawing.value = true
    const of = { project: history.settled, looks: looks.value.join() }
    const picture = await notices.attempt(() => made('png'))
    drawing.value = false
    if (!picture || !here()) return
    letGo()
    address.value = URL.createObjectURL(picture)
    drawn.value = of
  }
  /** Draws the pages where they are not there, or are of another state: the project as it is, to begin with. */
  const show = (): void => {
    const frozen = new Set(history.settled?.lineUp.colorways.map(({ id }) => id))
    looks.value = looks.value.filter(id => id === NOW || frozen.has(id))
    if (!looks.value.length) looks.value = [history.settled?.lineUp.chosen ?? NOW]
    if (!address.value || isStale.value) void draw()
  }
  watch(
    () => session.id,
    () => {
      letGo()
      looks.value = []
    },
  )

  return { looks, address, drawing, isStale, pages, page, goal, made, draw, show }
})
