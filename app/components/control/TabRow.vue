<script setup lang="ts" generic="Value extends string">
import { computed } from 'vue'
import { Tab, TabGroup, TabList } from '@headlessui/vue'

/** Tabs for the views of a bench: one tab stop, arrows choose. What they show stands below them, by the chosen value. */
const { tabs, label } = defineProps<{
  tabs: ReadonlyArray<{ value: Value; title: string; count?: number }>
  label: string
}>()
const chosen = defineModel<Value>({ required: true })
const place = computed(() =>
  Math.max(
    0,
    tabs.findIndex(({ value }) => value === chosen.value),
  ),
)
const choose = (at: number): void => {
  const next = tabs[at]
  if (next) chosen.value = next.value
}
</script>

<template>
  <TabGroup :selected-index="place" @change="choose">
    <TabList class="flex" :aria-label="label">
      <Tab
        v-for="{ value, title, count } in tabs"
        :key="value"
        class="choice flex-auto whitespace-nowrap text-caption xl:text-body"
        type="button"
      >
        {{ title }} <span v-if="count" class="value text-quiet">{{ count }}</span>
      </Tab>
    </TabList>
  </TabGroup>
</template>
