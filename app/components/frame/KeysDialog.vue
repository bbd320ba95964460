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
  <DialogFrame title="Keys" wide test="keys" @close="emit('close')">
    <input v-model="words" class="field font-sans!" type="search" aria-label="Find a key" placeholder="Find a key" />
    <!-- eslint-disable-next-line vuejs-accessibility/no-static-element-interactions -- what scrolls is scrolled by keys -->
    <div
      class="grid max-h-96 grid-cols-2 content-start gap-x-6 gap-y-3 overflow-y-auto"
      role="region"
      tabindex="0"
      aria-label="All keys"
    >
      <section v-for="{ title, all } in groups" :key="title" class="grid content-start">
        <h3 class="first-letter:uppercase">{{ title }}</h3>
        <dl class="grid grid-cols-[minmax(0,1fr)_auto] gap-x-3">
          <template v-for="{ words: said, keys } in all" :key="said">
            <dt>{{ said }}</dt>
            <dd class="value text-right">{{ keys.map(keyWords).join(' or ') }}</dd>
          </template>
        </dl>
      </section>
      <p v-if="!groups.length" role="status">No key has that in its words.</p>
    </div>
    <div class="flex items-center justify-between">
      <span class="flex gap-5"
        ><label class="flex items-center gap-1.5"><input v-model="on" type="checkbox" />Single keys work</label
        ><label class="flex items-center gap-1.5"
          ><input v-model="lined" type="checkbox" />Line at the foot of the bench</label
        ></span
      >
      <button class="control primary" @click="emit('close')">Close</button>
    </div>
  </DialogFrame>
</template>
