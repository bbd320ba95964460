<script setup lang="ts">
import { computed } from 'vue'
import { TERMS } from '~/words/terms'
import { hsbOf } from '#core/color/convert'
import { rotate } from '#core/color/wheel'
import { ladder, LADDERS, RUNGS } from '#core/harmony/ladder'
import type { Base } from '#core/document/scheme'
import { sentence } from '#core/document/sentence'
import { useColorNames } from '~/composables/useColorNames'
import { useHistory } from '~/stores/history'
import { useRecentColors } from '~/composables/useRecentColors'

/** Colors near the base color and opposite, its names, and the colors last used: pointing previews, a click takes. */
const { base } = defineProps<{ base: Base }>()
const emit = defineEmits<{
  preview: [color: { hex: string; hue: number } | null]
  pick: [color: { hex: string; hue: number }]
}>()
const history = useHistory()
const { recent } = useRecentColors()
/** The base as it is, whatever is previewed. */
const settled = computed(() => history.settled?.base ?? base)
const names = useColorNames(() => settled.value.hex, 3)

/** Angles opposite the base on the wheel and beside that. */
const FACING = [150, 180, 210] as const
const rows = computed(() => {
  const { hex, hue } = settled.value
  const wheel = history.settled?.harmony.wheel ?? 'paint'
  return [
    ...LADDERS.map(kind => ({
      title: sentence(kind),
      colors: ladder(hex, kind, RUNGS.max),
    })),
    { title: 'Complements', colors: FACING.map(angle => rotate(wheel, hex, angle, hue)) },
    { title: 'Recently used', colors: recent.value },
  ].filter(({ colors }) => colors.length)
})
const asColor = (hex: string): { hex: string; hue: number } => ({ hex, hue: hsbOf(hex, settled.value.hue).h })
</script>

<template>
  <div class="grid grid-cols-[84px_minmax(0,1fr)] items-center gap-x-3 gap-y-1.5" data-test="base-neighbors">
    <template v-for="{ title, colors } in rows" :key="title">
      <h3>{{ title }}</h3>
      <ColorChips
        :title="title"
        :colors="colors"
        :taken="settled.hex"
        @preview="hex => emit('preview', hex === null ? null : asColor(hex))"
        @take="hex => emit('pick', asColor(hex))"
      />
    </template>
    <template v-if="names.length">
      <span class="text-caption text-quiet"
        ><WordHelp
          word="Names"
          :means="`The nearest named colors; point at one to see how far, in ΔE. ${TERMS.deltaE}`"
      /></span>
      <p class="flex flex-wrap gap-1">
        <button
          v-for="{ name, hex, away } in names"
          :key="name"
          class="control small px-1.5! text-caption"
          :title="away < 0.05 ? `${name} is ${hex}` : `${name} is ${hex}, ΔE ${away.toFixed(1)} away: use it as base`"
          data-test="base-name"
          @click="emit('pick', asColor(hex))"
        >
          <i class="size-3" :style="{ background: hex }" />{{ sentence(name) }}
        </button>
      </p>
    </template>
  </div>
</template>
