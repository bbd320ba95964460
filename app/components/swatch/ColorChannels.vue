<script setup lang="ts">
import { computed, shallowRef } from 'vue'
import { useLocalStorage } from '@vueuse/core'
import { CHANNELS, trackOf, type ChannelMode } from '#core/color/channels'

/** A color in numbers, in the notation one likes best. `preview` while a slider moves, `pick` when it is let go. */
const { hex, hue } = defineProps<{ hex: string; hue: number }>()
const emit = defineEmits<{
  preview: [color: { hex: string; hue: number } | null]
  pick: [color: { hex: string; hue: number }]
}>()
const mode = useLocalStorage<ChannelMode>('plumbago channels', 'hsb')
const channels = computed(() => CHANNELS[mode.value] ?? CHANNELS.hsb)

/** The numbers last set, as long as the color is what they gave: so that none of them is lost in gray or black. */
const set = shallowRef<{ mode: ChannelMode; values: number[]; hex: string } | null>(null)
const values = computed(() =>
  set.value?.hex === hex && set.value.mode === mode.value ? set.value.values : channels.value.read(hex, hue),
)
const colorWith = (place: number, value: number): { hex: string; hue: number } => {
  const next = values.value.map((each, i) => (i === place ? value : each))
  const color = channels.value.write(next, hue)
  set.value = { mode: mode.value, values: next, hex: color.hex }
  return color
}
const modes = (Object.keys(CHANNELS) as Array<keyof typeof CHANNELS>).map(value => ({ value }))
</script>

<template>
  <div class="grid gap-0.5">
    <ChoiceRow v-model="mode" class="mb-1" small look="choice uppercase" label="Numbers" :choices="modes" />
    <SliderChannel
      v-for="({ name, max, unit }, i) in channels.channels"
      :key="mode + name"
      :name="name"
      :max="max"
      :unit="unit"
      :value="values[i] ?? 0"
      :track="trackOf(channels, values, i, hue)"
      @preview="emit('preview', colorWith(i, $event))"
      @settle="emit('pick', colorWith(i, $event))"
    />
    <p v-if="mode === 'cmyk'" class="text-caption text-quiet">Plain conversion, without a press profile.</p>
  </div>
</template>
