<script setup lang="ts">
import type { Remap } from '../../../core/document/remap'

/**
 * The result as a whole, turned, more or less saturated and bright without a change of the scheme; and the set it is
 * restricted to.
 */
const history = useHistory()
const remapping = useRemapping()
type Adjust = Remap['adjust']
const adjust = computed<Adjust>(() => history.settled?.remap.adjust ?? { turn: 0, saturation: 0, brightness: 0 })
const atRest = computed(() => !adjust.value.turn && !adjust.value.saturation && !adjust.value.brightness)
const commandFor = (change: Partial<Adjust>) => ({ do: 'adjust artwork' as const, adjust: change })
const preview = (change: Partial<Adjust>): void => history.preview(commandFor(change))
const settle = (change: Partial<Adjust>): void => history.run(commandFor(change))
const adopt = (): void => history.runSaying({ do: 'adopt adjustment' }, 'The adjustment is now the scheme’s own.')
onUnmounted(() => history.preview(null))
</script>

<template>
  <div class="grid min-h-0 grid-cols-[minmax(0,1fr)] grid-rows-[auto_minmax(0,1fr)] gap-3" data-test="whole-artwork">
    <section class="grid gap-0.5" aria-labelledby="adjust-title">
      <div class="flex h-7 items-center gap-1">
        <h3 id="adjust-title" class="mr-auto">Adjust the result; the scheme stays</h3>
        <button class="control" :disabled="atRest" title="The swatches themselves take these colors" @click="adopt">
          Adopt into scheme
        </button>
        <button class="control" :disabled="atRest" @click="settle({ turn: 0, saturation: 0, brightness: 0 })">
          At rest
        </button>
      </div>
      <SliderNumber
        wide
        label="Turn"
        :value="adjust.turn"
        :min="-180"
        :max="180"
        @preview="preview({ turn: $event })"
        @settle="settle({ turn: $event })"
      />
      <SliderNumber
        wide
        label="Saturation"
        :value="Math.round(adjust.saturation * 100)"
        :min="-100"
        :max="100"
        unit="%"
        @preview="preview({ saturation: $event / 100 })"
        @settle="settle({ saturation: $event / 100 })"
      />
      <SliderNumber
        wide
        label="Brightness"
        :value="Math.round(adjust.brightness * 100)"
        :min="-100"
        :max="100"
        unit="%"
        @preview="preview({ brightness: $event / 100 })"
        @settle="settle({ brightness: $event / 100 })"
      />
    </section>
    <RestrictPanel :key="remapping.artwork?.id" />
  </div>
</template>
