<script setup lang="ts">
import { computed } from 'vue'
import { hexOfHsb, hexOfLch, isNeutral } from '#core/color/convert'
import { angleOf, hueAtAngle, type Wheel } from '#core/color/wheel'
import type { InkRecord } from '#core/document/artwork'
import { spot } from '#core/interaction/dial'

/**
 * The background of the hue ring: its sectors and ticks, and the rose of the artwork's hues by area,
 * as remapped (filled) and as it came (outlined).
 */
const { wheel, inks, colors } = defineProps<{
  wheel: Wheel
  inks: readonly InkRecord[]
  colors: ReadonlyMap<string, string>
}>()
const R = { rim: 118, hue: 111, rose: 56 }
const PETALS = 24

const sectorColor = (angle: number): string =>
  wheel === 'perceptual'
    ? hexOfLch({ l: 0.7, c: 0.13, h: angle })
    : hexOfHsb({ h: hueAtAngle(wheel, angle), s: 0.72, b: 0.86 })
const sector = (from: number, to: number, radius: number): string =>
  `M${spot(from, radius).join(' ')}A${radius} ${radius} 0 0 1 ${spot(to, radius).join(' ')}`
const ticks = Array.from(
  { length: 72 },
  (_, i) => `M${spot(i * 5, R.rim).join(' ')}L${spot(i * 5, R.rim - (i % 6 === 0 ? 7 : 4)).join(' ')}`,
).join('')

interface Petal {
  area: number
  hex: string
  max: number
}
const petalsOf = (colorOf: (ink: string) => string): Petal[] => {
  const petals = Array.from({ length: PETALS }, (): Petal => ({ area: 0, hex: '', max: 0 }))
  for (const { hex: ink, area } of inks) {
    const hex = colorOf(ink)
    const petal = isNeutral(hex) ? undefined : petals[Math.floor((angleOf(wheel, hex) / 360) * PETALS) % PETALS]
    if (!petal) continue
    petal.area += area
    if (area >= petal.max) Object.assign(petal, { hex, max: area })
  }
  return petals
}
/** The petals as paths; the largest of both roses reaches the rim. */
const pathsOf = (petals: readonly Petal[], max: number): Array<{ hex: string; d: string }> =>
  petals.flatMap(({ area, hex }, i) => {
    const [step, radius] = [360 / PETALS, R.rose * Math.sqrt(area / max)]
    return hex
      ? [
          {
            hex,
            d: `M0 0L${spot(i * step + 1, radius).join(' ')}A${radius} ${radius} 0 0 1 ${spot((i + 1) * step - 1, radius).join(' ')}Z`,
          },
        ]
      : []
  })
const original = computed(() => petalsOf(ink => ink))
const roses = computed(() => {
  const remapped = petalsOf(ink => colors.get(ink) ?? ink)
  const max = Math.max(...original.value.map(({ area }) => area), ...remapped.map(({ area }) => area), 1e-6)
  return { original: pathsOf(original.value, max), remapped: pathsOf(remapped, max) }
})
</script>

<template>
  <g class="pointer-events-none" aria-hidden="true">
    <g fill="none" stroke-width="5"
      ><path
        v-for="i in 12"
        :key="i"
        :d="sector((i - 1) * 30 - 14.5, (i - 1) * 30 + 14.5, R.hue)"
        :stroke="sectorColor((i - 1) * 30)"
    /></g>
    <circle :r="R.rim" fill="none" stroke="var(--strong-line)" /><circle
      :r="R.hue - 6"
      fill="none"
      stroke="var(--line)"
    />
    <path :d="ticks" stroke="var(--strong-line)" stroke-width="0.75" />
    <circle :r="R.rose" fill="none" stroke="var(--line)" stroke-dasharray="1 3" />
    <path v-for="petal in roses.remapped" :key="petal.d" :d="petal.d" :fill="petal.hex" data-test="rose-now" />
    <path
      v-for="petal in roses.original"
      :key="petal.d"
      :d="petal.d"
      fill="none"
      stroke="var(--text)"
      stroke-width="0.75"
      stroke-dasharray="2 1.5"
      data-test="rose-before"
    />
  </g>
</template>
