<script setup lang="ts">
import { onUnmounted, ref } from 'vue'
import { hsbOf } from '#core/color/convert'
import type { Command } from '#core/commands/commands'
import { blendSchemes } from '#core/harmony/blend'
import type { Artwork } from '#core/document/artwork'
import type { Painted } from '#core/painting/painting'
import { colorsToTake, type FoundScheme } from '#core/interaction/finding'
import { useHistory } from '~/stores/history'

/**
 * A scheme that was found, as a strip or on an artwork: pointed at it is previewed in the project that is open; opened it is used as it
 * is, as base, or blended in. Where no project is open, the parent passes what can be done with it.
 */
const {
  scheme,
  test,
  seen = null,
} = defineProps<{
  scheme: FoundScheme
  opened: boolean
  test: string
  /** The artwork it is seen on, and what its colors become. */
  seen?: { artwork: Artwork; painted: Painted } | null
}>()
const emit = defineEmits<{ open: []; used: [] }>()
const history = useHistory()
const amount = ref(50)

const asIs = (): Command => ({ do: 'take colors', kind: 'shelf', title: scheme.name, colors: colorsToTake(scheme) })
const asBlend = (): Command => {
  const free = (history.settled?.scheme ?? []).filter(swatch => !swatch.locked)
  const hexes = blendSchemes(
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
  <li data-previews class="found relative border" :class="opened ? 'border-ink' : 'border-line hover:border-strong'">
    <button
      class="grid w-full grid-cols-[minmax(0,1fr)] gap-1 p-1.5 text-left"
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
      <span v-if="seen" class="block h-40 p-1" data-test="seen-on"
        ><ArtworkProof v-if="seen.painted.colors.size" :art="seen.artwork" v-bind="seen.painted"
      /></span>
      <span class="flex" :class="seen ? 'h-3' : 'h-9'"
        ><i
          v-for="({ hex, share }, i) in scheme.colors"
          :key="i"
          class="h-full"
          :style="{ background: hex, flex: `${share} 1 0` }"
      /></span>
      <span class="flex items-baseline justify-between gap-2"
        ><span class="max-w-full shrink-0 truncate" :title="scheme.name">{{ scheme.name }}</span
        ><span class="captions text-caption text-quiet"
          ><span v-for="(caption, i) in scheme.captions" :key="i" class="max-w-full truncate" :title="caption">{{
            caption
          }}</span></span
        ></span
      >
    </button>
    <slot name="corner" />
    <div v-if="opened" class="grid gap-2 border-t border-line p-1.5">
      <template v-if="history.settled">
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
            @focus="history.preview(asBlend())"
            @blur="history.preview(null)"
            @pointerleave="history.preview(null)"
            @click="history.runSaying(asBlend(), `Blended in ${amount}% of “${scheme.name}”.`)"
          >
            Blend {{ amount }}%
          </button>
        </p>
      </template>
      <slot />
    </div>
  </li>
</template>

<style scoped>
/* Captions stand whole on one line: those without room beside a long name fall on a second line, which is not shown. */
.captions {
  display: flex;
  flex-wrap: wrap;
  justify-content: flex-end;
  column-gap: 8px;
  min-width: 0;
  flex-grow: 1;
  height: 1lh;
  overflow: hidden;
}
/* What is out of sight is laid out when it comes into sight: a shelf can be long. */
.found {
  content-visibility: auto;
  contain-intrinsic-size: auto 70px;
}
</style>
