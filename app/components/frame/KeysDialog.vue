<script setup lang="ts">
import { computed, ref } from 'vue'
import { isStep, STEP_WORDS } from '~/words/steps'
import { useShortcutsOn } from '~/composables/useShortcutsOn'
import { keyWords } from '#core/interaction/keys'
import { SHORTCUTS, type Where } from '~/words/shortcuts'
import { useFootLineOn } from '~/composables/useFootLineOn'

/** All keys, found by word, by where they hold. They can be switched off here. */
const emit = defineEmits<{ close: [] }>()
const words = ref('')
const on = useShortcutsOn()
const lined = useFootLineOn()
const titleOf = (where: Where): string => (isStep(where) ? STEP_WORDS[where].title : where)
const groups = computed(() => {
  const wanted = words.value.trim().toLowerCase()
  const found = Object.values(SHORTCUTS).filter(({ words: description, keys, where }) =>
    `${description} ${keys.join(' ')} ${titleOf(where)}`.toLowerCase().includes(wanted),
  )
  return [...new Set(found.map(({ where }) => where))].map(where => ({
    title: titleOf(where),
    all: found.filter(each => each.where === where),
  }))
})
</script>

<template>
  <DialogFrame title="Help" wide test="keys" @close="emit('close')">
    <input v-model="words" class="field font-sans!" type="search" aria-label="Find a key" placeholder="Find a key" />
    <!-- eslint-disable-next-line vuejs-accessibility/no-static-element-interactions -- what scrolls is scrolled by keys -->
    <div class="max-h-96 columns-2 gap-x-6 overflow-y-auto" role="region" tabindex="0" aria-label="All keys">
      <section v-for="{ title, all } in groups" :key="title" class="mb-3 grid break-inside-avoid">
        <h3 class="first-letter:uppercase">{{ title }}</h3>
        <dl class="grid grid-cols-[minmax(0,1fr)_fit-content(96px)] gap-x-3">
          <template v-for="{ words: label, keys } in all" :key="label">
            <dt>{{ label }}</dt>
            <dd class="value text-right">{{ keys.map(keyWords).join(' or ') }}</dd>
          </template>
        </dl>
      </section>
      <p v-if="!groups.length" role="status">No key matches.</p>
    </div>
    <div class="flex items-center justify-between">
      <span class="flex gap-5"
        ><label class="flex items-center gap-1.5"><input v-model="on" type="checkbox" />Single-key shortcuts</label
        ><label class="flex items-center gap-1.5"
          ><input v-model="lined" type="checkbox" />Tips at the foot of the bench</label
        ></span
      >
      <span class="flex gap-2"
        ><a class="control" href="/guide" target="_blank" data-test="open-guide">Guide</a
        ><button class="control primary" @click="emit('close')">Close</button></span
      >
    </div>
  </DialogFrame>
</template>
