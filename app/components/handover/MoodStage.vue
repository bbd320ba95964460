<script setup lang="ts">
import { computed, useTemplateRef } from 'vue'
import { framesOf } from '#core/handover/mood'
import { placeCropped } from '#core/handover/page'
import { followDrag } from '~/browser/followDrag'
import { arrowOf } from '~/browser/arrowOf'
import { useHistory } from '~/stores/history'
import { useMood } from '~/stores/mood'

/** The mood page in place of the artwork: each picture is dragged within its frame, and comes closer with plus and minus. */
const mood = useMood()
const history = useHistory()
const sheet = useTemplateRef<HTMLElement>('sheet')
const frames = computed(() => (mood.page ? framesOf(mood.page) : []))
const nameOf = (id: string): string => mood.references.find(each => each.id === id)?.name ?? ''
const ratioOf = (id: string): number => mood.addresses.get(id)?.ratio ?? 1
type Frame = (typeof frames.value)[number]

/** The crop after the picture was moved by so much of the page. */
const movedBy = (frame: Frame, dx: number, dy: number): { x: number; y: number } => {
  const at = placeCropped(frame, ratioOf(frame.picture), frame.crop)
  const part = (from: number, room: number, start: number, size: number, by: number): number => {
    const min = room / 2 / size
    const middle = (from + room / 2 - start - by) / size
    return Math.min(1 - min, Math.max(min, middle))
  }
  return {
    x: part(frame.x, frame.width, at.x, at.width, dx),
    y: part(frame.y, frame.height, at.y, at.height, dy),
  }
}
const drag = (event: PointerEvent, frame: Frame): void => {
  if (event.button !== 0) return
  mood.selected = frame.picture
  const scale = (mood.page?.width ?? 1) / (sheet.value?.querySelector('svg')?.getBoundingClientRect().width || 1)
  let pictures: ReturnType<typeof mood.cropped> | null = null
  followDrag(event, {
    move: now => {
      const crop = movedBy(frame, (now.clientX - event.clientX) * scale, (now.clientY - event.clientY) * scale)
      pictures = mood.cropped(frame.picture, crop)
      history.preview({ do: 'arrange mood', change: { pictures } })
    },
    drop: () => {
      if (pictures) mood.arrange({ pictures })
    },
    cancel: () => history.preview(null),
  })
}
const zoomed = (frame: Frame, by: number): void =>
  mood.arrange({ pictures: mood.cropped(frame.picture, { zoom: Math.min(6, Math.max(1, frame.crop.zoom * by)) }) })
const keyed = (event: KeyboardEvent, frame: Frame): void => {
  if (event.key === '+' || event.key === '-') {
    event.preventDefault()
    return zoomed(frame, event.key === '+' ? 1.1 : 1 / 1.1)
  }
  const way = arrowOf(event)
  if (way) mood.arrange({ pictures: mood.cropped(frame.picture, movedBy(frame, way.x * 10, -way.y * 10)) })
}
const wheeled = (event: WheelEvent, frame: Frame): void => {
  if (!event.ctrlKey && !event.metaKey) return
  event.preventDefault()
  zoomed(frame, event.deltaY < 0 ? 1.1 : 1 / 1.1)
}
</script>

<template>
  <section
    ref="sheet"
    v-one-stop="{ of: '.frame', by: 'pages' }"
    class="absolute inset-0 grid place-items-center bg-table p-8"
    aria-label="Mood page"
    data-test="mood-stage"
  >
    <PageView
      v-if="mood.page"
      class="max-h-full max-w-full touch-none border border-line"
      :style="{
        aspectRatio: `${mood.page.width} / ${mood.page.height}`,
        height: mood.page.height > mood.page.width ? '100%' : undefined,
        width: mood.page.height > mood.page.width ? undefined : '100%',
      }"
      :page="mood.page"
      :pictures="mood.addresses"
      data-test="mood-page"
    >
      <rect
        v-for="frame in frames"
        :key="frame.picture"
        class="frame cursor-move"
        role="button"
        tabindex="-1"
        fill="transparent"
        :x="frame.x"
        :y="frame.y"
        :width="frame.width"
        :height="frame.height"
        :aria-label="`Crop of ${nameOf(frame.picture)}: drag, arrows, plus and minus`"
        data-test="mood-frame"
        :data-crop="`${frame.crop.x.toFixed(3)} ${frame.crop.y.toFixed(3)} ${frame.crop.zoom.toFixed(2)}`"
        @pointerdown="drag($event, frame)"
        @focus="mood.selected = frame.picture"
        @keydown="keyed($event, frame)"
        @wheel="wheeled($event, frame)"
      />
    </PageView>
  </section>
</template>

<style scoped>
:root:not([data-pressed='pointer']) .frame:focus-visible {
  outline: none;
  stroke: var(--accent);
  stroke-width: 6px;
}
</style>
