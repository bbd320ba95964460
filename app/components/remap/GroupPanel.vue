<script setup lang="ts">
import { computed } from 'vue'
import { onKeyStroke } from '@vueuse/core'
import { countMerged, SHADINGS, type Shading } from '#core/remap/shading'
import { leadsOf } from '#core/remap/recolor'
import { useHistory } from '~/stores/history'
import { useLighting } from '~/composables/useLighting'
import { usePainting } from '~/stores/painting'
import { useRemapping } from '~/stores/remapping'

/** The group of one swatch: how its inks follow it, previewed when pointed at, and which of them leads. */
const { id } = defineProps<{ id: string }>()
const history = useHistory()
const painting = usePainting()
const light = useLighting()
const remapping = useRemapping()
const swatch = computed(() => history.document?.scheme.find(each => each.id === id))
const own = computed(() => history.settled?.remap.groups[id])
const group = computed(() => remapping.groupOf(id))
const inks = computed(() =>
  [...group.value].sort((one, other) => other.area - one.area).flatMap(({ members }) => members),
)
const lead = computed(
  () => leadsOf(painting.inks, new Map(inks.value.map(hex => [hex, id])), () => own.value?.lead).get(id) ?? null,
)
/** Inks with the colors they become now, darkest first. */
const steps = computed(() => inks.value.slice(0, 24).map(hex => ({ hex, now: remapping.colors.get(hex) ?? hex })))
const together = computed(() =>
  remapping.rows.length ? countMerged(inks.value, hex => remapping.colors.get(hex) ?? hex) : 0,
)
const flat = computed(() => (own.value?.shading ?? history.settled?.remap.shading) === 'flat')
const shade = (shading: Shading | null): void => history.run({ do: 'shade group', swatch: id, shading })
onKeyStroke('Escape', () => {
  remapping.group = null
})
const shadingOf = (way: Shading | 'same as all'): Shading | null => (way === 'same as all' ? null : way)
const leadChoices = computed(() =>
  steps.value.map(({ hex, now }) => ({
    value: hex,
    title: now,
    hint: `${hex} becomes ${now}`,
    label: `${hex}, becomes ${now}`,
  })),
)
</script>

<template>
  <div
    v-if="swatch"
    class="grid gap-1.5 border-t border-line pt-1.5"
    role="group"
    :aria-label="`Group of ${swatch.name}`"
    data-test="group"
  >
    <div class="flex items-center gap-2">
      <i class="size-5 shrink-0" :style="{ background: swatch.hex }" /><span class="min-w-0 truncate">{{
        swatch.name
      }}</span>
      <ChoiceRow
        class="ml-auto"
        small
        previews
        look="choice whitespace-nowrap px-2 first-letter:uppercase"
        :label="`Shading of the group of ${swatch.name}`"
        :model-value="own?.shading ?? 'same as all'"
        :choices="[
          { value: 'same as all', hint: 'Shade like all other groups' },
          ...SHADINGS.map(value => ({ value })),
        ]"
        @point="way => history.preview(way && { do: 'shade group', swatch: id, shading: shadingOf(way) })"
        @update:model-value="way => shade(shadingOf(way))"
      />
      <button class="control bare small px-1.5!" aria-label="Close the group" @click="remapping.group = null">✕</button>
    </div>
    <div v-if="inks.length" class="flex items-center gap-2">
      <span class="shrink-0 text-caption text-quiet">Led by</span>
      <ChoiceRow
        class="min-w-0 gap-px overflow-x-auto [scrollbar-width:none]"
        look="step"
        previews
        label="Lead ink"
        :model-value="lead ?? ''"
        :choices="leadChoices"
        @point="hex => light(hex ? [hex] : null)"
        @update:model-value="hex => hex && history.run({ do: 'lead group', swatch: id, lead: hex })"
      >
        <template #default="{ choice }">
          <i :style="{ background: choice.value }" /><i :style="{ background: choice.title }" />
        </template>
      </ChoiceRow>
      <button
        v-if="own?.lead"
        class="control bare small px-1.5! text-caption"
        @click="history.run({ do: 'lead group', swatch: id, lead: null })"
      >
        Largest
      </button>
      <span
        v-if="together && !flat"
        class="ml-auto shrink-0 text-caption"
        data-test="together"
        title="There is no room between them and white or black"
        >◆ {{ together }} {{ together === 1 ? 'step falls' : 'steps fall' }} together</span
      >
    </div>
    <p v-else class="text-caption text-quiet">No ink of this artwork goes to it. Drag one here.</p>
  </div>
</template>

<style scoped>
:deep(.step) {
  display: grid;
  grid-template-rows: 1fr 1fr;
  width: 24px;
  height: 28px;
  flex: none;
  border: 1px solid transparent;
}
:deep(.step) i {
  display: block;
}
:deep(.step[aria-checked='true']) {
  border-color: var(--text);
  box-shadow: inset 0 -3px 0 var(--text);
}
:deep(.step:focus-visible) {
  outline-offset: -2px;
}
</style>
