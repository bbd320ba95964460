<script setup lang="ts">
import { onClickOutside, onKeyStroke, useElementSize } from '@vueuse/core'
import { LinkIcon, LockClosedIcon } from '@heroicons/vue/20/solid'
import { lchOf } from '../../../core/color/convert'
import { sourceOf } from '../../../core/project/gather'
import type { Swatch } from '../../../core/project/schema'

/** The scheme at the foot of every step: swatches as wide as their share. A click opens the card of one, L locks it, a click on its value copies it. */
const project = useProject()
const copy = useCopying()
const band = useTemplateRef<HTMLElement>('band')
const card = useTemplateRef<HTMLElement>('card')
const { width } = useElementSize(band)
const scheme = computed(() => project.document?.scheme ?? [])
const total = computed(() => scheme.value.reduce((sum, { share }) => sum + share, 0))
const ticks = Array.from({ length: 21 }, (_, i) => i * 5)
const CARD = 300

const opened = ref<string | null>(null)
const left = ref(0)
const openedSwatch = computed(() => scheme.value.find(({ id }) => id === opened.value) ?? null)
const open = (swatch: Swatch, event: Event): void => {
  const [block, frame] = [(event.currentTarget as HTMLElement).getBoundingClientRect(), band.value?.getBoundingClientRect()]
  left.value = Math.max(8, Math.min(block.left - (frame?.left ?? 0), width.value + 32 - CARD - 8))
  opened.value = opened.value === swatch.id ? null : swatch.id
}
const close = (): void => {
  const id = opened.value
  opened.value = null
  band.value?.querySelector<HTMLElement>(`[data-swatch-id="${id}"]`)?.focus()
}
onKeyStroke('Escape', () => { if (opened.value) close() })
onClickOutside(card, event => { if (!(event.target as HTMLElement).closest('[data-swatch-id], [data-test=notices]')) opened.value = null })

const lock = ({ id, locked }: Swatch): void => project.run({ do: 'lock', id, locked: !locked })
const lettersOn = (hex: string): string => lchOf(hex).l > 0.66 ? 'rgb(0 0 0)' : 'rgb(255 255 255)'
const isCut = (swatch: Swatch): boolean => !swatch.tied && project.document !== null && sourceOf(project.document, swatch) !== null
</script>

<template>
  <footer ref="band" class="relative h-28 border-t border-line bg-panel px-4 pt-2" aria-label="Scheme" data-test="band">
    <div v-if="openedSwatch" ref="card" class="absolute bottom-[108px] z-40" :style="{ left: `${left}px` }"><SwatchCard :key="openedSwatch.id" :swatch="openedSwatch" @close="close" /></div>
    <div class="relative h-2" aria-hidden="true">
      <i v-for="tick in ticks" :key="tick" class="absolute bottom-0 w-px bg-strong" :style="{ left: `${tick}%`, height: tick % 25 === 0 ? '7px' : '3px' }" />
    </div>
    <ol class="flex border-t border-strong pt-1">
      <li v-for="swatch in scheme" :key="swatch.id" class="min-w-0 pr-0.5" :style="{ flex: `${swatch.share / total} 1 64px` }">
        <button
          class="swatch-block" :style="{ background: swatch.hex, color: lettersOn(swatch.hex) }" :aria-label="`${swatch.name}, ${swatch.hex}, ${swatch.role}${swatch.locked ? ', locked' : ''}`" :title="`${swatch.name}: L ${swatch.locked ? 'unlocks' : 'locks'} it`"
          :aria-expanded="opened === swatch.id" data-test="swatch" :data-hex="swatch.hex" :data-swatch-id="swatch.id" @click="open(swatch, $event)" @keydown.l="lock(swatch)"
        >
          <span class="text-caption">{{ Math.round(swatch.share / total * 100) }}%</span>
          <LockClosedIcon v-if="swatch.locked" class="ml-auto size-3.5" aria-hidden="true" />
        </button>
        <p class="truncate pt-1 leading-4">{{ swatch.name }}</p>
        <p class="flex min-w-0 items-center gap-2 overflow-hidden">
          <button class="value hover:underline" :aria-label="`Copy ${swatch.hex}`" title="Copy" @click="copy(swatch.hex, `Copied ${swatch.hex}.`)">{{ swatch.hex }}</button>
          <span v-if="isCut(swatch)" role="img" aria-label="Edited by hand: the tie to where it came from is cut" title="Edited by hand: the tie to where it came from is cut"><LinkIcon class="size-3 shrink-0 opacity-40" /></span><span class="truncate text-caption text-quiet">{{ swatch.role }}</span>
        </p>
      </li>
    </ol>
  </footer>
</template>

<style scoped>
.swatch-block {
  display: flex; align-items: end; justify-content: flex-start; width: 100%; height: 46px; padding: 2px 6px;
  clip-path: polygon(0 0, calc(100% - 8px) 0, 100% 8px, 100% 100%, 0 100%);
}
.swatch-block:focus-visible, .swatch-block[aria-expanded='true'] { outline: none; box-shadow: inset 0 0 0 2px var(--panel), inset 0 0 0 4px var(--accent); }
</style>
