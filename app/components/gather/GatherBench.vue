<script setup lang="ts">
import { useDropZone, useEventListener } from '@vueuse/core'
import { STARTS, type Start } from '~/composables/useStart'

const history = useHistory()
const gathering = useGathering()
const byArrow = useRovingRadio()

const start = useStart()
const countOf = (each: Start): number =>
  each === 'references' ? gathering.references.length : each === 'artwork' ? (history.document?.artwork.length ?? 0) : 0

const incoming = useIncoming(
  (what, id) => {
    start.value = what
    if (what === 'references') gathering.looked = id
  },
  () => (start.value === 'artwork' ? 'artwork' : 'references'),
)
const main = ref<HTMLElement | null>(null)
onMounted(() => {
  main.value = document.querySelector('main')
})
const { isOverDropZone } = useDropZone(main, {
  multiple: true,
  onDrop: (files, event) => {
    if (files?.length) return void incoming.add(files)
    const text = event.dataTransfer?.getData('text/plain') ?? ''
    if (text.trim()) incoming.takePasted(text)
  },
})
useEventListener(document, 'paste', event => {
  if (event.defaultPrevented || !event.clipboardData) return
  const files = [...event.clipboardData.files]
  const typing = event.target instanceof HTMLElement && /^(INPUT|TEXTAREA)$/.test(event.target.tagName)
  if (files.length) {
    event.preventDefault()
    void incoming.add(files)
  } else if (!typing) {
    event.preventDefault()
    const text = event.clipboardData.getData('text/plain')
    if (text.trim()) incoming.takePasted(text)
  }
})
watch(
  [() => gathering.asked, () => start.value === 'references'],
  ([, shown]) => {
    if (shown) void gathering.refresh()
  },
  { immediate: true },
)
</script>

<template>
  <div
    class="grid min-h-full grid-cols-[minmax(0,1fr)] content-start gap-3 p-5 pt-3"
    :class="{ 'outline-2 -outline-offset-4 outline-accent': isOverDropZone }"
    data-test="gather"
  >
    <div role="radiogroup" aria-label="Start from" class="flex" @keydown="byArrow">
      <button
        v-for="{ start: each, title } in STARTS"
        :key="each"
        role="radio"
        class="choice"
        :aria-checked="start === each"
        :tabindex="start === each ? 0 : -1"
        @click="start = each"
      >
        {{ title }} <span v-if="countOf(each)" class="value text-quiet">{{ countOf(each) }}</span>
      </button>
    </div>
    <IncomingReport :incoming="incoming" />
    <BaseColor v-if="start === 'color'" :take-text="incoming.takeText" />
    <ReferencePane v-else-if="start === 'references'" @add="incoming.add" />
    <InspirationPane v-else-if="start === 'inspiration'" />
    <ArtworkList v-else :adding="incoming" />
  </div>
</template>
