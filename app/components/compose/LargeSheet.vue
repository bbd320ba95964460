<script setup lang="ts">
import { nextTick, onMounted, onUnmounted, useTemplateRef } from 'vue'
import { onKeyStroke } from '@vueuse/core'
import { ArrowsPointingInIcon } from '@heroicons/vue/20/solid'
import { withKey } from '~/words/shortcuts'
import { SHEETS } from '#core/interaction/proofSheets'
import { useProofs } from '~/stores/proofs'

/** A sheet of proofs laid over stage and bench; two to six of them side by side in its place. */
const proofs = useProofs()
const sheet = useTemplateRef<HTMLElement>('sheet')
const SHOWN = SHEETS.filter(({ sheet: each }) => each !== 'whole')

/** The focus comes along: to the sheet, and back to what laid it. */
const before = document.activeElement
onMounted(() => sheet.value?.focus())
onUnmounted(() => {
  const back = before instanceof HTMLElement && before.isConnected && before !== document.body ? before : null
  void nextTick(() => (back ?? document.querySelector<HTMLElement>('[data-test=lay-large]'))?.focus())
})
onKeyStroke('Escape', event => {
  if (event.defaultPrevented || proofs.comparing) return
  proofs.layLarge()
})
</script>

<template>
  <section
    ref="sheet"
    class="sheet absolute inset-0 z-20 grid gap-2 bg-panel px-5 py-3"
    aria-label="Large proofs"
    tabindex="-1"
    data-test="large-sheet"
  >
    <div class="flex items-center gap-3">
      <TabRow
        v-model="proofs.sheet"
        class="w-120"
        label="Sheets"
        :tabs="SHOWN.map(({ sheet: value, title }) => ({ value, title }))"
      />
      <CompareButton />
      <button
        class="control ml-auto"
        :title="withKey('Back to stage and bench', 'lay large')"
        data-test="lay-back"
        @click="proofs.layLarge"
      >
        <ArrowsPointingInIcon class="size-4" />Stage and bench
      </button>
    </div>
    <div class="relative min-h-0">
      <ComparisonTable v-if="proofs.comparing" />
      <ProofSheet v-else large />
    </div>
  </section>
</template>

<style scoped>
.sheet {
  grid-template: 28px minmax(0, 1fr) / minmax(0, 1fr);
  outline-offset: -2px;
}
</style>
