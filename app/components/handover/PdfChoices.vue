<script setup lang="ts">
import { computed } from 'vue'
import { PDF_WAYS } from '#core/handover/options'
import { useArtworkFiles } from '~/stores/artwork'
import { useHandOver } from '~/stores/handOver'
import { useHistory } from '~/stores/history'

/** Choices of files for artwork that came as pages of a PDF, and of its spot colors where they change. */
const handOver = useHandOver()
const history = useHistory()
const files = useArtworkFiles()

const TITLES = { pdf: 'The PDF it came as', svg: 'SVG of each page' } as const

const pages = computed(() => handOver.everything.filter(({ id, page }) => page && handOver.artwork.includes(id)))
/** The spot colors of what is chosen, by name. */
const spots = computed(() => {
  const inks = pages.value.flatMap(({ hash }) => files.files.get(hash)?.inks ?? [])
  const names = inks.flatMap(({ inPdf = [] }) =>
    inPdf.flatMap(({ space, spots: own = [] }) => (space === 'spot' ? own : [])),
  )
  return [...new Set(names)].sort()
})
const isPlate = (name: string): boolean => handOver.how.spots[name] !== undefined
const setPlate = (name: string, wanted: boolean): void => {
  const { [name]: _, ...others } = handOver.how.spots
  handOver.how.spots = wanted ? { ...others, [name]: `${name} new` } : others
}
const rename = (name: string, to: string): void => {
  if (to.trim()) handOver.how.spots = { ...handOver.how.spots, [name]: to.trim() }
}
/** True if shapes of a page are painted by hand: the PDF is written without that. */
const isTouched = computed(() => pages.value.some(({ id }) => history.settled?.remap.touches[id]?.length))
</script>

<template>
  <template v-if="pages.length">
    <span>PDF</span>
    <div class="flex flex-wrap gap-x-4 gap-y-1">
      <label v-for="way in PDF_WAYS" :key="way" class="flex items-center gap-1.5"
        ><input v-model="handOver.how.pdf" type="checkbox" class="size-4 accent-accent" :value="way" />{{
          TITLES[way]
        }}</label
      >
    </div>
    <template v-if="handOver.how.pdf.includes('pdf')">
      <template v-if="spots.length">
        <span class="self-start pt-1">Spot colors</span>
        <ul class="grid gap-1.5" data-test="spot-colors">
          <li v-for="name in spots" :key="name" class="flex flex-wrap items-center gap-x-3 gap-y-1">
            <span class="min-w-24 wrap-anywhere">{{ name }}</span>
            <label class="flex items-center gap-1.5"
              ><input
                type="checkbox"
                class="size-4 accent-accent"
                :checked="isPlate(name)"
                @change="setPlate(name, ($event.target as HTMLInputElement).checked)"
              />{{
                isPlate(name) ? 'stays a plate of its own, named' : 'stays a plate of its own (otherwise process inks)'
              }}</label
            >
            <input
              v-if="isPlate(name)"
              class="field w-40 font-sans!"
              maxlength="127"
              :aria-label="`New name of ${name}`"
              :value="handOver.how.spots[name]"
              @change="rename(name, ($event.target as HTMLInputElement).value)"
            />
          </li>
        </ul>
      </template>
      <p v-if="isTouched" class="col-start-2 text-caption text-quiet">
        The PDF is written without touch-ups; SVG and PNG have them.
      </p>
    </template>
  </template>
</template>
