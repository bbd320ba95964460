<script setup lang="ts">
import { computed, onUnmounted, shallowRef, useTemplateRef, watch } from 'vue'
import {
  enlargedBox,
  toggleHidden,
  isCurrentProof,
  PROOFS_FIRST,
  sheetRatio,
  VARIATIONS_ACROSS,
} from '#core/interaction/proofSheets'
import { useProofs } from '~/stores/proofs'
import { withKey } from '~/words/shortcuts'
import { useElementSize } from '@vueuse/core'
import { Squares2X2Icon } from '@heroicons/vue/20/solid'
import { HARMONIES } from '#core/harmony/harmony'
import { verdictWords } from '#core/proofs/verdict'
import type { Proof } from '~/stores/sheetProofs'
import { columnsIn, largestTileSize, sizeInRow, SIZES, tileOf } from '#core/interaction/tiles'
import { useDeals } from '~/stores/deals'
import { useHistory } from '~/stores/history'
import { usePainting } from '~/stores/painting'

/**
 * A grid of live proofs of one kind, in the shape of their artwork, with what can be set for it. In the bench, or laid
 * over stage and bench, where the one pointed at is enlarged; `flowing` leaves the scrolling to what it stands in;
 * `beside` is the second of two, which goes by what is set for the first.
 */
const {
  large = false,
  flowing = false,
  beside = false,
} = defineProps<{ large?: boolean; flowing?: boolean; beside?: boolean }>()
const history = useHistory()
const painting = usePainting()
const proofs = useProofs()
const own = computed(() => (beside ? proofs.beside : proofs.main))
const deals = useDeals()
const room = useTemplateRef<HTMLElement>('room')
const grid = useTemplateRef<HTMLElement>('grid')
const { width, height } = useElementSize(room)

/** Artwork that proofs show by turns, in words: all of it, or the representatives of a large set. */
const turnsTitle = computed(() => {
  const [all, shown] = [painting.pieces.length, painting.representatives.length]
  return shown < all ? `${shown} of ${all} pieces` : 'All artwork'
})
const turnsHint = computed(() => {
  if (turnsTitle.value === 'All artwork') return 'Rotate through all artwork'
  const isChosen = painting.representatives.some(({ represents }) => represents)
  return isChosen
    ? 'Rotate through the pieces chosen in Remap, Set'
    : 'Show by turns the pieces whose inks differ most; choose others in Remap’s Set'
})
/** No proof that fits by itself is smaller, in the bench and where the sheet lies large. */
const LEAST = { bench: 92, large: 120 } as const
/** Columns share the room that is left, but for so much of their own width: even, and never far apart. */
const STRETCH = 1.2
const where = computed(() => (large ? 'large' : 'bench'))
const ratio = computed(() => sheetRatio(own.value.shown.map(({ piece }) => piece)))
const fitted = computed(() =>
  largestTileSize(
    { width: width.value, height: flowing ? 0 : height.value },
    {
      count: own.value.shown.length,
      ratio: ratio.value,
      columns: fixed.value,
      min: LEAST[where.value],
    },
  ),
)
/** Number in a row where that is fixed. */
const fixed = computed(() => (own.value.what === 'variations' ? VARIATIONS_ACROSS : undefined))
const size = computed(() => {
  const wanted = beside ? null : proofs.sizes[where.value]
  return wanted === null ? fitted.value : sizeInRow(wanted, width.value, ratio.value, fixed.value ?? 1)
})
const tile = computed(() => tileOf(size.value, ratio.value))
const columns = computed(() => fixed.value ?? columnsIn(width.value, tile.value))
const resize = (event: Event): void => {
  proofs.sizes = { ...proofs.sizes, [where.value]: Number((event.target as HTMLInputElement).value) }
}

/** The proof that is enlarged, and where it stands: beside its tile, inside the sheet. */
const enlarged = shallowRef<{ proof: Proof; left: string; top: string; width: string } | null>(null)
const enlarge = (proof: Proof | null, place: HTMLElement | null): void => {
  enlarged.value = null
  if (!large || !proof || !place || !room.value) return
  const [around, tileBox] = [room.value.getBoundingClientRect(), place.getBoundingClientRect()]
  const within = {
    left: tileBox.left - around.left,
    right: tileBox.right - around.left,
    top: tileBox.top - around.top,
    height: tileBox.height,
  }
  const box = enlargedBox(around, within, proof.piece.width / proof.piece.height, tile.value.picture)
  enlarged.value = box && { proof, left: `${box.left}px`, top: `${box.top}px`, width: `${box.width}px` }
}
watch(
  () => own.value.shown,
  () => {
    enlarged.value = null
  },
)
const isCurrent = (proof: Proof): boolean =>
  history.settled !== null && isCurrentProof(own.value.what, proof, history.settled)

watch(
  () => own.value.asked,
  () => void own.value.refresh(),
  { immediate: true },
)
onUnmounted(() => proofs.point(null))

const toggle = (kind: string): void => {
  proofs.hidden = toggleHidden(proofs.hidden, kind)
}
const step = (change: Partial<typeof proofs.variation>): void => {
  proofs.variation = { ...proofs.variation, ...change }
}
</script>

<template>
  <div
    class="grid grid-cols-[minmax(0,1fr)] content-start gap-1.5"
    :class="flowing ? '' : 'h-full min-h-0 grid-rows-[auto_minmax(0,1fr)]'"
  >
    <div class="flex min-h-7 flex-wrap items-center gap-x-1.5 gap-y-0.5">
      <template v-if="own.what === 'harmonies'">
        <PopOver :title="`Show ${HARMONIES.length - proofs.hidden.length} of ${HARMONIES.length}`">
          <label v-for="kind in HARMONIES" :key="kind" class="flex min-h-7 items-center gap-2 px-2 hover:bg-hover"
            ><input type="checkbox" :checked="!proofs.hidden.includes(kind)" @change="toggle(kind)" /><span
              class="first-letter:uppercase"
              >{{ kind }}</span
            ></label
          >
        </PopOver>
        <p
          v-if="history.settled && !history.settled.derived"
          class="min-w-0 grow basis-40 text-caption leading-[13px] text-quiet"
          data-test="gathered"
        >
          A harmony derives a new scheme from the base; locked swatches stay.
        </p>
      </template>
      <template v-else-if="own.what === 'variations'">
        <label class="flex items-center gap-1 text-caption"
          >Turn<NumberField
            class="w-10"
            aria-label="Turn across, in degrees"
            :value="proofs.variation.turn"
            :min="1"
            :max="90"
            @settle="step({ turn: $event })"
          />°</label
        >
        <label class="flex items-center gap-1 text-caption"
          ><SelectField
            label="What changes downward"
            :model-value="proofs.variation.down"
            :choices="[
              { value: 'saturation', title: 'Saturation' },
              { value: 'brightness', title: 'Brightness' },
            ]"
            @update:model-value="down => step({ down })"
          /><NumberField
            class="w-10"
            aria-label="Step downward, in percent"
            :value="Math.round(proofs.variation.step * 100)"
            :min="1"
            :max="50"
            @settle="step({ step: $event / 100 })"
          />%</label
        >
      </template>
      <template v-else-if="own.what === 'deals'">
        <button
          class="control"
          :title="withKey('New companions for what is not locked; without a lock the base is held', 'deal')"
          @click="proofs.deal"
        >
          Deal
        </button>
        <span v-if="deals.past.length" class="flex items-center" role="group" aria-label="Deals">
          <button class="control bare px-1!" aria-label="Previous deal" :disabled="deals.at === 0" @click="deals.at--">
            ‹</button
          ><span class="value" data-test="deal-at">{{ deals.at + 1 }} of {{ deals.past.length }}</span
          ><button
            class="control bare px-1!"
            aria-label="Next deal"
            :disabled="deals.at >= deals.past.length - 1"
            @click="deals.at++"
          >
            ›
          </button>
        </span>
        <label class="flex items-center gap-1 text-caption" title="Deal in this harmony only"
          ><input v-model="deals.within" type="checkbox" />This harmony</label
        >
      </template>
      <p v-else-if="own.what === 'tones'" class="min-w-0 grow basis-24 text-caption leading-[13px] text-quiet">
        How light and strong the swatches are, in this harmony.
      </p>
      <p v-else class="min-w-0 grow basis-24 text-caption leading-[13px] text-quiet">
        The same swatches on other parts of the artwork.
      </p>
      <span v-if="!beside" class="ml-auto flex shrink-0 items-center">
        <label
          class="mr-1.5 flex items-center gap-1 text-caption"
          title="Best first, by edges kept, lettering, accent, swatches in use and color-blind readers"
          >First<SelectField
            v-model="proofs.first"
            class="small"
            label="Order of the proofs"
            :choices="PROOFS_FIRST.map(value => ({ value, title: value }))"
        /></label>
        <label v-if="painting.pieces.length > 1" class="mr-1.5 flex items-center gap-1 text-caption" :title="turnsHint"
          ><input v-model="proofs.byTurns" type="checkbox" />{{ turnsTitle }}</label
        >
        <button
          class="control bare small px-1!"
          aria-label="Fit the proofs to the space"
          title="Fit to the space"
          :disabled="proofs.sizes[where] === null"
          @click="proofs.sizes = { ...proofs.sizes, [where]: null }"
        >
          <Squares2X2Icon class="size-4" /></button
        ><input
          type="range"
          class="slide w-8 finger:w-16"
          title="Size of the proofs"
          :min="SIZES.min"
          :max="large ? SIZES.max : 320"
          :step="SIZES.step"
          :value="size"
          aria-label="Size of the proofs"
          data-test="proof-size"
          @input="resize"
        />
      </span>
    </div>
    <div ref="room" class="relative min-h-0 min-w-0">
      <FirstHint v-if="!large && !beside" hint="proofs" class="absolute right-2 top-2">
        Point at a proof to see it on the stage; click to adopt it. The petals of its flower show how it does there:
        edges kept, lettering, accent, swatches in use, color-blind readers. Long, filled petals are good.
      </FirstHint>
      <ul
        v-if="own.shown.length"
        ref="grid"
        v-one-stop="{ of: '[data-proof]' }"
        data-previews
        class="grid content-start gap-1.5"
        :class="{ 'h-full snap-y snap-proximity overflow-y-auto *:snap-start': !flowing }"
        :style="{ gridTemplateColumns: `repeat(${columns}, minmax(0, ${Math.round(tile.width * STRETCH)}px))` }"
        :aria-label="`Proofs: ${own.what}`"
        :data-test="beside ? 'proofs-beside' : 'proofs'"
      >
        <ProofTile
          v-for="(proof, i) in own.shown"
          :key="i"
          :proof="proof"
          :height="tile.picture"
          :current="isCurrent(proof)"
          :data-test="
            own.what === 'harmonies' ? `harmony-${proof.key}` : own.what === 'tones' ? `tones-${proof.key}` : undefined
          "
          @over="enlarge"
        />
      </ul>
      <p v-else-if="own.what === 'deals' && deals.problem" class="flex items-center gap-2" role="alert">
        ▲ Dealing failed: {{ deals.problem }}<button class="control" @click="own.refresh()">Try again</button>
      </p>
      <p v-else-if="own.what === 'deals'" class="text-quiet" role="status">
        {{
          deals.isHeld ? 'Every swatch is locked. Unlock the ones to deal (L on the band), then press D.' : 'Dealing…'
        }}
      </p>
      <p v-else class="text-quiet" role="status">Nothing to show.</p>
      <figure
        v-if="enlarged"
        class="pointer-events-none absolute z-10 border border-strong bg-table p-2 shadow-float"
        :style="{ left: enlarged.left, top: enlarged.top, width: enlarged.width }"
        data-test="enlarged"
      >
        <span class="block" :style="{ aspectRatio: enlarged.proof.piece.width / enlarged.proof.piece.height }"
          ><ArtworkProof
            large
            :art="enlarged.proof.piece"
            :colors="enlarged.proof.colors"
            :by-hand="enlarged.proof.byHand"
        /></span>
        <figcaption class="h-13 overflow-hidden pt-1 text-caption leading-4">
          <b class="inline-block font-semibold first-letter:uppercase">{{ enlarged.proof.caption }}</b
          ><br />{{ verdictWords(enlarged.proof.verdict) }}
        </figcaption>
      </figure>
    </div>
  </div>
</template>
