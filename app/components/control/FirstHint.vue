<script setup lang="ts">
import { onMounted, onUnmounted } from 'vue'
import { HINTS, type Hint } from '~/words/hints'
import { useHints } from '~/stores/hints'

/** A hint for the first time one is here, at its place; put away, it is gone for good. */
const { hint } = defineProps<{ hint: Hint }>()
const hints = useHints()
onMounted(() => hints.place(hint))
onUnmounted(() => hints.leave(hint))
</script>

<template>
  <div
    v-if="hints.given === hint"
    class="z-30 grid w-64 gap-2 border border-strong bg-panel p-3 shadow-float"
    role="note"
    :data-test="`hint-${hint}`"
    @pointerdown.stop
  >
    <p><slot /></p>
    <p class="flex items-center justify-between">
      <button class="control bare small px-0! text-caption text-quiet" @click="hints.putAllAway()">
        No more hints
      </button>
      <span class="value text-quiet">{{ HINTS.indexOf(hint) + 1 }} of {{ HINTS.length }}</span>
      <button class="control small" @click="hints.putAway(hint)">Got it</button>
    </p>
  </div>
</template>
