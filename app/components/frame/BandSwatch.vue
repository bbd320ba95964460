<script setup lang="ts">
import { computed } from 'vue'
import { LinkIcon, LockClosedIcon } from '@heroicons/vue/20/solid'
import { contrastOf, inkOn, ratioWords } from '#core/color/contrast'
import type { Swatch } from '#core/document/scheme'
import { bandLabel, cutLooseWords, lettersWords } from '#core/interaction/band'
import { useCopying } from '~/composables/useCopying'
import { useStage } from '~/stores/stage'

/** One swatch of the band: its block, its ladder, its name and value. */
const { swatch, percent, cover, width } = defineProps<{
  swatch: Swatch
  /** Its color as the stage shows it: printed, or as it is. */
  color: string
  /** A filter of CSS for the eyes it is seen by. */
  filter: string | undefined
  /** Its share, in percent of the sum of all shares. */
  percent: number
  /** The fraction of the artwork that it covers; undefined without artwork. */
  cover: number | undefined
  total: number
  /** Width in pixels. */
  width: number
  rungs: readonly string[]
  /** True if it says whether black or white letters read better on it. */
  letters: boolean
  expanded: boolean
  cutLoose: boolean
}>()
const emit = defineEmits<{ open: []; key: [event: KeyboardEvent] }>()
const stage = useStage()
const { copy } = useCopying()
/** Below this width, in pixels, the name is small, and the hex value fills its line. */
const NARROW = 96
const coverWords = computed(() =>
  cover === undefined ? '' : `meant to cover ${percent}%, covers ${Math.round(cover * 100)}%. `,
)
</script>

<template>
  <button
    class="swatch-block"
    :style="{ background: color, color: inkOn(swatch.hex), filter }"
    :aria-label="bandLabel(swatch, total, cover)"
    :title="`${swatch.name}: ${coverWords}L ${swatch.locked ? 'unlocks' : 'locks'} it`"
    :aria-expanded="expanded"
    data-test="swatch"
    :data-hex="swatch.hex"
    :data-swatch-id="swatch.id"
    @click="emit('open')"
    @focus="stage.pickedId = swatch.id"
    @keydown="emit('key', $event)"
  >
    <span class="text-caption" data-percent>{{ percent }}%</span>
    <LockClosedIcon v-if="swatch.locked" class="ml-auto size-3.5" aria-hidden="true" />
    <span
      v-if="cutLoose && width < NARROW"
      class="ml-auto"
      role="img"
      :aria-label="cutLooseWords(swatch)"
      :title="cutLooseWords(swatch)"
      ><LinkIcon class="size-3"
    /></span>
    <span
      v-if="letters"
      class="ml-auto flex items-baseline gap-1 text-caption"
      data-test="letters"
      :title="lettersWords(swatch.hex)"
      ><b v-if="width >= NARROW" class="text-[15px] font-semibold leading-4">Aa</b
      >{{ ratioWords(contrastOf(swatch.hex, inkOn(swatch.hex)))
      }}<span class="sr-only">{{ lettersWords(swatch.hex) }}</span></span
    >
  </button>
  <LadderStrip :rungs="rungs" />
  <p class="grid h-[26px] content-end" :title="swatch.name">
    <span
      class="line-clamp-2 pb-px leading-[13px] wrap-break-word [word-spacing:0.08em] first-letter:uppercase"
      :class="width < NARROW ? 'text-caption' : 'pr-1 text-[12px]'"
      >{{ swatch.name }}</span
    >
  </p>
  <p class="flex h-4 min-w-0 items-center gap-2 overflow-hidden">
    <button
      class="value -my-1 h-6 hover:underline finger:-my-3 finger:h-10"
      :aria-label="`Copy ${swatch.hex}`"
      title="Copy"
      tabindex="-1"
      data-copy
      @click="copy(swatch.hex, `Copied ${swatch.hex}.`)"
    >
      {{ swatch.hex }}
    </button>
    <span
      v-if="cutLoose && width >= NARROW"
      role="img"
      :aria-label="cutLooseWords(swatch)"
      :title="cutLooseWords(swatch)"
      ><LinkIcon class="size-3 shrink-0" /></span
    ><span v-if="width > 112" class="truncate text-caption text-quiet">{{ swatch.role }}</span>
  </p>
</template>

<style scoped>
.swatch-block {
  display: flex;
  align-items: end;
  justify-content: flex-start;
  width: calc(100% - 2px);
  height: 40px;
  padding: 2px 6px;
  clip-path: polygon(0 0, calc(100% - 8px) 0, 100% 8px, 100% 100%, 0 100%);
}
:root:not([data-pressed='pointer']) .swatch-block:focus-visible,
.swatch-block[aria-expanded='true'] {
  outline: none;
  box-shadow:
    inset 0 0 0 2px var(--panel),
    inset 0 0 0 4px var(--accent);
}
</style>
