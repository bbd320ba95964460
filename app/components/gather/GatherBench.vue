<script setup lang="ts">
import { useDropZone } from '@vueuse/core'
import { hsbOf, lchOf, rgbOf } from '../../../core/color/convert'
import { parseColor } from '../../../core/color/parse'
import type { Base } from '../../../core/project/schema'

const project = useProject()
const files = useArtworkFiles()
const base = computed(() => project.document?.base)
const typed = ref('')
const problem = ref('')
watch(() => base.value?.typed, text => { if (text !== undefined) typed.value = text }, { immediate: true })

const set = (next: Base): void => {
  problem.value = ''
  project.run({ do: 'set base', base: next })
}
const take = (): void => {
  const color = parseColor(typed.value)
  if (color) set({ hex: color.hex, hue: color.hue, typed: typed.value.trim() })
  else problem.value = typed.value.trim() ? `“${typed.value.trim().slice(0, 40)}” is not a color. Try #2e4f7f, 46 79 127, 216° 64% 50%, teal or cmyk(64 38 0 50).` : 'Type a color first.'
}
const previewPick = (color: { hex: string, hue: number } | null): void =>
  project.preview(color && { do: 'set base', base: { ...color, typed: color.hex } })
const pick = (color: { hex: string, hue: number }): void => {
  set({ ...color, typed: color.hex })
  typed.value = color.hex
}
const readings = computed(() => {
  const hex = base.value?.hex
  if (!hex) return []
  const [rgb, hsb, lch] = [rgbOf(hex), hsbOf(hex, base.value?.hue), lchOf(hex)]
  return [
    ['Hex', hex],
    ['RGB', [rgb.r, rgb.g, rgb.b].map(value => Math.round(value * 255)).join(' ')],
    ['HSB', `${Math.round(hsb.h)}° ${Math.round(hsb.s * 100)}% ${Math.round(hsb.b * 100)}%`],
    ['OKLCH', `${(lch.l * 100).toFixed(1)}% ${lch.c.toFixed(3)} ${Math.round(lch.h)}°`],
  ] as const
})
const inks = computed(() => files.files.get(project.artwork?.hash ?? '')?.inks.slice(0, 18) ?? [])

const zone = useTemplateRef<HTMLElement>('zone')
const adding = useArtworkAdding()
const { isOverDropZone } = useDropZone(zone, { onDrop: dropped => { if (dropped?.length) void adding.add(dropped) }, multiple: true })
</script>

<template>
  <div ref="zone" class="grid min-h-full content-start gap-4 p-5 pt-3" :class="{ 'outline-2 -outline-offset-4 outline-accent': isOverDropZone }" data-test="gather">
    <section class="grid gap-3" aria-labelledby="base-title">
      <h2 id="base-title">Base color</h2>
      <div class="grid grid-cols-[1fr_200px] gap-5">
        <div class="grid content-start gap-3">
          <form class="flex gap-2" @submit.prevent="take">
            <input v-model="typed" class="field min-w-0 grow" aria-label="Base color in any notation" spellcheck="false" autocomplete="off" maxlength="200" placeholder="#2e4f7f" data-test="base-field" :aria-invalid="Boolean(problem)" aria-describedby="base-problem">
            <button class="control">Set</button>
          </form>
          <p v-if="problem" id="base-problem" class="text-caption" role="alert">▲ {{ problem }}</p>
          <ColorPicker v-if="base" :hex="base.hex" :hue="base.hue" @preview="previewPick" @pick="pick" />
        </div>
        <div class="grid content-start gap-3">
          <div class="chamfer h-20" :style="{ background: base?.hex }" />
          <dl class="grid grid-cols-[52px_1fr] gap-y-1">
            <template v-for="[name, value] in readings" :key="name"><dt class="text-caption text-quiet">{{ name }}</dt><dd class="value">{{ value }}</dd></template>
          </dl>
        </div>
      </div>
      <div v-if="inks.length" class="grid gap-1">
        <h3>From the inks of {{ project.artwork?.name }}</h3>
        <ul class="flex flex-wrap gap-1">
          <li v-for="{ hex } in inks" :key="hex">
            <button class="block size-6" :style="{ background: hex }" :aria-label="`Take ${hex} as base`" :title="`Take ${hex} as base`" @click="pick({ hex, hue: hsbOf(hex, base?.hue).h })" />
          </li>
        </ul>
      </div>
    </section>
    <ArtworkList :adding="adding" />
  </div>
</template>

<style scoped>
.chamfer { clip-path: polygon(0 0, calc(100% - 8px) 0, 100% 8px, 100% 100%, 0 100%); }
</style>
