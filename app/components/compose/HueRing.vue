<script setup lang="ts">
import { arc, degrees } from '../../../core/color/convert'
import { angleOf, atAngle } from '../../../core/color/wheel'
import { offsetsOf } from '../../../core/harmony/harmony'
import { spreadAt } from '../../../core/harmony/open'
import type { Command } from '../../../core/project/commands'
import { MOST_SWATCHES, type Harmony, type Swatch } from '../../../core/project/schema'
import { followDrag } from '~/composables/useDrag'
import { spot } from './spot'

/** The scheme on its wheel. Dragging the base turns the shape; dragging another opens its spread, or turns too. In a gathered scheme every swatch stands at its own hue and moves alone. */
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
const derived = computed(() => project.document?.derived !== false)
const angleAt = (offset: number): number => baseAngle.value + (harmony.value?.turn ?? 0) + offset
const angleOfSwatch = (swatch: Swatch): number =>
  derived.value && !swatch.locked ? angleAt(swatch.offset) : angleOf(harmony.value?.wheel ?? 'light', swatch.hex, project.document?.base.hue)

const targets = computed(() => (project.document?.scheme ?? []).map((swatch, i) => {
  const hues = derived.value ? Math.max(1, offsets.value.length) : MOST_SWATCHES
  const round = Math.floor(i / hues)
  const angle = angleOfSwatch(swatch)
  const [x, y] = spot(angle, R.target - round * R.inner)
  return { ...swatch, x, y, angle, size: round === 0 ? 9 : 6, place: i % hues, first: i === 0, round }
}))
const polygon = computed(() => (derived.value ? offsets.value.map(angleAt) : targets.value.map(({ angle }) => angle))
  .sort((a, b) => degrees(a) - degrees(b)).map(angle => spot(angle, R.target).join(',')).join(' '))
type Target = (typeof targets.value)[number]

const moved = (target: Target, angle: number): Command => {
  const now = project.settled
  if (!now || derived.value) return { do: 'compose', harmony: reshaped(target, angle) }
  if (!target.first) return { do: 'edit swatch', id: target.id, hex: atAngle(now.harmony.wheel, target.hex, angle) }
  const from = now.scheme.find(({ id }) => id === target.id)
  return { do: 'compose', harmony: { turn: Math.round(arc(0, now.harmony.turn + angle - (from ? angleOf(now.harmony.wheel, from.hex, now.base.hue) : angle))) } }
}
const reshaped = (target: Target, angle: number): Partial<Harmony> => {
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
  let change: Command | null = null
  followDrag(event, {
    move: now => {
      change = moved(target, pointerAngle(now))
      project.preview(change)
    },
    drop: () => { if (change) project.run(change) },
    cancel: () => project.preview(null),
  })
}
const nudge = (target: Target, event: KeyboardEvent): void => {
  const way = ({ ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 } as Record<string, number>)[event.key]
  if (!way) return
  event.preventDefault()
  project.run(moved(target, target.angle + way * (event.shiftKey ? 10 : 1)))
}
</script>

<template>
  <svg ref="svg" viewBox="-122 -122 244 244" class="w-full max-w-[248px] touch-none" aria-label="Hue ring" role="group" data-test="ring">
    <RingDial :wheel="harmony?.wheel ?? 'light'" :inks="inks" />
    <polygon :points="polygon" fill="none" stroke="var(--text)" stroke-width="1" />
    <g
      v-for="target in [...targets].reverse()" :key="target.id" :transform="`translate(${target.x} ${target.y})`" class="target" tabindex="0" role="slider"
      :aria-label="`${target.first ? 'Base' : target.name} on the hue ring`" :aria-valuenow="Math.round(degrees(target.angle))" aria-valuemin="0" aria-valuemax="360"
      :aria-valuetext="`${Math.round(degrees(target.angle))}°`" :data-test="`target-${target.id}`" @pointerdown="drag(target, $event)" @keydown="nudge(target, $event)"
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
