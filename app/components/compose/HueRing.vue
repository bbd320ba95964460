<script setup lang="ts">
import { computed, useTemplateRef } from 'vue'
import { useElementSize } from '@vueuse/core'
import { arc, degrees } from '#core/color/convert'
import type { Command } from '#core/commands/commands'
import { dialPoint } from '#core/interaction/dial'
import {
  addBeside,
  addOnRing,
  addsSwatch,
  moveOnRing,
  RING,
  ringLabel,
  ringPolygon,
  ringTargets,
  type RingTarget,
} from '#core/interaction/ring'
import { arrowOf } from '~/browser/arrowOf'
import { followDrag } from '~/browser/followDrag'
import { useArtworkFiles } from '~/stores/artwork'
import { useHand } from '~/composables/usePointerKind'
import { useHistory } from '~/stores/history'
import { usePainting } from '~/stores/painting'
import { usePassing } from '~/stores/passing'
import { useStage } from '~/stores/stage'

/**
 * The scheme on its wheel. Dragging the base turns the shape; dragging another opens its spread, or turns too where
 * there is none. With Alt a swatch is freed and moves alone, as all do in a free or gathered scheme. A click beside
 * them adds one, Delete removes one.
 */
const history = useHistory()
const painting = usePainting()
const passing = usePassing()
const stage = useStage()
const files = useArtworkFiles()
const svg = useTemplateRef<SVGSVGElement>('svg')
const { width } = useElementSize(svg)
const hand = useHand()
/** Radius within which a target is hit, in units of the drawing. */
const reach = computed(() => Math.max(13, (hand.min.value * RING.rim) / Math.max(1, width.value)))
const inks = computed(() => files.files.get(painting.piece?.hash ?? '')?.inks ?? [])
const targets = computed(() => (history.document ? ringTargets(history.document) : []))
const polygon = computed(() => (history.document ? ringPolygon(history.document) : ''))

/** The command that brings a swatch to an angle, from where it stands without what is previewed. */
const moved = ({ swatch }: RingTarget, angle: number, alone: boolean): Command | null =>
  history.settled && moveOnRing(history.settled, swatch.id, angle, alone)
const pointAt = ({ clientX, clientY }: MouseEvent): { angle: number; radius: number } => {
  const box = svg.value?.getBoundingClientRect()
  return box ? dialPoint(clientX, clientY, box, RING.rim * 2) : { angle: 0, radius: 0 }
}
const drag = (target: RingTarget, event: PointerEvent): void => {
  ;(event.currentTarget as SVGElement).focus()
  const away = arc(pointAt(event).angle, target.angle)
  let change: Command | null = null
  followDrag(event, {
    move: now => {
      change = moved(target, pointAt(now).angle + away, now.altKey)
      history.pass(change)
    },
    drop: () => {
      if (change) history.run(change)
    },
    cancel: () => history.pass(null),
  })
}
const runIfAny = (command: Command | null): void => {
  if (command) history.run(command)
}
/** A click beside the swatches adds one; the end of a drag is no click. */
let pressed: PointerEvent | null = null
const press = (event: PointerEvent): void => {
  pressed = (event.target as Element).closest('.target') ? null : event
}
const addHere = (event: MouseEvent): void => {
  const { angle, radius } = pointAt(event)
  const far = pressed && Math.hypot(pressed.clientX - event.clientX, pressed.clientY - event.clientY)
  if (history.settled && addsSwatch(far, radius)) runIfAny(addOnRing(history.settled, angle))
}
const keyed = (target: RingTarget, event: KeyboardEvent): void => {
  if (event.key === 'Delete' && targets.value.length > 2) {
    event.preventDefault()
    history.runSaying({ do: 'remove swatch', id: target.swatch.id }, `Removed ${target.swatch.name}.`)
  } else if (event.key === '+' || event.key === 'Insert') {
    event.preventDefault()
    if (history.settled) runIfAny(addBeside(history.settled, target.angle))
  } else {
    const way = arrowOf(event)
    if (way) runIfAny(moved(target, target.angle + way.x + way.y, event.altKey))
  }
}
/** Four short strokes around a target. No part of it is moved by a transform: that would be a layer's work at every move. */
const ticksAt = ({ x, y, size }: RingTarget): string =>
  [
    `M${x - size - 5} ${y}h3.5`,
    `M${x + size + 1.5} ${y}h3.5`,
    `M${x} ${y - size - 5}v3.5`,
    `M${x} ${y + size + 1.5}v3.5`,
  ].join('')
</script>

<template>
  <!-- Add… in the band adds a swatch by keyboard. -->
  <!-- eslint-disable vuejs-accessibility/no-static-element-interactions -->
  <!-- eslint-disable vuejs-accessibility/click-events-have-key-events -->
  <div class="relative w-full max-w-[248px]">
    <svg
      ref="svg"
      v-one-stop="{ of: '.target', by: 'pages', first: '[data-stop=\'0\']' }"
      viewBox="-122 -122 244 244"
      class="block w-full cursor-copy touch-none"
      :class="{ passing: passing.isLive }"
      aria-label="Hue ring"
      role="group"
      data-test="ring"
      @pointerdown="press"
      @click="addHere"
    >
      <RingDial
        :wheel="history.document?.harmony.wheel ?? 'light'"
        :inks="inks"
        :colors="painting.piece ? painting.settled(painting.piece.id).colors : painting.settled().colors"
      />
      <polygon class="shape" :points="polygon" fill="none" stroke="var(--text)" stroke-width="1" />
      <g
        v-for="target in [...targets].reverse()"
        :key="target.swatch.id"
        class="target"
        :class="{ locked: target.swatch.locked }"
        tabindex="-1"
        :data-stop="target.stop"
        role="slider"
        :aria-label="ringLabel(target)"
        :aria-valuenow="Math.round(degrees(target.angle))"
        aria-valuemin="0"
        aria-valuemax="360"
        :aria-valuetext="`${Math.round(degrees(target.angle))}°`"
        :data-test="`target-${target.swatch.id}`"
        @focus="stage.pickedId = target.swatch.id"
        @pointerdown="drag(target, $event)"
        @keydown="keyed(target, $event)"
      >
        <title>
          {{ target.swatch.name }}:
          {{
            target.swatch.locked ? 'locked' : target.isBase ? 'turns the whole scheme' : 'drag; with Alt it is freed'
          }}
        </title>
        <circle :cx="target.x" :cy="target.y" :r="reach" fill="transparent" />
        <rect
          v-if="target.swatch.locked"
          :x="target.x - target.size"
          :y="target.y - target.size"
          :width="target.size * 2"
          :height="target.size * 2"
          :fill="target.swatch.hex"
          stroke="var(--text)"
        />
        <template v-else>
          <circle
            :cx="target.x"
            :cy="target.y"
            :r="target.size"
            :fill="target.swatch.hex"
            stroke="var(--panel)"
            stroke-width="2.5"
          />
          <circle
            :cx="target.x"
            :cy="target.y"
            :r="target.size + 1.5"
            fill="none"
            stroke="var(--text)"
            :stroke-dasharray="target.swatch.freed ? '2 2' : undefined"
          />
        </template>
        <path v-if="target.round === 0" :d="ticksAt(target)" stroke="var(--text)" />
        <circle v-if="target.isBase" :cx="target.x" :cy="target.y" r="2" fill="var(--panel)" />
      </g>
    </svg>
    <PassingCanvas place="ring" class="inset-0 size-full" />
  </div>
</template>

<style scoped>
/* A canvas shows them as they pass by; they keep the focus. */
.passing :is(.target, .shape) {
  opacity: 0;
}
.target {
  cursor: grab;
  outline: none;
}
.target.locked {
  cursor: not-allowed;
}
.target:not(.locked):active {
  cursor: grabbing;
}
:root:not([data-pressed='pointer']) .target:focus-visible circle:first-of-type {
  stroke: var(--accent);
  stroke-width: 2;
}
</style>
