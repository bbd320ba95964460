import { computed, ref, shallowRef, watch } from 'vue'
import { wrap, type Remote } from 'comlink'
import { defineStore } from 'pinia'
import { FIRST_PRINT, type Print } from '#core/print/papers'
import { readProofTable } from '#core/print/proof'
import type { PressDesk, Printed } from '~/workers/press.worker'
import { latestOnly } from '~/browser/latestOnly'
import { plainCopy } from '~/browser/plainCopy'
import { sizeRefusal } from '#core/interaction/incoming'
import { MAX_PROFILE_BYTES } from '#core/print/profile'
import { server } from '~/api/server'
import { reasonOf } from '~/words/reasonOf'
import { useHistory } from './history'
import { useNotices } from './notices'
import { useProjectSession } from './session'
import { useStage } from './stage'

/** The print of the project: what its colors take of ink, and what they look like then. Worked out in a worker. */
export const usePrinting = defineStore('printing', () => {
  const history = useHistory()
  const stage = useStage()
  const notices = useNotices()
  const session = useProjectSession()
  const problem = ref<string | null>(null)
  let desk: Remote<PressDesk> | undefined
  const open = (): Remote<PressDesk> =>
    (desk ??= wrap<PressDesk>(new Worker(new URL('../workers/press.worker.ts', import.meta.url), { type: 'module' })))

  const print = computed<Print>(() => plainCopy(history.document?.check.print ?? FIRST_PRINT))
  const key = computed(() => JSON.stringify(print.value))
  const set = (change: Partial<Print>): void => history.run({ do: 'print', ...change })

  /** Appearance of any color in print; null as long as that is not wanted or not known. */
  const see = shallowRef<((hex: string) => string) | null>(null)
  let seen = ''
  const learn = latestOnly(async (): Promise<void> => {
    const now = key.value
    if (seen === now) return
    try {
      const table = await open().table(print.value)
      if (now !== key.value) return
      see.value = table && readProofTable(table)
      seen = now
      problem.value = null
    } catch (error) {
      see.value = null
      seen = ''
      problem.value = reasonOf(error)
    }
  })
  const isShown = computed(() => stage.eyes === 'paper' && print.value.paper !== null)
  watch([isShown, key], ([shown]) => {
    if (shown) void learn()
  })
  /** The color as seen by the eyes on the stage, where that is not done by a filter. */
  const shownAs = computed(() => (isShown.value ? see.value : null))

  /** The colors of the scheme in print, as they stand or are previewed. */
  const prints = shallowRef<ReadonlyMap<string, Printed>>(new Map())
  const ask = latestOnly(async (): Promise<void> => {
    try {
      const all = await open().prints(print.value, [...new Set((history.document?.scheme ?? []).map(({ hex }) => hex))])
      prints.value = new Map(all.map(each => [each.hex, each]))
      problem.value = null
    } catch (error) {
      prints.value = new Map()
      problem.value = reasonOf(error)
    }
  })
  const again = (): void => {
    void ask()
    if (isShown.value) void learn()
  }

  const isAdding = ref(false)
  /** Takes a printer's own profile and prints by it. */
  const addProfile = async (file: File): Promise<void> => {
    if (history.refuses()) return
    const isHere = session.still()
    isAdding.value = true
    const own = await notices.attempt(async () => {
      const refusal = sizeRefusal(file, MAX_PROFILE_BYTES, 'a profile')
      if (refusal) throw new Error(refusal)
      return server.addProfile(file)
    })
    isAdding.value = false
    if (own && isHere()) set({ paper: 'own', own })
  }

  return { print, set, prints, ask, learn, see, shownAs, problem, again, isAdding, addProfile }
})
