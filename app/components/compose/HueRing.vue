<script setup lang="ts">
import { arc, degrees } from '../../../core/color/convert'
import { angleOf } from '../../../core/color/wheel'
import { offsetsOf } from '../../../core/harmony/harmony'
import { spreadAt } from '../../../core/harmony/open'
import type { Harmony } from '../../../core/project/schema'
import { followDrag } from '~/composables/useDrag'
import { spot } from './spot'

/** The scheme on its wheel. Dragging the base turns the shape; dragging another opens its spread, or turns too. */
const project = useProject()
const files = useArtworkFiles()
const svg = useTemplateRef<SVGSVGElement>('svg')
const R = { target: 98, inner: 17 }
const inks = computed(() => files.files.get(project.artwork?.hash ?? '')?.inks ?? [])

const harmony = computed(() => project.document?.harmony)
const baseAngle = computed(() => {
  const now = project.document
  return now ? angleOf(now.harmony.wheel, now.base.hex, now.base.hue) : 0
})
const offsets = computed(() => harmony.value ? offsetsOf(harmony.value.kind, harmony.value.spread, harmony.value.free) : [])
const angleAt = (offset: number): number => baseAngle.value + (harmony.value?.turn ?? 0) + offset

const targets = computed(() => (project.document?.scheme ?? []).map((swatch, i) => {
  const round = Math.floor(i / Math.max(1, offsets.value.length))
  const [x, y] = spot(angleAt(swatch.offset), R.target - round * R.inner)
  return { ...swatch, x, y, size: round === 0 ? 9 : 6, place: i % Math.max(1, offsets.value.length), first: i === 0, round }
}))
const polygon = computed(() => offsets.value.map(angleAt).sort((a, b) => degrees(a) - degrees(b)).map(angle => spot(angle, R.target).join(',')).join(' '))
type Target = (typeof targets.value)[number]

const moved = (target: Target, angle: number): Partial<Harmony> => {
  const now = harmony.value
  if (!now) return {}
  const relative = arc(0, angle - baseAngle.value - now.turn)
  if (now.kind === 'free' && !target.first) return { free: now.free.map((each, i) => i === target.place ? Math.round(degrees(relative)) : each) }
  const spread = spreadAt(now.kind, target.place, relative)
  if (spread !== null) return { spread: Math.round(spread) }
  return { turn: Math.round(arc(0, angle - baseAngle.value - target.offset)) }
}
const pointerAngle = (event: PointerEvent): number => {
  const box = svg.value?.getBoundingClientRect()
  if (!box) return 0
  return Math.atan2(event.clientX - box.left - box.width / 2, box.top + box.height / 2 - event.clientY) * 180 / Math.PI
}
const drag = (target: Target, event: PointerEvent): void => {
  (event.currentTarget as SVGElement).focus()
  let change: Partial<Harmony> | null = null
  followDrag(event, {
    move: now => {
      change = moved(target, pointerAngle(now))
      project.preview({ do: 'compose', harmony: change })
    },
    drop: () => { if (change) project.run({ do: 'compose', harmony: change }) },
    cancel: () => project.preview(null),
  })
}
const nudge = (target: Target, event: KeyboardEvent): void => {
  const way = ({ ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 } as Record<string, number>)[event.key]
  if (!way) return
  event.preventDefault()
  project.run({ do: 'compose', harmony: moved(target, angleAt(target.offset) + way * (event.shiftKey ? 10 : 1)) })
}
</script>

<template>
  <svg ref="svg" viewBox="-122 -122 244 244" class="w-full max-w-[248px] touch-none" aria-label="Hue ring" role="group" data-test="ring">
    <RingDial :wheel="harmony?.wheel ?? 'light'" :inks="inks" />
    <polygon :points="polygon" fill="none" stroke="var(--text)" stroke-width="1" />
    <g
      v-for="target in [...targets].reverse()" :key="target.id" :transform="`translate(${target.x} ${target.y})`" class="target" tabindex="0" role="slider"
      :aria-label="`${target.first ? 'Base' : target.name} on the hue ring`" :aria-valuenow="Math.round(degrees(angleAt(target.offset)))" aria-valuemin="0" aria-valuemax="360"
      :aria-valuetext="`${Math.round(degrees(angleAt(target.offset)))}°`" :data-test="`target-${target.id}`" @pointerdown="drag(target, $event)" @keydown="nudge(target, $event)"
    >
      <circle r="13" fill="transparent" />
      <circle :r="target.size" :fill="target.hex" stroke="var(--panel)" stroke-width="2.5" /><circle :r="target.size + 1.5" fill="none" stroke="var(--text)" />
      <path v-if="target.round === 0" :d="`M${-target.size - 5} 0h3.5M${target.size + 1.5} 0h3.5M0 ${-target.size - 5}v3.5M0 ${target.size + 1.5}v3.5`" stroke="var(--text)" />
      <circle v-if="target.first" r="2" fill="var(--panel)" />
    </g>
  </svg>
</template>

<style scoped>
.target { cursor: grab; outline: none; }
.target:active { cursor: grabbing; }
.target:focus-visible circle:first-child { stroke: var(--accent); stroke-width: 2; }
</style>
