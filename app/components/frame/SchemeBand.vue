<script setup lang="ts">
import type { Swatch } from '../../../core/project/schema'
import { lchOf } from '../../../core/color/convert'

const project = useProject()
const notices = useNotices()
const scheme = computed(() => project.document?.scheme ?? [])
const total = computed(() => scheme.value.reduce((sum, { share }) => sum + share, 0))
const ticks = Array.from({ length: 21 }, (_, i) => i * 5)

const copy = (swatch: Swatch): Promise<void | null> => notices.attempt(async () => {
  await navigator.clipboard.writeText(swatch.hex)
  notices.say(`Copied ${swatch.hex}.`)
})
const lettersOn = (hex: string): string => lchOf(hex).l > 0.66 ? 'rgb(0 0 0)' : 'rgb(255 255 255)'
</script>

<template>
  <footer class="h-28 border-t border-line bg-panel px-4 pt-2" aria-label="Scheme" data-test="band">
    <div class="relative h-2" aria-hidden="true">
      <i v-for="tick in ticks" :key="tick" class="absolute bottom-0 w-px bg-strong" :style="{ left: `${tick}%`, height: tick % 25 === 0 ? '7px' : '3px' }" />
    </div>
    <ol class="flex border-t border-strong pt-1">
      <li v-for="swatch in scheme" :key="swatch.id" class="min-w-0 pr-0.5" :style="{ flex: `${swatch.share / total} 1 64px` }">
        <button
          class="swatch-block" :style="{ background: swatch.hex, color: lettersOn(swatch.hex) }" :aria-label="`Copy ${swatch.name}, ${swatch.hex}`" :title="`Copy ${swatch.hex}`"
          data-test="swatch" :data-hex="swatch.hex" @click="copy(swatch)"
        >
          <span class="text-caption">{{ Math.round(swatch.share / total * 100) }}%</span>
        </button>
        <p class="truncate pt-1 leading-4">{{ swatch.name }}</p>
        <p class="flex min-w-0 items-baseline gap-2 overflow-hidden"><span class="value">{{ swatch.hex }}</span><span class="truncate text-caption text-quiet">{{ swatch.role }}</span></p>
      </li>
    </ol>
  </footer>
</template>

<style scoped>
.swatch-block {
  display: flex; align-items: end; justify-content: flex-start; width: 100%; height: 46px; padding: 2px 6px;
  clip-path: polygon(0 0, calc(100% - 8px) 0, 100% 8px, 100% 100%, 0 100%);
}
.swatch-block:focus-visible { outline: none; box-shadow: inset 0 0 0 2px var(--panel), inset 0 0 0 4px var(--accent); }
</style>
