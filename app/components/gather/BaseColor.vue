<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { countWords } from '#core/document/names'
import { displayTitle } from '#core/formats/fileName'
import { useEyeDropper } from '@vueuse/core'
import { EyeDropperIcon } from '@heroicons/vue/20/solid'
import { hsbOf, lchOf, rgbOf } from '#core/color/convert'
import { okDistance } from '#core/color/difference'
import { parseColor } from '#core/color/parse'
import { MAX_SWATCHES } from '#core/document/limits'
import type { Base } from '#core/document/scheme'
import { documentDesk } from '~/browser/documentDesk'
import { useArtworkFiles } from '~/stores/artwork'
import { useHistory } from '~/stores/history'
import { useNotices } from '~/stores/notices'
import { usePainting } from '~/stores/painting'
import { useRecentColors } from '~/composables/useRecentColors'

/** The base color: typed in any notation, picked, lifted from the screen or from the artwork's inks. */
const { takeText } = defineProps<{ takeText: (text: string, title: string) => Promise<boolean> }>()
const history = useHistory()
const painting = usePainting()
const files = useArtworkFiles()
const notices = useNotices()
const dropper = useEyeDropper()
const base = computed(() => history.document?.base)
const typed = ref('')
const problem = ref('')
watch(
  () => base.value?.typed,
  text => {
    if (text !== undefined) typed.value = text
  },
  { immediate: true },
)

const { remember } = useRecentColors()
const set = (next: Base): void => {
  problem.value = ''
  remember(next.hex)
  history.run({ do: 'set base', base: next })
}
const take = async (): Promise<void> => {
  const text = typed.value.trim()
  const color = parseColor(text)
  problem.value = ''
  if (color) set({ hex: color.hex, hue: color.hue, typed: text })
  else if (!text) problem.value = 'Type a color first.'
  else if (!(await takeText(text, 'what was typed')))
    problem.value = `“${text.slice(0, 40)}” is not a color. Try #2e4f7f, 46 79 127, 216° 64% 50%, C64 M38 Y0 K50 or teal.`
}
/** A list pasted into the field is a scheme, not a base. */
const paste = (event: ClipboardEvent): Promise<void | null> =>
  notices.attempt(async () => {
    const [text, before] = [event.clipboardData?.getData('text/plain') ?? '', typed.value]
    if (parseColor(text) || (await documentDesk.at().readColors(text)).colors.length < 2) return
    typed.value = before
    await takeText(text, 'the pasted text')
  })
const previewPick = (color: { hex: string; hue: number } | null): void =>
  history.preview(color && { do: 'set base', base: { ...color, typed: color.hex } })
const pick = (color: { hex: string; hue: number }): void => {
  set({ ...color, typed: color.hex })
  typed.value = color.hex
}
/** A person who looks and then decides against it has done nothing wrong. */
const lift = async (): Promise<void> => {
  const picked = await dropper.open().catch(() => undefined)
  const hex = picked && parseColor(picked.sRGBHex)?.hex
  if (hex) pick({ hex, hue: hsbOf(hex, base.value?.hue).h })
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
const inks = computed(() => files.files.get(painting.artwork?.hash ?? '')?.inks ?? [])

/** Minimum distance in OKLab of inks that are each worth a swatch. */
const APART = 0.06
const takeInks = (): void => {
  const chosen = inks.value.reduce<Array<{ hex: string; area: number }>>(
    (all, ink) =>
      all.length < MAX_SWATCHES && all.every(({ hex }) => okDistance(hex, ink.hex) > APART) ? [...all, ink] : all,
    [],
  )
  const title = painting.artwork?.name ?? 'the artwork'
  history.runSaying(
    {
      do: 'take colors',
      kind: 'ink',
      title,
      colors: chosen.map(({ hex, area }) => ({ hex, name: null, share: Math.min(1, area) })),
    },
    `Took ${countWords(chosen.length, 'ink')} of “${title}” as the scheme.`,
  )
}
</script>

<template>
  <section class="grid gap-4" aria-labelledby="base-title">
    <h2 id="base-title">Base color</h2>
    <div class="grid grid-cols-[minmax(0,1fr)_180px] gap-5 xl:grid-cols-[minmax(0,1fr)_200px]">
      <div class="grid grid-cols-[minmax(0,1fr)] content-start gap-3">
        <form class="flex gap-2" @submit.prevent="take">
          <input
            v-model="typed"
            class="field min-w-0 grow"
            aria-label="Base color in any notation"
            spellcheck="false"
            autocomplete="off"
            maxlength="2000"
            placeholder="#2e4f7f"
            data-test="base-field"
            :aria-invalid="Boolean(problem)"
            aria-describedby="base-problem"
            @paste="paste"
          />
          <button class="control">Use</button>
          <button
            v-if="dropper.isSupported.value"
            type="button"
            class="control px-1.5"
            title="Pick a color from anywhere on the screen"
            aria-label="Pick a color from the screen"
            @click="lift"
          >
            <EyeDropperIcon class="size-4" />
          </button>
        </form>
        <p v-if="problem" id="base-problem" class="text-caption" role="alert">▲ {{ problem }}</p>
        <ColorPicker v-if="base" :hex="base.hex" :hue="base.hue" @preview="previewPick" @pick="pick" />
      </div>
      <div class="grid content-start gap-3">
        <div class="chamfer h-20" :style="{ background: base?.hex }" />
        <dl class="grid grid-cols-[52px_1fr] gap-y-1">
          <template v-for="[name, value] in readings" :key="name"
            ><dt class="text-caption text-quiet">{{ name }}</dt>
            <dd class="value">{{ value }}</dd></template
          >
        </dl>
      </div>
    </div>
    <BaseNeighbors v-if="base" :base="base" @preview="previewPick" @pick="pick" />
    <p class="text-caption text-quiet">
      Paste a list of colors anywhere in this step to make it the scheme: hex codes, CSS, design tokens, CSV, or an
      email with codes in it.
    </p>
    <div v-if="inks.length" class="grid gap-2">
      <div class="flex items-center justify-between gap-3">
        <h3>From the inks of {{ displayTitle(painting.artwork?.name ?? '') }}</h3>
        <button class="control" @click="takeInks">Use its inks as the scheme</button>
      </div>
      <ul v-one-stop="{ of: 'button' }" class="flex flex-wrap gap-1" :aria-label="`Inks of ${painting.artwork?.name}`">
        <li v-for="{ hex } in inks.slice(0, 36)" :key="hex">
          <button
            class="block size-6"
            :style="{ background: hex }"
            :aria-label="`Use ${hex} as base`"
            :title="`Use ${hex} as base`"
            @click="pick({ hex, hue: hsbOf(hex, base?.hue).h })"
          />
        </li>
      </ul>
    </div>
  </section>
</template>

<style scoped>
.chamfer {
  clip-path: polygon(0 0, calc(100% - 8px) 0, 100% 8px, 100% 100%, 0 100%);
}
</style>
