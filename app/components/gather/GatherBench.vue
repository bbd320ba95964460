<script setup lang="ts">
import { watch } from 'vue'
import { type Start, STARTS, useStart } from '~/composables/useStart'
import { useArrivals } from '~/stores/arrivals'
import { useGathering } from '~/stores/gathering'
import { useHistory } from '~/stores/history'
import { useIncoming } from '~/composables/useIncoming'

const history = useHistory()
const gathering = useGathering()

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
/** Takes files that were dropped or pasted anywhere. */
const arrivals = useArrivals()
watch(
  () => arrivals.waiting,
  () => {
    const arrival = arrivals.take()
    if (arrival?.files.length) void incoming.add(arrival.files)
    else if (arrival) void incoming.takePasted(arrival.text)
  },
  { immediate: true },
)
watch(
  [() => gathering.asked, () => start.value === 'references'],
  ([, shown]) => {
    if (shown) void gathering.refresh()
  },
  { immediate: true },
)
</script>

<template>
  <div class="grid min-h-full grid-cols-[minmax(0,1fr)] content-start gap-3 p-5 pt-3" data-test="gather">
    <TabRow
      v-model="start"
      label="Start from"
      :tabs="STARTS.map(({ start: value, title }) => ({ value, title, count: countOf(value) }))"
    />
    <IncomingReport :incoming="incoming" with-artwork />
    <BaseColor v-if="start === 'color'" :take-text="incoming.takeText" />
    <ReferencePane v-else-if="start === 'references'" @add="incoming.add" />
    <InspirationPane v-else-if="start === 'inspiration'" />
    <ShelfPane v-else-if="start === 'shelf'" />
    <ArtworkList v-else :adding="incoming" />
  </div>
</template>
