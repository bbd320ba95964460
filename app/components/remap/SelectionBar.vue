<script setup lang="ts">
import { computed } from 'vue'
import { countWords } from '#core/document/names'
import { onKeyStroke } from '@vueuse/core'
import { useHistory } from '~/stores/history'
import { useRemapping } from '~/stores/remapping'

/** Actions on the inks that are selected: send them to a swatch, leave them, have them matched again. */
const history = useHistory()
const remapping = useRemapping()
const all = computed(() => [...remapping.selected])
const clear = (): void => {
  remapping.selected = new Set()
}
const say = computed(() => (all.value.length === 1 ? `Ink ${all.value[0]}` : countWords(all.value.length, 'ink')))
onKeyStroke('Escape', clear)
</script>

<template>
  <div class="flex min-h-7 items-center gap-1" role="group" :aria-label="`${say} selected`" data-test="selection">
    <span class="mr-1 shrink-0">{{ say }} to</span>
    <button
      v-for="swatch in history.document?.scheme ?? []"
      :key="swatch.id"
      data-previews
      class="size-7 shrink border border-line hover:border-ink"
      :style="{ background: swatch.hex }"
      :aria-label="`Send to ${swatch.name}`"
      :title="swatch.name"
      :data-send="swatch.id"
      @pointerenter="
        history.preview({ do: 'retarget', inks: remapping.members(all), to: swatch.id, artwork: remapping.scope })
      "
      @pointerleave="history.preview(null)"
      @focus="
        history.preview({ do: 'retarget', inks: remapping.members(all), to: swatch.id, artwork: remapping.scope })
      "
      @blur="history.preview(null)"
      @click="remapping.send(all, swatch.id)"
    />
    <button class="control px-2!" @click="remapping.send(all, null)">Leave as is</button>
    <button class="control px-2!" title="Match them again, ignoring earlier choices" @click="remapping.release(all)">
      Match again
    </button>
    <button class="control bare ml-auto px-2!" @click="clear">Clear</button>
  </div>
</template>
