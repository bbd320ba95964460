import { computed, onMounted, onUnmounted, ref, shallowRef, watch } from 'vue'
import { useDebounceFn, useTimeoutFn } from '@vueuse/core'
import { parseColor } from '#core/color/parse'
import { readColors } from '#core/formats/read/read'
import { MOST_SWATCHES } from '#core/document/limits'
import { reasonOf } from '~/words/reasonOf'
import { useHistory } from '~/stores/history'

/** A scheme that was found somewhere: its name, what is said of it in a few words, and its colors, the dominant one first. */
export interface FoundScheme {
  id: string
  name: string
  /** What stands beside its name, and all that is said of it to who does not see it. */
  caption: string
  words: string
  colors: Array<{ hex: string; name: string; share: number }>
}

/** The colors of a found scheme as a project takes them: as many as a scheme holds. */
export const takenFrom = ({ colors }: FoundScheme): FoundScheme['colors'] => colors.slice(0, MOST_SWATCHES)

/** Where schemes are found: the inspiration service, the shelf. */
export interface SchemeSource<Query, Found extends FoundScheme> {
  ask: (query: Query, from: number, signal: AbortSignal) => Promise<{ schemes: Found[]; total: number }>
}

/** How long words rest before they are asked for, in milliseconds. */
const REST = 250
/** After how many milliseconds it is said that an answer takes its time. */
const PATIENCE = 1500

/** What colors are typed to find schemes by: one to be near, or several. */
export const soughtColors = (typed: string): { near: string | null; several: string[] } => {
  const near = parseColor(typed)?.hex ?? null
  const several = near ? [] : readColors(typed).colors.map(({ hex }) => hex)
  return several.length > 1
    ? { near: null, several: several.slice(0, MOST_SWATCHES) }
    : { near: near ?? several[0] ?? null, several: [] }
}

/** What is looked for wherever schemes are found: words, a color to be near or several, and the locked swatches. */
export const useSought = () => {
  const history = useHistory()
  const words = ref('')
  const color = ref('')
  const sought = computed(() => soughtColors(color.value))
  const near = computed(() => sought.value.near)
  const several = computed(() => sought.value.several)
  const locked = computed(() => (history.settled?.scheme ?? []).filter(swatch => swatch.locked).map(({ hex }) => hex))
  return { words, color, near, several, locked }
}

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
      reason.value = own.signal.aborted ? 'Asking was canceled.' : reasonOf(error)
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
