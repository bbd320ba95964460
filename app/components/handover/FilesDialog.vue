<script setup lang="ts">
import { computed, ref } from 'vue'
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'
import { SCHEME_FORMATS, SCHEME_FORMAT_KINDS } from '#core/formats/formats'
import { GRADIENT_FILES, PAGE_FILES, PNG_WIDTH, type PictureSize } from '#core/handover/options'
import { useHandOver } from '~/stores/handOver'
import { useHistory } from '~/stores/history'

/** The choice of what to hand over, beside the tree of files that makes: nothing is written before that is seen. */
const emit = defineEmits<{ close: [] }>()
const handOver = useHandOver()
const history = useHistory()

const artwork = computed(() => handOver.everything)

const SVG_CHOICES = [
  { value: 'none', title: 'No', hint: 'No SVG files are written' },
  { value: 'tokens', title: 'As it was', hint: 'Only color values differ from the original file' },
  {
    value: 'properties',
    title: 'For theming',
    hint: 'Colors are CSS custom properties in a style block, for browsers',
  },
] as const
const svg = computed({
  get: () => handOver.how.svg ?? 'none',
  set: value => {
    handOver.how.svg = value === 'none' ? null : value
  },
})

const SCALES = [0.5, 1, 2, 3] as const
const sameSize = (one: PictureSize, other: PictureSize): boolean => JSON.stringify(one) === JSON.stringify(other)
const hasSize = (size: PictureSize): boolean => handOver.how.png.some(each => sameSize(each, size))
const toggleSize = (size: PictureSize): void => {
  const { png } = handOver.how
  handOver.how.png = hasSize(size) ? png.filter(each => !sameSize(each, size)) : [...png, size].slice(-8)
}
const widths = computed(() => handOver.how.png.flatMap(size => (size.by === 'width' ? [size.pixels] : [])))
const width = ref('')
const addWidth = (): void => {
  const pixels = Math.round(Number(width.value))
  if (!Number.isFinite(pixels) || pixels < PNG_WIDTH.min) return
  const size: PictureSize = { by: 'width', pixels: Math.min(PNG_WIDTH.max, pixels) }
  if (!hasSize(size)) toggleSize(size)
  width.value = ''
}
const ground = computed({
  get: () => handOver.how.ground !== null,
  set: wanted => {
    handOver.how.ground = wanted ? '#ffffff' : null
  },
})
const GRADIENT_TITLES = { css: 'CSS', svg: 'SVG', png: 'PNG' } as const
const hasMood = computed(() => (history.settled?.mood.pictures.length ?? 0) > 0)
const count = computed(() => handOver.files.length)
const start = async (): Promise<void> => {
  await handOver.start()
  emit('close')
}
</script>

<template>
  <Dialog open class="relative z-50" @close="emit('close')">
    <div class="fixed inset-0 bg-veil" aria-hidden="true" />
    <div class="fixed inset-0 flex items-center justify-center p-4">
      <DialogPanel
        class="grid h-[min(100%,720px)] w-[min(100%,980px)] grid-rows-[auto_minmax(0,1fr)_auto] border border-strong bg-panel shadow-float"
        data-test="files-dialog"
      >
        <DialogTitle class="border-b border-line px-5 py-3 font-title text-title font-semibold"
          >Files to hand over</DialogTitle
        >
        <div class="grid min-h-0 grid-cols-[minmax(0,1.35fr)_minmax(0,1fr)]">
          <div class="grid min-h-0 content-start gap-4 overflow-y-auto p-5" tabindex="-1">
            <LookChoices v-model="handOver.looks" />
            <div v-if="artwork.length" class="grid gap-1.5">
              <PiecePicker v-model="handOver.artwork" :pieces="artwork" />
              <div class="mt-1 grid grid-cols-[72px_minmax(0,1fr)] items-center gap-x-3 gap-y-2">
                <span>SVG</span>
                <ChoiceRow v-model="svg" look="choice px-3" label="Artwork as SVG" :choices="SVG_CHOICES" />
                <PdfChoices />
                <span>PNG</span>
                <div class="flex flex-wrap items-center gap-x-3 gap-y-1.5">
                  <span class="flex"
                    ><button
                      v-for="times in SCALES"
                      :key="times"
                      class="choice px-2.5"
                      type="button"
                      :aria-pressed="hasSize({ by: 'scale', times })"
                      @click="toggleSize({ by: 'scale', times })"
                    >
                      {{ times }}×
                    </button></span
                  >
                  <button
                    v-for="pixels in widths"
                    :key="pixels"
                    class="choice px-2.5"
                    type="button"
                    aria-pressed="true"
                    :title="`Leave out ${pixels} px`"
                    @click="toggleSize({ by: 'width', pixels })"
                  >
                    {{ pixels }} px
                  </button>
                  <form class="flex" @submit.prevent="addWidth">
                    <input
                      v-model="width"
                      class="field w-28"
                      inputmode="numeric"
                      placeholder="Width in px"
                      aria-label="A width in pixels"
                      data-test="png-width"
                    /><button class="control" type="submit">Add</button>
                  </form>
                </div>
                <span>Background</span>
                <div class="flex items-center gap-2">
                  <label class="flex items-center gap-1.5"
                    ><input v-model="ground" type="checkbox" class="size-4 accent-accent" />On a color instead of
                    transparent</label
                  ><input
                    v-if="handOver.how.ground !== null"
                    v-model="handOver.how.ground"
                    class="h-7 w-12"
                    type="color"
                    aria-label="Background color"
                  />
                </div>
              </div>
            </div>
            <fieldset class="grid grid-cols-[72px_minmax(0,1fr)] items-center gap-x-3 gap-y-2">
              <legend class="mb-1 font-semibold">Pages</legend>
              <span>Sheet</span>
              <div class="flex gap-4">
                <label v-for="as in PAGE_FILES" :key="as" class="flex items-center gap-1.5"
                  ><input v-model="handOver.how.sheet" type="checkbox" class="size-4 accent-accent" :value="as" />{{
                    as.toUpperCase()
                  }}</label
                >
              </div>
              <span>Mood page</span>
              <div class="flex gap-4">
                <label v-for="as in PAGE_FILES" :key="as" class="flex items-center gap-1.5"
                  ><input
                    v-model="handOver.how.mood"
                    type="checkbox"
                    class="size-4 accent-accent"
                    :value="as"
                    :aria-label="`Mood page as ${as.toUpperCase()}`"
                  />{{ as.toUpperCase() }}</label
                ><span v-if="!hasMood && handOver.how.mood.length" class="text-caption text-quiet"
                  >no pictures on it yet</span
                >
              </div>
            </fieldset>
            <fieldset class="grid gap-1.5">
              <legend class="mb-1 font-semibold">Scheme</legend>
              <div class="grid grid-cols-2 gap-1">
                <label v-for="kind in SCHEME_FORMAT_KINDS" :key="kind" class="flex items-center gap-2"
                  ><input v-model="handOver.how.scheme" type="checkbox" class="size-4 accent-accent" :value="kind" />{{
                    SCHEME_FORMATS[kind].title
                  }}</label
                >
              </div>
              <div class="mt-1 flex flex-wrap gap-4">
                <label class="flex items-center gap-1.5"
                  ><input v-model="handOver.how.ladders" type="checkbox" class="size-4 accent-accent" />With
                  ladders</label
                >
                <label class="flex items-center gap-1.5"
                  ><input v-model="handOver.how.onlyUsed" type="checkbox" class="size-4 accent-accent" />Only colors the
                  artwork uses</label
                >
              </div>
              <p
                v-for="{ look, names } in handOver.left"
                :key="look"
                class="text-caption text-quiet"
                data-test="left-out-of"
              >
                Left out of {{ look }}: {{ names.join(', ') }}
              </p>
            </fieldset>
            <fieldset v-if="handOver.gradients.length" class="flex items-center gap-4">
              <legend class="mb-1 font-semibold">Gradients</legend>
              <label v-for="as in GRADIENT_FILES" :key="as" class="flex items-center gap-1.5"
                ><input
                  v-model="handOver.how.gradients"
                  type="checkbox"
                  class="size-4 accent-accent"
                  :value="as"
                  :aria-label="`Gradients as ${GRADIENT_TITLES[as]}`"
                />{{ GRADIENT_TITLES[as] }}</label
              >
            </fieldset>
          </div>
          <section
            class="grid min-h-0 grid-rows-[auto_minmax(0,1fr)] border-l border-line bg-table"
            aria-labelledby="tree"
          >
            <h3 id="tree" class="px-4 pt-4 text-body! text-ink!" role="status" data-test="file-count">
              {{ count === 0 ? 'Nothing is chosen' : count === 1 ? 'One file' : `${count} files in one archive` }}
            </h3>
            <!-- eslint-disable-next-line vuejs-accessibility/no-static-element-interactions -- it is scrolled by keys -->
            <div class="overflow-y-auto p-4 pt-2" tabindex="0" aria-label="Names of the files" role="region">
              <FileTree :branches="handOver.tree" />
            </div>
          </section>
        </div>
        <div class="flex justify-end gap-2 border-t border-line px-5 py-3">
          <button class="control" @click="emit('close')">Not now</button>
          <button
            class="control primary"
            data-test="write-files"
            :disabled="count === 0 || handOver.starting"
            @click="start"
          >
            {{ handOver.starting ? 'Asking…' : count > 1 ? 'Write the archive' : 'Write the file' }}
          </button>
        </div>
      </DialogPanel>
    </div>
  </Dialog>
</template>
