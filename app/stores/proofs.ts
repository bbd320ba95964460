import { computed, ref, shallowRef, watch } from 'vue'
import { useLocalStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import {
  isMarked as isMarkedIn,
  keptLookName,
  toggleMarked,
  MAX_MARKED,
  type ProofsFirst,
  proofsInOrder,
  type Sheet,
  companionSheet,
} from '#core/interaction/proofSheets'
import type { Candidate, Variation } from '#core/proofs/candidates'
import { verdictWords } from '#core/proofs/verdict'
import { restingPointer } from '~/browser/restingPointer'
import { useArtworkFiles } from './artwork'
import { useDeals } from './deals'
import { useHistory } from './history'
import { useNotices } from './notices'
import { usePainting } from './painting'
import { useProjectSession } from './session'
import { type Proof, sheetProofs } from './sheetProofs'
import { useTrail } from './trail'

/** The proof sheets of Compose: what they offer, what is pointed at, and what is marked to be compared. */
export const useProofs = defineStore('proofs', () => {
  const history = useHistory()
  const painting = usePainting()
  const files = useArtworkFiles()
  const session = useProjectSession()
  const deals = useDeals()
  const trail = useTrail()
  const notices = useNotices()
  const sheet = useLocalStorage<Sheet>('plumbago sheet', 'harmonies')
  const hidden = useLocalStorage<string[]>('plumbago hidden harmonies', [])
  const variation = useLocalStorage<Variation>('plumbago variation', { turn: 30, down: 'brightness', step: 0.12 })
  /** Which come first: as they were worked out, those that do best in the artwork, those with the least that is serious. */
  const first = useLocalStorage<ProofsFirst>('plumbago proofs first', 'as offered')
  const byTurns = useLocalStorage<boolean>('plumbago proofs by turns', false)
  /** True if the sheet lies over stage and bench. */
  const large = ref(false)
  /** Size of proofs, in pixels as a square would be: in the bench, and where the sheet lies large; null fits. */
  const sizes = useLocalStorage<{ bench: number | null; large: number | null }>('plumbago proof sizes', {
    bench: null,
    large: null,
  })
  /** True if there is room for two sheets beside each other. */
  const roomy = ref(false)
  const pointed = shallowRef<Candidate | null>(null)
  /** The proof under the pointer, or with the focus, also once it is adopted and previews no more. */
  const under = shallowRef<Candidate | null>(null)
  /** The proof under the pointer as the sheet has it, with how it does. */
  const judged = computed(
    () => [...main.shown.value, ...beside.shown.value].find(({ key }) => key === under.value?.key) ?? null,
  )
  /** The verdict on the proof under the pointer, in words. */
  const words = computed(() => (pointed.value && judged.value ? verdictWords(judged.value.verdict) : null))
  const marked = shallowRef<readonly Candidate[]>([])
  const comparing = ref(false)

  const settings = () => ({
    hidden: hidden.value,
    variation: variation.value,
    inks: painting.inks,
    known: painting.known,
  })
  /** A sheet at work, of a kind that may change: its proofs, and all they depend on. */
  const sheetOf = (kind: () => Sheet | null) => {
    const what = computed(kind)
    const shown = shallowRef<readonly Proof[]>([])
    const { work: workOut, letGo } = sheetProofs()
    let work = 0
    /** Works the sheet out, as many proofs at a time as fit between two frames; a newer call takes over. */
    const refresh = async (): Promise<void> => {
      const own = ++work
      const now = history.settled
      if (!now || what.value === null || what.value === 'whole') {
        shown.value = []
        return
      }
      const offers = what.value === 'deals' ? await deals.candidates() : what.value
      if (own !== work || !offers) return
      const arts = (byTurns.value ? painting.representatives : null) ?? (painting.piece ? [painting.piece] : [])
      const pieces = arts.map(art => ({ art, inks: files.files.get(art.hash)?.inks ?? [] }))
      const source = { now, offers, settings: settings(), standIns: painting.standIns, pieces }
      const show = (proofs: readonly Proof[]): void => {
        shown.value = [...proofs, ...shown.value.slice(proofs.length)]
      }
      const next = await workOut(source, show, () => own === work)
      if (!next) return
      shown.value = proofsInOrder(next, first.value)
    }
    const asked = computed(
      () =>
        [
          history.settled,
          what.value,
          hidden.value,
          variation.value,
          what.value === 'deals' && deals.current,
          byTurns.value,
          first.value,
          painting.piece,
          painting.inks,
        ] as const,
    )
    return { what, shown, asked, refresh, letGo }
  }
  const main = sheetOf(() => sheet.value)
  /** The sheet beside it where there is room: the next to look at. */
  const beside = sheetOf(() => companionSheet(sheet.value, roomy.value && !large.value))

  /** Deals afresh, and shows it. */
  const deal = (): void => {
    deals.afresh()
    sheet.value = 'deals'
  }
  const more = ({ look }: Candidate): void => {
    deals.likeIt(look)
    sheet.value = 'deals'
  }
  const less = ({ look }: Candidate): void => {
    deals.unlikeIt(look)
    sheet.value = 'deals'
  }
  /** The sheet of deals is never empty: opening it deals. */
  watch(
    () => sheet.value === 'deals' && history.settled !== null && !deals.current && !deals.isRecalling,
    empty => {
      if (empty) deals.afresh()
    },
    { immediate: true },
  )

  const pointer = restingPointer()
  /** Previews what is pointed at; null, or leaving, goes back to what is. */
  const point = (candidate: Candidate | null, event?: PointerEvent): void => {
    if (event && pointer.rests(event)) return
    pointed.value = under.value = candidate
    history.preview(candidate && { do: 'adopt' as const, look: candidate.look, what: candidate.caption })
  }
  const adopt = (candidate: Candidate, event?: MouseEvent): void => {
    const { look, caption } = candidate
    if (event) pointer.rest(event)
    pointed.value = null
    under.value = candidate
    history.run({ do: 'adopt' as const, look: look, what: caption })
  }
  /** Keeps what is pointed at, or the look the project is in. */
  const keep = (candidate: Candidate | null = pointed.value): void => {
    const now = history.settled
    if (!now) return
    const state = trail.keep(keptLookName(candidate, now), candidate?.look ?? null)
    if (state) notices.say(`Kept “${state.kept}” on the trail.`, 'done', () => trail.rename(state.id, null))
  }
  const isMarked = (candidate: Candidate): boolean => isMarkedIn(marked.value, candidate)
  const mark = (candidate: Candidate): void => {
    const next = toggleMarked(marked.value, candidate)
    if (next) marked.value = next
    else notices.say(`Up to ${MAX_MARKED} can be compared; unmark one first.`, 'problem')
    if (marked.value.length < 2) comparing.value = false
  }
  const markUnder = (): void => {
    if (under.value) mark(under.value)
  }
  const clear = (): void => {
    marked.value = []
    comparing.value = false
  }
  /** Lays the sheet over stage and bench, or takes it back; what is done to the whole is no sheet. */
  const layLarge = (): void => {
    large.value = !large.value
    if (sheet.value === 'whole') sheet.value = 'harmonies'
    comparing.value = false
    history.preview(null)
  }
  const compare = (): void => {
    if (marked.value.length >= 2) comparing.value = !comparing.value
    else notices.say('Mark two to six proofs first: M on a proof, or its corner.', 'problem')
    history.preview(null)
  }

  watch(
    () => session.id,
    () => {
      clear()
      large.value = false
      main.letGo()
      beside.letGo()
    },
  )

  return {
    sheet,
    hidden,
    variation,
    byTurns,
    first,
    large,
    sizes,
    roomy,
    main,
    beside,
    words,
    pointed,
    marked,
    comparing,
    deal,
    more,
    less,
    point,
    adopt,
    keep,
    isMarked,
    mark,
    markUnder,
    clear,
    compare,
    layLarge,
  }
})
