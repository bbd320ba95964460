import type { FoundScheme } from '#core/interaction/finding'
import { onMounted, onUnmounted, ref, shallowRef, watch } from 'vue'
import { useDebounceFn, useTimeoutFn } from '@vueuse/core'
import { reasonOf } from '~/words/reasonOf'

/** Where schemes are found: the inspiration service, the shelf. */
export interface SchemeSource<Query, Found extends FoundScheme> {
  ask: (query: Query, from: number, signal: AbortSignal) => Promise<{ schemes: Found[]; total: number }>
}

/** Pause before words are searched for, in milliseconds. */
const REST = 250
/** After how many milliseconds a slow answer is announced. */
const PATIENCE = 1500

/**
 * Asks a source for schemes, page by page: at once, and whenever what is asked for has changed and rests; what is asked later
 * takes the place of what was asked before.
 */
export const useFinding = <Query, Found extends FoundScheme>(
  source: SchemeSource<Query, Found>,
  query: () => Query,
) => {
  const found = shallowRef<Found[]>([])
  const total = ref(0)
  const state = ref<'asking' | 'slow' | 'there' | 'down'>('asking')
  const reason = ref('')
  let underway: AbortController | null = null
  const patience = useTimeoutFn(
    () => {
      if (state.value === 'asking') state.value = 'slow'
    },
    PATIENCE,
    { immediate: false },
  )
  const ask = async (from = 0): Promise<void> => {
    underway?.abort()
    const own = (underway = new AbortController())
    state.value = 'asking'
    patience.start()
    try {
      const page = await source.ask(query(), from, own.signal)
      if (own.signal.aborted) return
      found.value = from ? [...found.value, ...page.schemes] : page.schemes
      total.value = page.total
      state.value = 'there'
    } catch (error) {
      if (underway !== own) return
      state.value = 'down'
      reason.value = own.signal.aborted ? 'The search was canceled.' : reasonOf(error)
    } finally {
      if (underway === own) patience.stop()
    }
  }
  const cancel = (): void => underway?.abort()
  const askSoon = useDebounceFn(() => void ask(), REST)
  watch(() => JSON.stringify(query()), askSoon)
  onMounted(() => void ask())
  onUnmounted(cancel)
  return { found, total, state, reason, ask, cancel, more: () => ask(found.value.length) }
}
