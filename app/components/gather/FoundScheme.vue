<script setup lang="ts">
import { hsbOf } from '../../../core/color/convert'
import type { Command } from '../../../core/commands/commands'
import { blended } from '../../../core/harmony/blend'
import type { FoundScheme } from '~/composables/useFinding'

/** A scheme that was found: pointed at it is previewed in the artwork; opened it is used as it is, as base, or blended in. */
const { scheme, test } = defineProps<{ scheme: FoundScheme; opened: boolean; test: string }>()
const emit = defineEmits<{ open: []; used: [] }>()
const history = useHistory()
const amount = ref(50)

const asIs = (): Command => ({ do: 'take colors', kind: 'shelf', title: scheme.name, colors: scheme.colors })
const asBlend = (): Command => {
  const free = (history.settled?.scheme ?? []).filter(swatch => !swatch.locked)
  const hexes = blended(
    free.map(({ hex }) => hex),
    scheme.colors.map(({ hex }) => hex),
    amount.value / 100,
  )
  return {
    do: 'take colors',
    kind: 'shelf',
    title: `${amount.value}% ${scheme.name}`,
    colors: hexes.map((hex, i) => ({ hex, name: null, share: free[i]?.share ?? null })),
  }
}
const useAsIs = (): void => {
  history.runSaying(asIs(), `The scheme is “${scheme.name}”.`)
  emit('used')
}
const useAsBase = (): void => {
  const [main] = scheme.colors
  if (main)
    history.run({
      do: 'set base',
      base: { hex: main.hex, hue: hsbOf(main.hex, history.settled?.base.hue).h, typed: main.hex },
    })
}
onUnmounted(() => history.preview(null))
</script>

<template>
  <li class="border" :class="opened ? 'border-ink' : 'border-line hover:border-strong'">
    <button
      class="grid w-full gap-1 p-1.5 text-left"
      :aria-expanded="opened"
      :aria-label="`${scheme.name}: ${scheme.words}`"
      :data-test="test"
      :data-colors="scheme.colors.map(({ hex }) => hex).join()"
      @click="emit('open')"
      @pointerenter="history.preview(asIs())"
      @pointerleave="history.preview(null)"
      @focus="history.preview(asIs())"
      @blur="history.preview(null)"
    >
      <span class="flex h-9"
        ><i
          v-for="({ hex, share }, i) in scheme.colors"
          :key="i"
          class="h-full"
          :style="{ background: hex, flex: `${share} 1 0` }"
      /></span>
      <span class="flex items-baseline justify-between gap-2"
        ><span class="truncate">{{ scheme.name }}</span
        ><span class="truncate text-caption text-quiet">{{ scheme.caption }}</span></span
      >
    </button>
    <div v-if="opened" class="grid gap-2 border-t border-line p-1.5">
      <p class="flex gap-1.5">
        <button class="control grow" @click="useAsIs">Use as is</button
        ><button class="control grow" @click="useAsBase()">As base</button>
      </p>
      <p class="flex items-center gap-1.5">
        <input
          v-model.number="amount"
          type="range"
          min="5"
          max="95"
          step="5"
          class="slide min-w-0 grow"
          aria-label="How much of it to blend in"
          @input="history.preview(asBlend())"
        />
        <button
          class="control"
          @pointerenter="history.preview(asBlend())"
          @pointerleave="history.preview(null)"
          @click="history.runSaying(asBlend(), `Blended in ${amount}% of “${scheme.name}”.`)"
        >
          Blend {{ amount }}%
        </button>
      </p>
      <slot />
    </div>
  </li>
</template>
