<script setup lang="ts">
import { ref, useId } from 'vue'

/** A password, hidden until one wants to see it. */
defineProps<{ label: string; test: string; use: 'current-password' | 'new-password'; hint?: string }>()
const text = defineModel<string>({ required: true })
const shown = ref(false)
const id = useId()
</script>

<template>
  <div class="grid gap-1">
    <label :for="id">{{ label }}</label>
    <span class="flex gap-2">
      <input
        :id="id"
        v-model="text"
        class="field h-8! min-w-0 grow font-sans!"
        :type="shown ? 'text' : 'password'"
        :autocomplete="use"
        :aria-describedby="hint ? `${id}-hint` : undefined"
        maxlength="200"
        required
        :data-test="test"
      /><button type="button" class="control h-8! w-16" :aria-pressed="shown" @click="shown = !shown">
        {{ shown ? 'Hide' : 'Show' }}
      </button>
    </span>
    <p v-if="hint" :id="`${id}-hint`" class="text-caption text-quiet">{{ hint }}</p>
  </div>
</template>
