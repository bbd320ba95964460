<script setup lang="ts">
import { Popover, PopoverButton, PopoverPanel } from '@headlessui/vue'

/** A word that explains itself on asking: a press on it opens what it means, of itself or of each of its choices. */
const { word, means } = defineProps<{
  word: string
  means: string | ReadonlyArray<{ word: string; means: string }>
}>()
const button = useTemplateRef<{ $el: HTMLElement }>('button')
const panel = useTemplateRef<{ $el: HTMLElement }>('panel')
const place = useMenuPlace(
  () => button.value,
  () => panel.value,
  () => 'bottom-start',
)
</script>

<template>
  <Popover as="span" class="relative">
    <PopoverButton
      ref="button"
      class="asked min-h-(--low) min-w-(--low)"
      :aria-label="`What ${word} means`"
      :data-test="`explain-${word}`"
      >{{ word }}</PopoverButton
    >
    <PopoverPanel
      ref="panel"
      class="z-50 w-72 overflow-y-auto border border-strong bg-panel p-3 text-left text-body font-normal text-ink shadow-float"
      :style="place"
      data-test="explained"
    >
      <p v-if="typeof means === 'string'">{{ means }}</p>
      <dl v-else class="grid gap-1.5">
        <div v-for="each in means" :key="each.word">
          <dt class="font-semibold first-letter:uppercase">{{ each.word }}</dt>
          <dd>{{ each.means }}</dd>
        </div>
      </dl>
    </PopoverPanel>
  </Popover>
</template>

<style scoped>
:deep(.asked) {
  text-decoration: underline dotted;
  text-underline-offset: 3px;
}
</style>
