<script setup lang="ts">
import { computed } from 'vue'
import { placeCropped, type Mark, type Page } from '#core/handover/page'
import { FACE_FAMILIES, weightOf } from '~/browser/measureText'

/** A page as it is laid out, on the screen. What stands in its pictures' places is the slot, to be taken hold of. */
const { page, pictures } = defineProps<{
  page: Page
  /** The pictures that stand on it: where each comes from, and its shape (width by height). */
  pictures: ReadonlyMap<string, { address: string; ratio: number }>
}>()
defineSlots<{ default?: () => unknown }>()

const flat = (marks: readonly Mark[]): Mark[] =>
  marks.flatMap(mark => (mark.mark === 'part' ? flat(mark.marks) : [mark]))
const marks = computed(() => flat(page.marks))
const ANCHORS = { start: 'start', middle: 'middle', end: 'end' } as const
const placed = (mark: Extract<Mark, { mark: 'picture' }>) => {
  const picture = pictures.get(mark.picture)
  const { x, y, width, height } = placeCropped(mark, picture?.ratio ?? 1, mark.crop)
  return { x: x - mark.x, y: y - mark.y, width, height, href: picture?.address }
}
</script>

<template>
  <svg :viewBox="`0 0 ${page.width} ${page.height}`" xmlns="http://www.w3.org/2000/svg">
    <rect :width="page.width" :height="page.height" :fill="page.ground" />
    <template v-for="(mark, i) in marks" :key="i">
      <rect
        v-if="mark.mark === 'box'"
        :x="mark.x"
        :y="mark.y"
        :width="mark.width"
        :height="mark.height"
        :fill="mark.fill ?? 'none'"
        :stroke="mark.line"
      />
      <circle
        v-else-if="mark.mark === 'circle'"
        :cx="mark.x"
        :cy="mark.y"
        :r="mark.radius"
        :fill="mark.fill"
        :stroke="mark.line"
      />
      <text
        v-else-if="mark.mark === 'words'"
        :x="mark.x"
        :y="mark.y"
        :fill="mark.fill"
        :font-size="mark.size"
        :font-family="FACE_FAMILIES[mark.face]"
        :font-weight="weightOf(mark)"
        :text-anchor="ANCHORS[mark.align ?? 'start']"
        :transform="mark.upward ? `rotate(-90 ${mark.x} ${mark.y})` : undefined"
      >
        {{ mark.text }}
      </text>
      <template v-else-if="mark.mark === 'picture'">
        <svg :x="mark.x" :y="mark.y" :width="mark.width" :height="mark.height" overflow="hidden">
          <rect width="100%" height="100%" fill="#808080" />
          <image v-bind="placed(mark)" preserveAspectRatio="none" />
        </svg>
        <rect
          v-if="mark.rim"
          :x="mark.x"
          :y="mark.y"
          :width="mark.width"
          :height="mark.height"
          fill="none"
          :stroke="mark.rim"
          stroke-width="6"
        />
      </template>
    </template>
    <slot />
  </svg>
</template>
