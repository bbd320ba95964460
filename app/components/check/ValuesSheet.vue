<script setup lang="ts">
import { sentence } from '#core/document/sentence'
import { computed, onMounted, ref, watch } from 'vue'
import {
  BarController,
  BarElement,
  CategoryScale,
  Chart,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
} from 'chart.js'
import { Bar } from 'vue-chartjs'
import { histogramOf, VALUE_STEPS, valueStep } from '#core/check/histogram'
import { areaOf, stateOf } from '#core/check/state'
import { percent } from '#core/check/finding'
import type { Eyes } from '~/stores/stage'
import { useChecking } from '~/stores/checking'
import { useHistory } from '~/stores/history'
import { usePainting } from '~/stores/painting'
import { useSurround } from '~/composables/useSurround'

/**
 * The gray picture, in all its values, in five and in three; how much of the picture each value covers, before and now;
 * and how much each swatch covers beside what it is meant to.
 */
Chart.register(BarController, BarElement, LineController, LineElement, PointElement, CategoryScale, LinearScale)
const history = useHistory()
const painting = usePainting()
const checking = useChecking()
const surround = useSurround()
const motion = { animation: false as const, responsive: true, maintainAspectRatio: false }
const SHEETS: ReadonlyArray<{ eyes: Eyes; words: string }> = [
  { eyes: 'gray', words: 'lights and darks' },
  { eyes: 'five', words: 'five steps carry the picture' },
  { eyes: 'three', words: 'light, middle, dark' },
]

const state = computed(() => {
  const asked = checking.asked
  return asked && stateOf(asked.project, asked.inks, painting.of(asked.project)(null).colors)
})
const scheme = computed(() => history.settled?.scheme ?? [])
const before = computed(() => histogramOf(state.value?.inks ?? []))
/** The area each swatch covers in each value, and the area that is left as it is. */
const now = computed(() => {
  const found = state.value
  if (!found) return []
  const all = found.inks.reduce((sum, { area }) => sum + area, 0) || 1
  const owner = new Map([...found.inksOf].flatMap(([id, inks]) => inks.map(hex => [hex, id] as const)))
  return [...scheme.value, { id: '', hex: '#808080', name: 'left as it is' }].flatMap(({ id, hex, name }) => {
    const own = found.inks.filter(ink => (owner.get(ink.hex) ?? '') === id)
    if (!own.length) return []
    const steps = Array<number>(VALUE_STEPS).fill(0)
    for (const { color, area } of own) steps[valueStep(color)] = (steps[valueStep(color)] as number) + area / all
    return [{ hex, name: sentence(name), steps }]
  })
})
const spread = computed(() => {
  const covered = now.value.reduce(
    (sums, { steps }) => sums.map((sum, i) => sum + (steps[i] ?? 0)),
    Array<number>(VALUE_STEPS).fill(0),
  )
  const third = (from: number, to: number): string =>
    percent(covered.slice(from, to).reduce((sum, part) => sum + part, 0))
  const cut = [Math.round(VALUE_STEPS / 3), Math.round((VALUE_STEPS * 2) / 3)] as const
  return `Dark ${third(0, cut[0])}, middle ${third(cut[0], cut[1])}, light ${third(cut[1], VALUE_STEPS)} of the picture.`
})

const tokens = ref({ text: '#1a1a1a', line: '#c8c8c8' })
/** A canvas knows no variables: what the surround says is read anew when it changes. */
const readTokens = (): void => {
  const style = getComputedStyle(document.documentElement)
  tokens.value = { text: style.getPropertyValue('--text'), line: style.getPropertyValue('--line') }
}
onMounted(readTokens)
watch(surround, readTokens, { flush: 'post' })
const axis = computed(() => ({
  ticks: { color: tokens.value.text, font: { size: 11 } },
  grid: { color: tokens.value.line },
}))

const histogram = computed(() => ({
  labels: Array.from({ length: VALUE_STEPS }, (_, i) => String(Math.round((i * 100) / VALUE_STEPS))),
  datasets: [
    ...now.value.map(({ hex, name, steps }) => ({
      label: name,
      data: steps.map(part => part * 100),
      backgroundColor: hex,
      borderColor: tokens.value.line,
      borderWidth: 0.5,
      stack: 'now',
      barPercentage: 1,
      categoryPercentage: 0.96,
    })),
    {
      type: 'line' as const,
      label: 'before',
      data: before.value.map(part => part * 100),
      borderColor: tokens.value.text,
      borderWidth: 1.5,
      borderDash: [4, 3],
      pointRadius: 0,
      stepped: 'middle' as const,
      stack: 'before',
      order: -1,
    },
  ],
}))
const histogramLook = computed(() => ({
  ...motion,
  scales: {
    x: { ...axis.value, stacked: true, grid: { display: false }, title: { display: false } },
    y: {
      ...axis.value,
      stacked: true,
      ticks: { ...axis.value.ticks, callback: (value: string | number) => `${value}%` },
    },
  },
}))

const shares = computed(() => {
  const found = state.value
  const total = scheme.value.reduce((sum, { share }) => sum + share, 0) || 1
  const covered = (found && scheme.value.reduce((sum, { id }) => sum + areaOf(found, id), 0)) || 1
  return scheme.value.map(({ id, hex, name, share }) => ({
    hex,
    name: sentence(name),
    meant: share / total,
    is: found ? areaOf(found, id) / covered : 0,
  }))
})
const bars = computed(() => ({
  labels: shares.value.map(({ name }) => name),
  datasets: [
    {
      label: 'covers',
      data: shares.value.map(({ is }) => is * 100),
      backgroundColor: shares.value.map(({ hex }) => hex),
      borderColor: tokens.value.line,
      borderWidth: 0.5,
    },
    {
      label: 'is meant to cover',
      data: shares.value.map(({ meant }) => meant * 100),
      backgroundColor: 'transparent',
      borderColor: tokens.value.text,
      borderWidth: 1,
    },
  ],
}))
const barsLook = computed(() => ({
  ...motion,
  indexAxis: 'y' as const,
  scales: {
    x: { ...axis.value, ticks: { ...axis.value.ticks, callback: (value: string | number) => `${value}%` } },
    y: { ...axis.value, grid: { display: false } },
  },
}))
</script>

<template>
  <div class="grid content-start gap-3" data-test="values">
    <ul v-one-stop="{ of: '.framed, button' }" class="grid grid-cols-3 gap-2" aria-label="The gray picture">
      <li v-for="{ eyes, words } in SHEETS" :key="eyes" class="min-w-0"><EyesTile :eyes="eyes" :words="words" /></li>
    </ul>
    <section class="grid gap-1">
      <h3>Values: now in color, before as a dashed line</h3>
      <div class="h-36">
        <Bar
          :data="histogram as never"
          :options="histogramLook"
          role="img"
          :aria-label="`How much of the picture each value covers, from black to white. ${spread}`"
        />
      </div>
      <p class="text-caption text-quiet" data-test="spread">{{ spread }}</p>
    </section>
    <section class="grid gap-1">
      <h3>Shares: filled is actual, outlined is intended</h3>
      <div :style="{ height: `${shares.length * 26 + 26}px` }">
        <Bar :data="bars" :options="barsLook" role="img" aria-label="Actual and intended shares" />
      </div>
      <ul class="sr-only" aria-label="Shares in figures" data-test="shares">
        <li v-for="{ name, meant, is } in shares" :key="name">
          {{ name }} covers {{ percent(is) }}, intended {{ percent(meant) }}
        </li>
      </ul>
    </section>
  </div>
</template>
