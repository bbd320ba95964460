<script setup lang="ts">
import { computed, useTemplateRef } from 'vue'
import { MinusIcon, PlusIcon } from '@heroicons/vue/16/solid'
import { verdictWords } from '#core/proofs/verdict'
import { withKey } from '~/words/shortcuts'
import { useProofs } from '~/stores/proofs'
import type { Proof } from '~/stores/sheetProofs'

/**
 * A candidate in the artwork, with its control strip and one line: pointing previews it on the stage, a click adopts
 * it, K keeps it, M marks it, plus and minus deal more like it and less.
 */
const { proof, height, current = false } = defineProps<{ proof: Proof; height: number; current?: boolean }>()
const emit = defineEmits<{ over: [proof: Proof | null, place: HTMLElement | null] }>()
const proofs = useProofs()
const DEALS = [
  { icon: PlusIcon, how: 'more', act: proofs.more },
  { icon: MinusIcon, how: 'less', act: proofs.less },
] as const
const place = useTemplateRef<HTMLElement>('place')
const marked = computed(() => proofs.isMarked(proof))
const seriousWords = computed(() => {
  const { serious } = proof.verdict
  return serious ? `${serious === 1 ? 'one serious finding' : `${serious} serious findings`}` : ''
})
const words = computed(() => [verdictWords(proof.verdict), seriousWords.value].filter(Boolean).join(' · '))

const point = (on: boolean, event?: PointerEvent): void => {
  proofs.point(on ? proof : null, event)
  emit('over', on ? proof : null, place.value)
}
const keyed = (event: KeyboardEvent): void => {
  if (event.ctrlKey || event.metaKey || event.altKey) return
  if (event.key === '+') proofs.more(proof)
  else if (event.key === '-') proofs.less(proof)
  else return
  event.preventDefault()
}
</script>

<template>
  <li ref="place" class="group relative min-w-0">
    <button
      class="proof framed flex size-full flex-col"
      :class="{ 'current font-semibold': current }"
      :aria-label="[proof.caption, ...(current ? ['in use'] : []), words].join(', ')"
      :aria-pressed="current"
      :title="`${proof.caption}: click adopts, K keeps, M marks`"
      :data-proof="proof.key"
      data-test="proof"
      :data-colors="proof.look.scheme.map(({ hex }) => hex).join()"
      :data-lost="proof.verdict.strongLost || undefined"
      @click="proofs.adopt(proof, $event)"
      @pointerenter="point(true, $event)"
      @pointerleave="point(false, $event)"
      @focus="point(true)"
      @blur="point(false)"
      @keydown="keyed"
    >
      <span class="block p-1" :style="{ height: `${height + 8}px` }"
        ><ArtworkProof :art="proof.piece" :large="height > 260" :colors="proof.colors" :by-hand="proof.byHand"
      /></span>
      <span class="flex w-full items-center gap-1 pr-1"
        ><SchemeStrip class="h-1.5 min-w-0 grow" :scheme="proof.look.scheme" /><span
          v-if="proof.verdict.serious"
          class="text-caption leading-[14px]"
          :title="seriousWords"
          data-test="proof-serious"
          >▲{{ proof.verdict.serious }}</span
        ><VerdictFlower
          class="size-[14px] shrink-0"
          :verdict="proof.verdict"
          data-test="verdict"
          :data-rank="proof.verdict.rank.toFixed(4)"
      /></span>
      <span class="block w-full px-1 text-left text-caption leading-[14px] wrap-break-word first-letter:uppercase">{{
        proof.caption
      }}</span>
    </button>
    <span class="tools" :class="{ marked }">
      <button
        v-for="{ icon, how, act } in DEALS"
        :key="how"
        class="tool"
        :title="withKey(`Deal ${how} like this`, `${how} like`)"
        :aria-label="`Deal ${how} like ${proof.caption}`"
        tabindex="-1"
        @click="act(proof)"
      >
        <component :is="icon" class="size-3.5" />
      </button>
      <button
        class="tool mark"
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
    </span>
  </li>
</template>

<style scoped>
.proof > span:first-child {
  width: 100%;
}
[data-hand='finger'] .tools {
  flex-direction: column;
}
.tools {
  position: absolute;
  right: 1px;
  top: 1px;
  display: flex;
}
.tool {
  display: grid;
  place-items: center;
  width: var(--low);
  height: var(--low);
  color: var(--text);
  opacity: 0;
  position: relative;
}
.tool::before {
  content: '';
  position: absolute;
  inset: 2px;
  z-index: -1;
  background: var(--panel);
  border: 1px solid var(--line);
  border-radius: 2px;
}
.group:hover .tool,
.group:focus-within .tool,
.tools.marked .mark {
  opacity: 1;
  z-index: 0;
}
</style>
