<script setup lang="ts">
import { withKey } from '~/composables/shortcuts'
import type { Proof } from '~/stores/proofs'

/**
 * A candidate in the artwork, with its control strip and one line: pointing previews it on the stage, a click adopts
 * it, K keeps it, M marks it.
 */
const { proof, current = false } = defineProps<{ proof: Proof; current?: boolean }>()
const proofs = useProofs()
const marked = computed(() => proofs.isMarked(proof))
const lostWords = 'letters or outlines are lost'
const total = computed(() => proof.look.scheme.reduce((sum, { share }) => sum + share, 0) || 1)
</script>

<template>
  <li class="group relative min-w-0">
    <button
      class="proof"
      :class="{ current }"
      :aria-label="[proof.caption, ...(current ? ['in use'] : []), ...(proof.strongLost ? [lostWords] : [])].join(', ')"
      :aria-pressed="current"
      :title="`${proof.caption}: click adopts, K keeps, M marks`"
      :data-proof="proof.key"
      data-test="proof"
      :data-colors="proof.look.scheme.map(({ hex }) => hex).join()"
      @click="proofs.adopt(proof, $event)"
      @pointerenter="proofs.point(proof, $event)"
      @pointerleave="proofs.point(null, $event)"
      @focus="proofs.point(proof)"
      @blur="proofs.point(null)"
    >
      <span class="block min-h-0 p-1"
        ><ArtworkProof
          :hash="proof.piece.hash"
          :ratio="proof.piece.width / proof.piece.height"
          :colors="proof.colors"
          :by-hand="proof.byHand"
      /></span>
      <span class="flex h-1.5"
        ><i
          v-for="swatch in proof.look.scheme"
          :key="swatch.id"
          class="h-full"
          :style="{ background: swatch.hex, flex: `${swatch.share / total} 1 4px` }"
      /></span>
      <span class="flex min-w-0 items-baseline gap-1 px-1 text-caption leading-4"
        ><span class="min-w-0 grow truncate text-left first-letter:uppercase">{{ proof.caption }}</span
        ><span v-if="proof.strongLost" class="shrink-0" :title="lostWords" aria-hidden="true" data-test="proof-lost"
          >◆</span
        ></span
      >
    </button>
    <button
      class="mark"
      :class="{ marked }"
      :aria-pressed="marked"
      :aria-label="`Mark ${proof.caption} to compare`"
      :title="withKey('Mark to compare', 'mark')"
      tabindex="-1"
      @click="proofs.mark(proof)"
    >
      <svg viewBox="-7 -7 14 14" class="size-3.5" fill="none" stroke="currentColor">
        <circle r="4" :fill="marked ? 'currentColor' : 'none'" />
        <path d="M-7 0H-4M4 0H7M0 -7V-4M0 4V7" />
      </svg>
    </button>
  </li>
</template>

<style scoped>
.proof {
  display: grid;
  width: 100%;
  height: 100%;
  grid-template-rows: minmax(0, 1fr) auto auto;
  border: 1px solid var(--line);
  border-radius: 2px;
  background: var(--table);
}
.proof:hover {
  border-color: var(--strong-line);
}
.proof:focus-visible {
  outline-offset: -1px;
}
.proof.current {
  border-color: var(--text);
  box-shadow: inset 0 -2px 0 var(--text);
  font-weight: 600;
}
.mark {
  position: absolute;
  right: 1px;
  top: 1px;
  display: grid;
  place-items: center;
  width: 24px;
  height: 24px;
  opacity: 0;
  color: var(--text);
}
.mark::before {
  content: '';
  position: absolute;
  inset: 3px;
  z-index: -1;
  background: var(--panel);
  border-radius: 2px;
}
.group:hover .mark,
.mark.marked,
.mark:focus-visible {
  opacity: 1;
}
</style>
