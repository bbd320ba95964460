import { computed, ref, shallowRef, watch } from 'vue'
import { useLocalStorage } from '@vueuse/core'
import { wrap, type Remote } from 'comlink'
import { defineStore } from 'pinia'
import type { Look } from '#core/document/project'
import { dealLike, dealUnlike, freshDeal, MAX_DEALS, type PastDeal, withDeal } from '#core/interaction/dealHistory'
import type { Candidate } from '#core/proofs/candidates'
import type { DealOrder } from '#core/proofs/deals'
import { companionsOf } from '#core/scheme/dealSwatches'
import { inLook } from '#core/scheme/looks'
import type { DealDesk } from '~/workers/deals.worker'
import { documentDesk } from '~/browser/documentDesk'
import { reasonOf } from '~/words/reasonOf'
import { useHistory } from './history'
import { usePainting } from './painting'
import { useProjectSession } from './session'

/** The deals of companions: what was dealt, in the order it was, and which of it is shown. Worked out in a worker. */
export const useDeals = defineStore('deals', () => {
  const history = useHistory()
  const painting = usePainting()
  const session = useProjectSession()
  const within = useLocalStorage<boolean>('plumbago deal within harmony', false)
  const past = shallowRef<readonly PastDeal[]>([])
  const at = ref(0)
  const problem = ref<string | null>(null)
  /** True while deals made before are being read. */
  const isRecalling = ref(false)
  let desk: Remote<DealDesk> | undefined

  const current = computed(() => past.value[at.value] ?? null)
  /** Returns whether all is locked, so that nothing is left to be dealt. */
  const isHeld = computed(() => {
    const [now, deal] = [history.settled, current.value]
    return now !== null && deal !== null && companionsOf(inLook(now, deal.from)).length === 0
  })
  const key = (): string => `plumbago deals ${session.id ?? ''}`
  const remember = (): void => {
    try {
      localStorage.setItem(key(), JSON.stringify(past.value))
    } catch {
      past.value = past.value.slice(-1) // without room in the browser only the last deal is remembered
      at.value = 0
    }
  }
  const recall = async (): Promise<void> => {
    past.value = []
    at.value = 0
    found = null
    const [project, text] = [session.id, localStorage.getItem(key())]
    isRecalling.value = text !== null
    let before: readonly PastDeal[] = []
    try {
      if (text !== null) before = await documentDesk.at().readDeals(text)
    } catch (error) {
      problem.value = reasonOf(error)
    }
    if (session.id !== project) return
    isRecalling.value = false
    const dealtMeanwhile = past.value
    past.value = [...before, ...dealtMeanwhile].slice(-MAX_DEALS)
    at.value = Math.max(0, past.value.length - 1)
    if (dealtMeanwhile.length && before.length) remember()
  }

  const order = (change: Partial<DealOrder>): void => {
    const now = history.settled
    if (!now) return
    past.value = withDeal(past.value, freshDeal(now, past.value, within.value, change))
    at.value = past.value.length - 1
    remember()
  }
  /** Deals afresh for all swatches but the fixed ones; earlier deals stay within reach. */
  const afresh = (): void => order({})
  /** Deals companions like those of a look, beside what is fixed in it. */
  const likeIt = (look: Look): void => {
    if (history.settled) order(dealLike(look, history.settled))
  }
  /** Deals afresh, far from a look and from what was not liked before. */
  const unlikeIt = (look: Look): void => {
    if (history.settled) order(dealUnlike(look, history.settled, current.value))
  }

  let found: { deal: PastDeal; inks: unknown; artwork: unknown; candidates: readonly Candidate[] } | null = null
  /** The candidates of the deal that is shown; found once as long as the artwork stays. Null where they cannot be had. */
  const candidates = async (): Promise<readonly Candidate[] | null> => {
    const [now, deal, inks] = [history.settled, current.value, painting.inks]
    if (!now || !deal || isHeld.value) return []
    if (found?.deal === deal && found.inks === inks && found.artwork === now.artwork) return found.candidates
    try {
      desk ??= wrap<DealDesk>(new Worker(new URL('../workers/deals.worker.ts', import.meta.url), { type: 'module' }))
      const start = performance.now()
      const answer = await desk.dealt(now, deal, inks, deal.seeds)
      performance.measure('plumbago deal', { start })
      problem.value = null
      const chosen = { ...deal, seeds: [...answer.seeds] }
      found = { deal: chosen, inks, artwork: now.artwork, candidates: answer.candidates }
      if (past.value.includes(deal)) {
        past.value = past.value.map(each => (each === deal ? chosen : each))
        if (!deal.seeds) remember()
      }
      return answer.candidates
    } catch (error) {
      problem.value = reasonOf(error)
      return null
    }
  }

  watch(
    () => session.id,
    () => void recall(),
    { immediate: true },
  )

  return { within, past, at, current, isHeld, isRecalling, problem, afresh, likeIt, unlikeIt, candidates }
})
