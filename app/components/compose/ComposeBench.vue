<script setup lang="ts">
import { COUNT } from '../../../core/harmony/derive'
import { HARMONIES, SPREADS } from '../../../core/harmony/harmony'
import type { Harmony } from '../../../core/project/schema'
import { WHEELS } from '../../../core/color/wheel'

const project = useProject()
const harmony = computed(() => project.document?.harmony)
const range = computed(() => harmony.value ? SPREADS[harmony.value.kind] : undefined)

const settle = (change: Partial<Harmony>): void => project.run(project.composing(change))
const preview = (change: Partial<Harmony> | null): void => project.preview(change && project.composing(change))
const byArrow = useRovingRadio()
</script>

<template>
  <div v-if="project.settled && harmony" class="grid content-start gap-3 p-5 pt-3" data-test="compose">
    <h2>Compose</h2>
    <div class="grid grid-cols-[minmax(0,1fr)_minmax(0,1fr)] gap-5">
      <HueRing />
      <div class="grid content-start gap-2">
        <h3>Wheel</h3>
        <div role="radiogroup" aria-label="Wheel" class="flex" @keydown="byArrow">
          <button v-for="wheel in WHEELS" :key="wheel" role="radio" class="choice first-letter:uppercase" :aria-checked="harmony.wheel === wheel" :tabindex="harmony.wheel === wheel ? 0 : -1" @click="settle({ wheel })">{{ wheel }}</button>
        </div>
        <h3 class="pt-2">Shape</h3>
        <NumberRow label="Turn" :value="Math.round(harmony.turn)" :min="-180" :max="180" @preview="preview({ turn: $event })" @settle="settle({ turn: $event })" />
        <NumberRow label="Spread" :value="Math.round(harmony.spread)" :min="range?.least ?? 0" :max="range?.most ?? 90" :disabled="!range" @preview="preview({ spread: $event })" @settle="settle({ spread: $event })" />
        <NumberRow label="Swatches" :value="harmony.count" :min="COUNT.least" :max="COUNT.most" unit="" @preview="preview({ count: $event })" @settle="settle({ count: $event })" />
      </div>
    </div>
    <section class="grid gap-2" aria-labelledby="harmony-title">
      <div class="flex items-baseline gap-3"><h3 id="harmony-title">Harmony</h3><p v-if="!project.settled.derived" class="text-caption text-quiet" data-test="gathered">Gathered: a harmony derives a new scheme from its base; what is locked stays.</p></div>
      <div role="radiogroup" aria-labelledby="harmony-title" class="grid grid-cols-3 gap-2" @keydown="byArrow">
        <HarmonyTile
          v-for="kind in HARMONIES" :key="kind" :kind="kind" :project="project.settled" :tabindex="harmony.kind === kind ? 0 : -1"
          @click="settle({ kind })"
        />
      </div>
    </section>
    <section class="grid gap-2" aria-label="Artwork"><h3>Artwork</h3><ArtworkStrip /></section>
  </div>
</template>
