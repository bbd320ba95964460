<script setup lang="ts">
import { computed, onUnmounted, ref, watch } from 'vue'
import { plainName } from '#core/color/name'
import { sentence } from '#core/document/sentence'
import type { Wall } from '~/composables/useArtworkWall'
import { useHistory } from '~/stores/history'

/** Sends an ink of the picked pieces to a swatch, or leaves it as it is, in these pieces alone; previewed as it is chosen. */
const { wall } = defineProps<{ wall: Wall }>()
const emit = defineEmits<{ done: [] }>()
const history = useHistory()
/** Stands for leaving an ink as it is. */
const AS_IS = ''
const ink = ref('')
const to = ref('')
const inks = computed(() =>
  wall.inksOfChosen.value.map(({ hex, pieces }) => ({
    value: hex,
    title: `${sentence(plainName(hex))} ${hex} (in ${pieces})`,
  })),
)
const targets = computed(() => [
  ...(history.settled?.scheme ?? []).map(({ id, name }) => ({ value: id, title: name })),
  { value: AS_IS, title: 'As is' },
])
watch(
  inks,
  ([first], before) => {
    if (!before) to.value = targets.value[0]?.value ?? AS_IS
    if (!inks.value.some(({ value }) => value === ink.value)) ink.value = first?.value ?? ''
  },
  { immediate: true },
)
const target = computed(() => (to.value === AS_IS ? null : to.value))
const preview = (): void => history.preview(wall.sending(ink.value, target.value))
watch([ink, to], preview)
onUnmounted(() => history.preview(null))
const send = (): void => {
  wall.send(ink.value, target.value)
  emit('done')
}
</script>

<template>
  <form class="flex w-full flex-wrap items-center gap-1.5" data-test="wall-ink" @submit.prevent="send">
    <i class="size-4 border border-line" :style="{ background: ink }" aria-hidden="true" />
    <SelectField v-model="ink" class="max-w-56" verbatim label="Ink of the selected artwork" :choices="inks" />
    <span>to</span>
    <SelectField v-model="to" class="max-w-40" label="Swatch it goes to" :choices="targets" />
    <button class="control">Recolor</button>
    <button type="button" class="control bare" @click="emit('done')">Cancel</button>
  </form>
</template>
