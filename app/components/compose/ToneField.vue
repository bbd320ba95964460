<script setup lang="ts">
import { computed, useTemplateRef } from 'vue'
import { useLocalStorage } from '@vueuse/core'
import type { Command } from '#core/commands/commands'
import { moveTone, toneLabel, toneTargets, type ToneTarget } from '#core/interaction/toneField'
import { arrowOf } from '~/browser/arrowOf'
import { followDrag } from '~/browser/followDrag'
import { useHistory } from '~/stores/history'
import { usePassing } from '~/stores/passing'
import { useStage } from '~/stores/stage'

/**
 * Saturation across, brightness up: every swatch a target in its own color. One is dragged alone, or all together,
 * keeping their differences.
 */
const history = useHistory()
const passing = usePassing()
const stage = useStage()
const field = useTemplateRef<HTMLElement>('field')
const together = useLocalStorage('plumbago tone together', false)
const targets = computed(() => (history.document ? toneTargets(history.document) : []))

/** The command that moves a swatch by parts of the field, from where it was. */
const moved = (target: ToneTarget, ds: number, db: number): Command | null =>
  history.settled && moveTone(history.settled, target, ds, db, together.value)
const drag = (target: ToneTarget, event: PointerEvent): void => {
  ;(event.currentTarget as HTMLElement).focus()
  const box = field.value?.getBoundingClientRect()
  if (!box) return
  let change: Command | null = null
  followDrag(event, {
    move: now => {
      change = moved(target, (now.clientX - event.clientX) / box.width, (event.clientY - now.clientY) / box.height)
      history.pass(change)
    },
    drop: () => {
      if (change) history.run(change)
    },
    cancel: () => history.pass(null),
  })
}
const nudge = (target: ToneTarget, event: KeyboardEvent): void => {
  const way = arrowOf(event)
  const change = way && moved(target, way.x / 100, way.y / 100)
  if (change) history.run(change)
}
</script>

<template>
  <div class="grid content-start gap-1">
    <div
      ref="field"
      v-one-stop="{ of: '.tone', by: 'pages' }"
      class="relative aspect-square w-full touch-none border border-strong bg-table"
      role="group"
      aria-label="Tone field: saturation across, brightness up"
      data-test="tone"
    >
      <i
        v-for="i in 3"
        :key="i"
        class="pointer-events-none absolute inset-y-0 w-px bg-line"
        :style="{ left: `${i * 25}%` }"
      /><i
        v-for="i in 3"
        :key="`h${i}`"
        class="pointer-events-none absolute inset-x-0 h-px bg-line"
        :style="{ top: `${i * 25}%` }"
      />
      <button
        v-for="target in targets"
        :key="target.swatch.id"
        tabindex="-1"
        class="tone"
        role="slider"
        :aria-label="toneLabel(target)"
        :aria-valuenow="Math.round(target.b * 100)"
        :aria-valuetext="`saturation ${Math.round(target.s * 100)}%, brightness ${Math.round(target.b * 100)}%`"
        :title="target.swatch.name"
        :data-test="`tone-${target.swatch.id}`"
        :style="{ left: `${target.s * 100}%`, bottom: `${target.b * 100}%` }"
        :class="{
          locked: target.swatch.locked,
          picked: target.swatch.id === stage.pickedId,
          base: target.isBase,
          passing: passing.isLive,
        }"
        @focus="stage.pickedId = target.swatch.id"
        @pointerdown="drag(target, $event)"
        @keydown="nudge(target, $event)"
      >
        <i :style="{ background: target.swatch.hex }" />
      </button>
      <PassingCanvas place="tones" class="-inset-3.5 h-[calc(100%+28px)] w-[calc(100%+28px)]" />
    </div>
    <label class="together flex items-center gap-1.5 text-caption"
      ><input v-model="together" type="checkbox" />Move all together</label
    >
  </div>
</template>

<style scoped>
/* Boxes and no transform, no drawing of its own: each of those is a layer's work whenever a target moves. */
.tone {
  --stroke: var(--text) 0 5px, transparent 5px 19px, var(--text) 19px;
  position: absolute;
  display: grid;
  place-items: center;
  width: var(--high);
  height: var(--high);
  margin: 0 0 calc(var(--high) / -2) calc(var(--high) / -2);
  background:
    linear-gradient(to right, var(--stroke)) center / 24px 1px no-repeat,
    linear-gradient(to bottom, var(--stroke)) center / 1px 24px no-repeat;
  cursor: grab;
  border-radius: 50%;
}
.tone i {
  display: grid;
  place-items: center;
  width: 12px;
  height: 12px;
  border-radius: 50%;
  box-shadow:
    0 0 0 2px var(--panel),
    0 0 0 3px var(--text);
}
/* A canvas shows it as it passes by; it keeps the focus. */
.tone.passing {
  opacity: 0;
}
.tone.picked {
  z-index: 1;
}
.tone.picked i {
  box-shadow:
    0 0 0 2px var(--panel),
    0 0 0 4px var(--text);
}
.tone:is(.base, .locked) i::after {
  content: '';
  width: 5px;
  height: 5px;
  border-radius: 50%;
  background: var(--panel);
}
.tone.locked i::after {
  border-radius: 0;
}
.tone.locked {
  cursor: not-allowed;
}
</style>
