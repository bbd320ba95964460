<script setup lang="ts">
import { computed, onUnmounted } from 'vue'
import { countWords } from '#core/document/names'
import type { MendedLook } from '#core/check/mend'
import { restingPointer } from '~/browser/restingPointer'
import { useChecking } from '~/stores/checking'
import { useHistory } from '~/stores/history'
import { usePainting } from '~/stores/painting'

/**
 * Mends all ticked findings together by the smallest change: how far hues may shift for it, how far the search is, and what
 * it found, in three strengths, as proofs; with what could not be settled, and why.
 */
const checking = useChecking()
const history = useHistory()
const painting = usePainting()
const pointer = restingPointer()
const MAX_TOLERANCE = 45
const adopt = (look: MendedLook) => ({ do: 'adopt' as const, look: look.look, what: `fixed, ${look.strength}` })
const point = (look: MendedLook | null, event?: PointerEvent): void => {
  if (event && pointer.rests(event)) return
  history.preview(look && adopt(look))
}
const take = (look: MendedLook, event: MouseEvent): void => {
  pointer.rest(event)
  history.runSaying(adopt(look), `Fixed ${countWords(look.settled.length, 'finding')}.`)
}
const proofs = computed(() =>
  (checking.mending?.looks ?? []).map(look => ({ look, painted: painting.inOther(look.look) })),
)
const wordsOf = (key: string): string => checking.open.find(finding => finding.key === key)?.words ?? ''
onUnmounted(checking.stopMending)
</script>

<template>
  <section class="grid gap-2 border-b border-strong pb-2" aria-label="Fix together" data-test="mend">
    <div class="flex flex-wrap items-center gap-2 text-caption">
      <button
        class="control text-body"
        :disabled="!checking.ticked.length || checking.mending?.part != null"
        data-test="mend-all"
        @click="checking.mend"
      >
        {{ checking.ticked.length === 1 ? 'Fix the selected one' : `Fix ${checking.ticked.length} together` }}
      </button>
      <label class="flex items-center gap-1.5"
        >by the smallest change; hues may shift
        <NumberField
          class="small w-10"
          aria-label="How far hues may shift, in degrees"
          :value="checking.tolerance"
          :min="0"
          :max="MAX_TOLERANCE"
          @settle="value => (checking.tolerance = value)"
        />°</label
      >
      <template v-if="checking.mending?.part != null"
        ><progress
          class="h-1.5 w-24 accent-accent"
          aria-label="Search progress"
          :value="checking.mending.part"
        /><button class="control small" @click="checking.stopMending">Stop</button></template
      >
    </div>
    <ul
      v-if="proofs.length"
      v-one-stop="{ of: '.framed' }"
      data-previews
      class="grid grid-cols-3 gap-2"
      aria-label="Fixes at three strengths"
    >
      <li v-for="{ look, painted } in proofs" :key="look.strength" class="min-w-0">
        <button
          class="framed block size-full"
          :title="`Colors shift by ΔE ${look.cost.toFixed(1)}, weighted by area`"
          :aria-label="`Fixed, ${look.strength}`"
          data-test="mended"
          :data-colors="look.look.scheme.map(({ hex }) => hex).join()"
          @click="take(look, $event)"
          @pointerenter="point(look, $event)"
          @pointerleave="point(null, $event)"
          @focus="point(look)"
          @blur="point(null)"
        >
          <span class="block h-32 p-1"
            ><ArtworkProof v-if="painting.piece" :art="painting.piece" v-bind="painted" /></span
          ><SchemeStrip class="h-2" :scheme="look.look.scheme" /><span
            class="block px-1 pb-0.5 text-left text-caption first-letter:uppercase"
            >{{ look.strength }}</span
          >
        </button>
      </li>
    </ul>
    <ul v-if="checking.mending?.unsettled.length" class="text-caption" aria-label="Not fixed" data-test="unsettled">
      <li v-for="{ key, why } in checking.mending.unsettled" :key="key">
        <span class="text-quiet">Not fixed: {{ wordsOf(key) }}</span> {{ why }}
      </li>
    </ul>
    <p v-if="checking.mending && checking.mending.part === null && !proofs.length" class="text-caption" role="status">
      No change to unlocked swatches fixes any of these. Unlock a swatch, or let hues shift further.
    </p>
  </section>
</template>
