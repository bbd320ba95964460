<script setup lang="ts">
import { onMounted, useTemplateRef, watch } from 'vue'
import { HEIGHT, WIDTH } from '#core/handover/sheetPaper'
import { useSheet } from '~/stores/sheet'

/** The pages of the sheet in place of the artwork, as they will leave. */
const sheet = useSheet()
const stage = useTemplateRef<HTMLElement>('stage')
const picture = useTemplateRef<HTMLImageElement>('picture')
onMounted(() => sheet.show())

const count = ({ target }: Event): void => {
  const { naturalWidth, naturalHeight } = target as HTMLImageElement
  sheet.pages = Math.round(naturalHeight / ((naturalWidth * HEIGHT) / WIDTH))
  scrolled()
}
/** Height of a page on the screen, in pixels. */
const high = (): number => (picture.value?.height ?? 0) / Math.max(1, sheet.pages)
const scrolled = (): void => {
  const { scrollTop = 0, clientHeight = 0, scrollHeight = 0 } = stage.value ?? {}
  const last = sheet.pages - 1
  const isAtEnd = scrollTop > 0 && scrollTop + clientHeight >= scrollHeight - 2
  sheet.page = isAtEnd ? last : Math.min(last, Math.floor((scrollTop + clientHeight / 3) / Math.max(1, high())))
}
watch(
  () => sheet.goal,
  goal => {
    const { offsetTop = 0 } = picture.value ?? {}
    if (goal) stage.value?.scrollTo({ top: goal.page ? offsetTop + goal.page * high() : 0 })
  },
)
</script>

<template>
  <section
    ref="stage"
    class="absolute inset-0 overflow-y-auto bg-table p-6"
    aria-label="Pages of the sheet"
    tabindex="0"
    data-test="sheet-stage"
    @scroll.passive="scrolled"
  >
    <img
      v-if="sheet.address"
      ref="picture"
      class="mx-auto block w-full max-w-[1684px] border border-line"
      :class="{ 'opacity-45': sheet.drawing }"
      :src="sheet.address"
      alt="All pages of the sheet"
      data-test="sheet-pages"
      @load="count"
    />
    <p v-else class="grid h-full place-items-center text-quiet" role="status">
      {{
        sheet.drawing
          ? 'Drawing the pages…'
          : sheet.looks.length
            ? 'The pages could not be drawn.'
            : 'Choose a colorway.'
      }}
    </p>
  </section>
</template>
