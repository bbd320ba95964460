<script setup lang="ts">
import { computed, nextTick, onMounted, onUnmounted, ref, useTemplateRef, watch } from 'vue'
import { onKeyStroke, useElementSize } from '@vueuse/core'
import { ArrowsPointingInIcon } from '@heroicons/vue/20/solid'
import { LAYOUTS, useLineUp } from '~/stores/lineUp'
import { usePainting } from '~/stores/painting'

/** The colorways laid over stage and bench, as a wall of one artwork or as rows of all; two of them are compared there. */
const lineUp = useLineUp()
const painting = usePainting()
const sheet = useTemplateRef<HTMLElement>('sheet')
const room = useTemplateRef<HTMLElement>('room')
const { width, height } = useElementSize(room)
const comparing = ref(false)
watch(
  () => lineUp.pair,
  pair => {
    if (!pair) comparing.value = false
  },
)
/** As many columns as make the pieces largest in the room there is. */
const laid = computed(() => {
  const count = Math.max(1, lineUp.colorways.length)
  if (lineUp.layout === 'rows') return { columns: 1, height: Math.max(160, Math.min(360, height.value / 2 - 60)) }
  const ratio = painting.piece ? painting.piece.width / painting.piece.height : 1
  const sizes = Array.from({ length: count }, (_, i) => {
    const rows = Math.ceil(count / (i + 1))
    const fits = Math.min(width.value / (i + 1) / ratio, height.value / rows - 64)
    return { columns: i + 1, height: Math.max(120, Math.floor(fits)) }
  })
  return sizes.reduce((best, each) => (each.height > best.height ? each : best))
})

/** The focus comes along: to the line-up, and back to what laid it. */
onMounted(() => sheet.value?.focus())
onUnmounted(() => void nextTick(() => document.querySelector<HTMLElement>('[data-test=lay-line-up]')?.focus()))
onKeyStroke('Escape', event => {
  if (event.defaultPrevented || document.querySelector('[role=dialog], [role=menu]')) return
  if (comparing.value) comparing.value = false
  else lineUp.large = false
})
</script>

<template>
  <section
    ref="sheet"
    class="line-up absolute inset-0 z-20 grid gap-2 bg-panel px-5 py-3"
    aria-label="Line-up"
    tabindex="-1"
    data-test="line-up"
  >
    <div class="flex items-center gap-3">
      <h2>Line-up</h2>
      <ChoiceRow
        v-model="lineUp.layout"
        look="choice px-3"
        label="Layout"
        :choices="LAYOUTS.map(value => ({ value, title: value }))"
      />
      <button
        class="control"
        :disabled="!lineUp.pair"
        :aria-pressed="comparing"
        title="Mark two to compare them"
        data-test="compare-colorways"
        @click="comparing = !comparing"
      >
        Compare two
      </button>
      <button class="control ml-auto" data-test="line-up-back" @click="lineUp.large = false">
        <ArrowsPointingInIcon class="size-4" />Stage and bench
      </button>
    </div>
    <div ref="room" class="min-h-0 overflow-y-auto">
      <ColorwayPair v-if="comparing && lineUp.pair" :pair="lineUp.pair" />
      <ColorwayTiles v-else :height="laid.height" :columns="laid.columns" :all="lineUp.layout === 'rows'" />
    </div>
  </section>
</template>

<style scoped>
.line-up {
  grid-template: 28px minmax(0, 1fr) / minmax(0, 1fr);
  outline-offset: -2px;
}
</style>
