import { computed, ref } from 'vue'
import { readColorQuery } from '#core/interaction/finding'
import { useHistory } from '~/stores/history'

/** The query wherever schemes are found: words, a color to be near or several, and the locked swatches. */
export const useSought = () => {
  const history = useHistory()
  const words = ref('')
  const color = ref('')
  const sought = computed(() => readColorQuery(color.value))
  const near = computed(() => sought.value.near)
  const several = computed(() => sought.value.several)
  const locked = computed(() => (history.settled?.scheme ?? []).filter(swatch => swatch.locked).map(({ hex }) => hex))
  return { words, color, near, several, locked }
}
