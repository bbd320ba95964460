<script setup lang="ts">
import { computed, useTemplateRef } from 'vue'
import { useElementSize } from '@vueuse/core'
import { restingPointer } from '~/browser/restingPointer'
import { useHand } from '~/composables/usePointerKind'

/** Colors to choose from: pointing previews, a click takes. Arrow keys go along. */
const { title, colors, taken = '' } = defineProps<{ title: string; colors: readonly string[]; taken?: string }>()
const emit = defineEmits<{ preview: [hex: string | null]; take: [hex: string] }>()
const pointer = restingPointer()
const all = useTemplateRef<HTMLElement>('all')
const { width } = useElementSize(all)
const { min } = useHand()
/** As many in a row that rows are of one length: none is left over for the last. */
const columns = computed(() => {
  const rows = Math.ceil(colors.length / Math.max(1, Math.floor(width.value / min.value)))
  return Math.ceil(colors.length / rows)
})
const take = (hex: string, event: MouseEvent): void => {
  pointer.rest(event)
  emit('take', hex)
}
</script>

<template>
  <div
    ref="all"
    v-one-stop="{ of: '.chip' }"
    class="grid"
    :style="{ gridTemplateColumns: `repeat(${columns}, minmax(0, 1fr))` }"
    data-previews
    role="group"
    :aria-label="title"
    @pointerleave="emit('preview', null)"
  >
    <button
      v-for="(hex, i) in colors"
      :key="i"
      class="chip"
      :class="{ taken: hex === taken }"
      :style="{ background: hex }"
      :aria-label="`${title}, ${hex}`"
      :title="hex"
      :data-chip="hex"
      @pointerenter="pointer.rests($event) || emit('preview', hex)"
      @focus="emit('preview', hex)"
      @blur="emit('preview', null)"
      @click="take(hex, $event)"
    />
  </div>
</template>

<style scoped>
.chip {
  height: var(--low);
}
:root:not([data-pressed='pointer']) .chip:focus-visible,
.chip:hover {
  outline: none;
  box-shadow:
    inset 0 0 0 2px var(--panel),
    inset 0 0 0 3px var(--text);
}
.chip.taken {
  box-shadow:
    inset 0 -4px 0 var(--panel),
    inset 0 -6px 0 var(--text);
}
</style>
