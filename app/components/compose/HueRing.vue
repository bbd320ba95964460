<script setup lang="ts">
import { arc, degrees, hexOfLch, lchOf } from '../../../core/color/convert'
import { angleOf, hueAtAngle } from '../../../core/color/wheel'
import { offsetsOf } from '../../../core/harmony/harmony'
import { spreadAt } from '../../../core/harmony/open'
import { hexOfHsb } from '../../../core/color/convert'
import type { Harmony } from '../../../core/project/schema'
import { followDrag } from '~/composables/useDrag'

/** The scheme on its wheel. Dragging the base turns the shape; dragging another opens its spread, or turns too. */
const project = useProject()
const files = useArtworkFiles()
const svg = useTemplateRef<SVGSVGElement>('svg')
const R = { rim: 118, hue: 111, target: 98, inner: 17, rose: 56 }

const harmony = computed(() => project.document?.harmony)
const baseAngle = computed(() => {
  const now = project.document
  return now ? angleOf(now.harmony.wheel, now.base.hex, now.base.hue) : 0
})
const offsets = computed(() => harmony.value ? offsetsOf(harmony.value.kind, harmony.value.spread, harmony.value.free) : [])
const spot = (angle: number, radius: number): [number, number] => [Math.sin(angle * Math.PI / 180) * radius, -Math.cos(angle * Math.PI / 180) * radius]
const angleAt = (offset: number): number => baseAngle.value + (harmony.value?.turn ?? 0) + offset

const targets = computed(() => (project.document?.scheme ?? []).map((swatch, i) => {
  const round = Math.floor(i / Math.max(1, offsets.value.length))
  const [x, y] = spot(angleAt(swatch.offset), R.target - round * R.inner)
  return { ...swatch, x, y, size: round === 0 ? 9 : 6, place: i % Math.max(1, offsets.value.length), first: i === 0, round }
}))
const polygon = computed(() => offsets.value.map(angleAt).sort((a, b) => degrees(a) - degrees(b)).map(angle => spot(angle, R.target).join(',')).join(' '))
const sectorColor = (angle: number): string => {
  const wheel = harmony.value?.wheel ?? 'light'
  return wheel === 'perceptual' ? hexOfLch({ l: 0.7, c: 0.13, h: angle }) : hexOfHsb({ h: hueAtAngle(wheel, angle), s: 0.72, b: 0.86 })
}
const sector = (from: number, to: number, radius: number): string => {
  const [a, b] = [spot(from, radius), spot(to, radius)]
  return `M${a.join(' ')}A${radius} ${radius} 0 0 1 ${b.join(' ')}`
}
const ticks = Array.from({ length: 72 }, (_, i) => ({ angle: i * 5, length: i % 6 === 0 ? 7 : 4 }))

/** The artwork's own hues by area, as petals of 24 directions. */
const rose = computed(() => {
  const wheel = harmony.value?.wheel ?? 'light'
  const bins = Array.from({ length: 24 }, () => ({ area: 0, hex: '', most: 0 }))
  for (const { hex, area } of files.files.get(project.artwork?.hash ?? '')?.inks ?? []) {
    if (lchOf(hex).c < 0.025) continue
    const bin = bins[Math.floor(angleOf(wheel, hex) / 15) % 24]
    if (!bin) continue
    bin.area += area
    if (area >= bin.most) Object.assign(bin, { hex, most: area })
  }
  const most = Math.max(...bins.map(({ area }) => area), 1e-6)
  return bins.flatMap(({ area, hex }, i) => {
    if (!hex) return []
    const radius = R.rose * Math.sqrt(area / most)
    return [{ d: `M0 0L${spot(i * 15 + 1, radius).join(' ')}A${radius} ${radius} 0 0 1 ${spot(i * 15 + 14, radius).join(' ')}Z`, hex }]
  })
})

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
  <svg ref="svg" viewBox="-122 -122 244 244" class="w-full max-w-[264px] touch-none" aria-label="Hue ring" role="group" data-test="ring">
    <g fill="none" stroke-width="5"><path v-for="i in 12" :key="i" :d="sector((i - 1) * 30 - 14.5, (i - 1) * 30 + 14.5, R.hue)" :stroke="sectorColor((i - 1) * 30)" /></g>
    <circle :r="R.rim" fill="none" stroke="var(--strong-line)" /><circle :r="R.hue - 6" fill="none" stroke="var(--line)" />
    <path v-for="{ angle, length } in ticks" :key="angle" :d="`M${spot(angle, R.rim).join(' ')}L${spot(angle, R.rim - length).join(' ')}`" stroke="var(--strong-line)" stroke-width="0.75" />
    <circle :r="R.rose" fill="none" stroke="var(--line)" stroke-dasharray="1 3" />
    <path v-for="petal in rose" :key="petal.d" :d="petal.d" :fill="petal.hex" />
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
