import { computed, ref, shallowRef, watch } from 'vue'
import { useLocalStorage } from '@vueuse/core'
import { wrap, type Remote } from 'comlink'
import { defineStore } from 'pinia'
import { z } from 'zod'
import { hexSchema } from '#core/document/basics'
import { lookOf, lookSchema, type Look } from '#core/document/project'
import { HARMONIES } from '#core/harmony/harmony'
import type { Candidate } from '#core/proofs/candidates'
import { companionsIn, POOL, type DealOrder } from '#core/proofs/deals'
import { companionsOf } from '#core/scheme/compose'
import { inLook } from '#core/scheme/looks'
import type { DealDesk } from '~/workers/deals.worker'
import { reasonOf } from '~/words/reasonOf'
import { useHistory } from './history'
import { usePainting } from './painting'
import { useProjectSession } from './session'

/** A deal made before: what it was dealt for, and the seeds that were chosen, once they are. */
const pastDealSchema = z.object({
  from: lookSchema,
  seed: z.number().int(),
  kind: z.enum(HARMONIES).nullable(),
  like: z.array(hexSchema).nullable().default(null),
  unlike: z.array(z.array(hexSchema)).default([]),
  seeds: z.array(z.number().int()).nullable().default(null),
})
type PastDeal = z.infer<typeof pastDealSchema>

const MOST_DEALS = 24
/** Deals keep from so many others at most that were not liked. */
const MOST_UNLIKE = 48

/** The deals of companions: what was dealt, in the order it was, and which of it is shown. Worked out in a worker. */
export const useDeals = defineStore('deals', () => {
  const history = useHistory()
  const painting = usePainting()
  const session = useProjectSession()
  const within = useLocalStorage<boolean>('plumbago deal within harmony', false)
  const past = shallowRef<readonly PastDeal[]>([])
  const at = ref(0)
  const problem = ref<string | null>(null)
  let desk: Remote<DealDesk> | undefined

  const current = computed(() => past.value[at.value] ?? null)
  /** Whether all is locked, so that nothing is left to be dealt. */
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
  const recall = (): void => {
    try {
      past.value = z.array(pastDealSchema).safeParse(JSON.parse(localStorage.getItem(key()) ?? '[]')).data ?? []
    } catch {
      past.value = [] // what cannot be read is no deal
    }
    at.value = Math.max(0, past.value.length - 1)
    found = null
  }

  const order = (change: Partial<DealOrder>): void => {
    const now = history.settled
    if (!now) return
    const last = past.value.at(-1)
    const fresh: PastDeal = {
      from: lookOf(now),
      seed: last ? last.seed + POOL : 1,
      kind: within.value && now.derived ? now.harmony.kind : null,
      like: null,
      unlike: [],
      seeds: null,
      ...change,
    }
    past.value = [...past.value, fresh].slice(-MOST_DEALS)
    at.value = past.value.length - 1
    remember()
  }
  /** Deals afresh for what is not held; earlier deals stay within reach. */
  const afresh = (): void => order({})
  /** Deals companions like those of a look, beside what is held in it. */
  const likeIt = (look: Look): void => {
    if (history.settled) order({ from: look, like: companionsIn(look, look, history.settled) })
  }
  /** Deals afresh, far from a look and from what was not liked before. */
  const unlikeIt = (look: Look): void => {
    const [now, last] = [history.settled, current.value]
    if (!now) return
    const from = last?.from ?? lookOf(now)
    const before = (last?.unlike ?? []).slice(1 - MOST_UNLIKE)
    order({ from, kind: last?.kind ?? null, unlike: [...before, companionsIn(from, look, now)] })
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

  watch(() => session.id, recall, { immediate: true })

  return { within, past, at, current, isHeld, problem, afresh, likeIt, unlikeIt, candidates }
})
