<script setup lang="ts">
import { computed, ref } from 'vue'
import { ChevronLeftIcon, ChevronRightIcon } from '@heroicons/vue/20/solid'
import type { Finding, Fix } from '#core/check/finding'
import { countWords } from '#core/document/names'
import { isOfColors } from '#core/check/mend'
import { restingPointer } from '~/browser/restingPointer'
import { useChecking } from '~/stores/checking'
import { useHistory } from '~/stores/history'
import { usePainting } from '~/stores/painting'
import { useLighting } from '~/composables/useLighting'

/**
 * One finding: what, how much, and what mends it. Pointing lights where, pointing at a fix previews it, a click takes
 * it; it can be put aside with a note.
 */
const { finding, fixes } = defineProps<{ finding: Finding; fixes: readonly Fix[] | undefined }>()
const checking = useChecking()
const history = useHistory()
const painting = usePainting()
const lightInks = useLighting()
const pointer = restingPointer()
const noting = ref(false)
const note = ref('')
const MOST = 3
const swatches = computed(() =>
  finding.swatches.flatMap(id => history.document?.scheme.find(swatch => swatch.id === id) ?? []),
)
/** The pieces it holds in, where there are several to tell of; and the place of the one on the stage among them, from 1. */
const pieces = computed(() => checking.pieces.get(finding.key) ?? [])
const place = computed(() => pieces.value.indexOf(painting.piece?.id ?? '') + 1)
const canBeLettering = computed(() => finding.rule === 'lettering')

const point = (fix: Fix | null, event?: PointerEvent): void => {
  if (event && pointer.rests(event)) return
  checking.preview(fix)
}
const take = (fix: Fix, event: MouseEvent): void => {
  pointer.rest(event)
  lightInks(null)
  checking.take(fix)
}
const light = (on: boolean): void => lightInks(on && finding.inks.length ? finding.inks : null)
const putAside = (): void => {
  checking.putAside(finding, note.value)
  noting.value = false
}
</script>

<template>
  <li
    class="grid grid-cols-[16px_minmax(0,1fr)] gap-x-2 finger:grid-cols-[40px_minmax(0,1fr)] border-b border-line py-2"
    data-test="finding"
    :data-rule="finding.rule"
  >
    <div class="grid content-start justify-items-center gap-2">
      <SeverityMark class="mt-px" :severity="finding.severity" /><label
        v-if="isOfColors(finding)"
        class="grid place-items-center"
        ><input
          type="checkbox"
          class="accent-accent"
          title="Fix it with the others"
          :aria-label="`Fix with the others: ${finding.words}`"
          :checked="checking.ticked.includes(finding)"
          @change="checking.tick(finding, !checking.ticked.includes(finding))"
      /></label>
    </div>
    <div class="grid gap-1">
      <!-- eslint-disable-next-line vuejs-accessibility/no-static-element-interactions -- where it is, is a button too -->
      <div class="flex items-start gap-2" @pointerenter="light(true)" @pointerleave="light(false)">
        <p class="min-w-0 grow first-letter:uppercase">
          {{ finding.words }} <span class="text-caption text-quiet">{{ finding.figure }}</span>
        </p>
        <span class="flex shrink-0" aria-hidden="true"
          ><i v-for="{ id, hex } in swatches" :key="id" class="size-4" :style="{ background: hex }"
        /></span>
      </div>
      <div data-previews class="flex flex-wrap items-center gap-1">
        <button
          v-for="fix in (fixes ?? []).slice(0, MOST)"
          :key="fix.words"
          class="control small px-2! text-caption"
          :title="fix.moves ? `Colors shift by ΔE ${fix.moves.toFixed(1)}` : 'No color changes'"
          data-test="fix"
          @click="take(fix, $event)"
          @pointerenter="point(fix, $event)"
          @pointerleave="point(null, $event)"
          @focus="point(fix)"
          @blur="point(null)"
        >
          {{ fix.words }}
        </button>
        <span v-if="!fixes" class="text-caption text-quiet">Looking for a fix…</span>
        <span v-else-if="!fixes.length" class="text-caption text-quiet">No single change fixes this.</span>
        <span
          v-if="pieces.length"
          class="flex items-center text-caption text-quiet"
          role="group"
          :aria-label="`Pieces with: ${finding.words}`"
          data-test="finding-pieces"
        >
          <button
            class="control bare small px-1!"
            aria-label="Previous piece with this finding"
            @click="checking.goToPiece(finding, -1)"
          >
            <ChevronLeftIcon class="size-4" /></button
          ><span role="status">{{ place ? `${place} of ` : '' }}{{ countWords(pieces.length, 'piece') }}</span
          ><button
            class="control bare small px-1!"
            aria-label="Next piece with this finding"
            @click="checking.goToPiece(finding, 1)"
          >
            <ChevronRightIcon class="size-4" />
          </button>
        </span>
        <span class="ml-auto flex">
          <button
            v-if="finding.inks.length"
            class="control bare small px-1.5! text-caption"
            :aria-label="`Show where: ${finding.words}`"
            @focus="light(true)"
            @blur="light(false)"
            @pointerenter="light(true)"
            @pointerleave="light(false)"
          >
            Where
          </button>
          <button
            v-if="canBeLettering"
            class="control bare small px-1.5! text-caption"
            title="These colors aren’t lettering on a background"
            @click="history.run({ do: 'say lettering', key: finding.key, is: false })"
          >
            Not lettering
          </button>
          <button
            class="control bare small px-1.5! text-caption"
            :aria-expanded="noting"
            data-test="put-aside"
            @click="noting = !noting"
          >
            Set aside
          </button>
        </span>
      </div>
      <form v-if="noting" class="flex gap-1" @submit.prevent="putAside">
        <input
          v-model="note"
          class="field small min-w-0 grow font-sans! text-caption"
          aria-label="Why it is set aside"
          placeholder="Reason (optional)"
          maxlength="500"
        /><button class="control small px-2! text-caption">Set aside</button>
      </form>
    </div>
  </li>
</template>
