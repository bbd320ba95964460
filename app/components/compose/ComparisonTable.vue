<script setup lang="ts">
import { computed } from 'vue'
import { onKeyStroke } from '@vueuse/core'
import { XMarkIcon } from '@heroicons/vue/20/solid'
import { usePainting } from '~/stores/painting'
import { useProofs } from '~/stores/proofs'

/** Two to six marked looks, large and side by side in the place of the stage. */
const painting = usePainting()
const proofs = useProofs()
const looks = computed(() => proofs.marked.map(candidate => ({ candidate, ...painting.inOther(candidate.look) })))
const wide = computed(() => (painting.piece?.width ?? 1) > (painting.piece?.height ?? 1))
const columns = computed(() => {
  const count = looks.value.length
  if (count === 2) return wide.value ? 1 : 2
  return count <= 4 ? 2 : wide.value ? 2 : 3
})
onKeyStroke('Escape', () => {
  proofs.comparing = false
})
</script>

<template>
  <section
    class="absolute inset-0 z-20 grid grid-rows-[28px_minmax(0,1fr)] gap-2 bg-table p-3"
    aria-label="Comparison"
    data-test="comparison"
  >
    <div class="flex items-center gap-2">
      <h3 class="grow">Side by side: {{ looks.length }} of those marked</h3>
      <button class="control small" @click="proofs.clear">Unmark all</button
      ><button class="control bare px-1" aria-label="Close the comparison" @click="proofs.comparing = false">
        <XMarkIcon class="size-4" />
      </button>
    </div>
    <ul class="grid min-h-0 auto-rows-fr gap-3" :style="{ gridTemplateColumns: `repeat(${columns}, minmax(0, 1fr))` }">
      <li
        v-for="{ candidate, colors, byHand } in looks"
        :key="candidate.key"
        class="grid min-h-0 grid-rows-[minmax(0,1fr)_10px_28px] gap-1"
        data-test="compared"
      >
        <span class="block min-h-0"
          ><ArtworkProof v-if="painting.piece" large :art="painting.piece" :colors="colors" :by-hand="byHand"
        /></span>
        <span class="mx-auto flex w-3/4"
          ><i
            v-for="swatch in candidate.look.scheme"
            :key="swatch.id"
            class="h-full"
            :style="{ background: swatch.hex, flex: `${swatch.share} 1 6px` }"
        /></span>
        <span class="flex items-center gap-1"
          ><span class="min-w-0 grow truncate text-caption first-letter:uppercase">{{ candidate.caption }}</span
          ><button class="control small px-1.5! text-caption" @click="proofs.adopt(candidate)">Adopt</button
          ><button class="control small px-1.5! text-caption" @click="proofs.keep(candidate)">Keep</button
          ><button
            class="control bare small px-1!"
            :aria-label="`Unmark ${candidate.caption}`"
            @click="proofs.mark(candidate)"
          >
            <XMarkIcon class="size-3.5" /></button
        ></span>
      </li>
    </ul>
  </section>
</template>
