<script setup lang="ts">
import { computed } from 'vue'
import { MAX_COLORWAYS } from '#core/document/limits'
import { useHistory } from '~/stores/history'
import { useLineUp } from '~/stores/lineUp'
import { usePainting } from '~/stores/painting'

/** Colorways in the bench: freezing the present look, the one that is open, all of them, and the way to the line-up. */
const lineUp = useLineUp()
const history = useHistory()
const painting = usePainting()
const frozen = computed(() => lineUp.colorways.length)
const proofs = computed(() =>
  (lineUp.proposed ?? []).map(candidate => ({ candidate, painted: painting.inOther(candidate.look) })),
)
</script>

<template>
  <section class="relative grid gap-3" aria-labelledby="colorways" data-test="colorways">
    <FirstHint hint="freeze" class="absolute right-0 top-9">
      Freeze what you like: a colorway holds scheme, remapping and touch-ups as they are. Line up several, show them in
      a review, hand over their files.
    </FirstHint>
    <div class="flex items-center gap-2">
      <h2 id="colorways" class="grow">Colorways</h2>
      <button
        class="control primary"
        data-test="freeze"
        :disabled="lineUp.isFull"
        :title="
          lineUp.isFull
            ? `A project has up to ${MAX_COLORWAYS} colorways`
            : 'Freeze scheme, remapping and touch-ups as they are'
        "
        @click="lineUp.freeze"
      >
        Freeze this look
      </button>
      <button
        class="control"
        data-test="propose"
        :disabled="lineUp.proposing || lineUp.isFull"
        title="Five that look most different in the artwork, from kept looks, harmonies and tone plans"
        @click="lineUp.propose"
      >
        {{ lineUp.proposing ? 'Looking…' : 'Propose five' }}
      </button>
      <button v-if="frozen" class="control" data-test="lay-line-up" @click="lineUp.large = true">Line up</button>
    </div>
    <div
      v-if="lineUp.open"
      class="flex flex-wrap items-center gap-2 border border-strong p-2"
      role="status"
      data-test="open-colorway"
    >
      <span class="min-w-0 grow"
        ><b class="font-semibold">{{ lineUp.open.colorway.name }}</b> is open:
        {{ lineUp.open.changes.length ? lineUp.open.changes.join(', ') : 'nothing changed yet' }}.</span
      >
      <button
        class="control"
        :disabled="!lineUp.open.changes.length"
        data-test="freeze-into"
        @click="history.run({ do: 'freeze into', id: lineUp.open.colorway.id, time: lineUp.now() })"
      >
        Update it
      </button>
      <button class="control" @click="history.run({ do: 'leave colorway' })">Leave it as it was</button>
    </div>
    <ul
      v-if="proofs.length"
      v-one-stop="{ of: '.framed' }"
      class="grid grid-cols-5 gap-2"
      aria-label="Proposed: click one to freeze it"
    >
      <li v-for="{ candidate, painted } in proofs" :key="candidate.key" class="min-w-0">
        <button
          class="framed block size-full"
          :aria-label="`Freeze ${candidate.caption}`"
          data-test="proposed"
          :disabled="lineUp.isFull"
          @click="lineUp.takeProposed(candidate)"
        >
          <span class="block h-24 p-1"
            ><ArtworkProof v-if="painting.piece" :art="painting.piece" v-bind="painted" /></span
          ><span class="block px-1 pb-0.5 text-left text-caption leading-[13px] first-letter:uppercase">{{
            candidate.caption
          }}</span>
        </button>
      </li>
    </ul>
    <ColorwayTiles v-if="frozen" :height="150" :columns="3" />
    <EmptyPlace v-else-if="!proofs.length">
      <template #like>
        <div class="grid grid-cols-3 gap-3">
          <div v-for="place in 3" :key="place" class="grid gap-2">
            <LookNow v-if="place === 1" class="h-44 border border-line bg-table" />
            <span v-else class="h-44 border border-dashed border-line" />
            <span class="h-2 bg-line" :class="place === 2 ? 'w-2/3' : 'w-1/2'" />
          </div>
        </div>
      </template>
      A colorway keeps the whole job in one coloring. Freeze this look, try another, freeze that: then compare.
    </EmptyPlace>
  </section>
</template>
