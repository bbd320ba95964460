<script setup lang="ts">
import { computed, useTemplateRef, watch } from 'vue'
import { APART, EXTRACTED, TAKEN_BY, type TakenBy } from '#core/extract/extract'
import { HARMONIES } from '#core/harmony/harmony'
import { useGathering } from '~/stores/gathering'
import { useHand } from '~/composables/usePointerKind'
import { useHistory } from '~/stores/history'

/** Schemes from pictures: the pictures, what each gives, and how it is bent. */
const emit = defineEmits<{ add: [files: File[]] }>()
const history = useHistory()
const gathering = useGathering()
const chooser = useTemplateRef<HTMLInputElement>('chooser')
const HARMONIC = HARMONIES.filter(kind => kind !== 'free')

const settings = computed(() => history.document?.gathering)
const looked = computed(() => gathering.references.find(({ id }) => id === gathering.looked) ?? null)
const inUse = computed(() => (history.settled?.derived ? '' : [...(settings.value?.of ?? [])].sort().join()))
const isInUse = (of: readonly string[]): boolean => of.length > 0 && [...of].sort().join() === inUse.value
const canLean = computed(() => inUse.value !== '')
const canPull = computed(() => history.settled?.derived === false)
const chosen = (event: Event): void => {
  const input = event.target as HTMLInputElement
  const list = [...(input.files ?? [])]
  input.value = ''
  emit('add', list)
}
const remove = (): void => {
  const gone = looked.value
  if (!gone) return
  history.runSaying({ do: 'remove reference', id: gone.id }, `Took “${gone.name}” off the board.`, {
    do: 'add reference',
    reference: gone,
  })
  gathering.looked = null
}
const rename = (typed: string): void => {
  const name = typed.trim()
  if (looked.value && name) history.run({ do: 'change reference', id: looked.value.id, change: { name } })
}
watch(
  () => gathering.references.length,
  count => {
    if (count === 1) gathering.looked = gathering.references[0]?.id ?? null
  },
  { immediate: true },
)
const TAKEN: Record<TakenBy, { title: string; hint: string }> = {
  eye: { title: 'By eye', hint: 'As people pick them: varied and colorful, with what stands out; one dark, one light' },
  faithful: { title: 'Faithful', hint: 'What covers the picture best' },
}
const hand = useHand()
const camera = useTemplateRef<HTMLInputElement>('camera')
const apartChoices = (Object.keys(APART) as Array<keyof typeof APART>).map(kind => ({
  value: APART[kind] as (typeof APART)[keyof typeof APART],
  title: kind === 'usual' ? 'Usual' : 'Wide',
  hint: `No two colors nearer than ΔE ${APART[kind]}`,
}))
</script>

<template>
  <section class="grid grid-cols-[minmax(0,1fr)] gap-3" aria-labelledby="references-title" data-test="references">
    <div class="flex min-w-0 items-center gap-2">
      <h2 id="references-title" class="grow" :class="{ 'sr-only': looked }">References</h2>
      <template v-if="looked">
        <button v-if="gathering.references.length > 1" class="control" @click="gathering.looked = null">Board</button>
        <TypedField
          class="min-w-0 grow font-sans!"
          aria-label="Name of the reference"
          maxlength="120"
          :value="looked.name"
          @settle="rename"
        />
        <button class="control" @click="remove">Remove</button>
      </template>
      <button v-if="hand.finger.value" class="control" data-test="take-photo" @click="camera?.click()">
        Take a photo…
      </button>
      <button class="control" @click="chooser?.click()">Add pictures…</button>
      <input
        ref="camera"
        type="file"
        class="hidden"
        accept="image/jpeg"
        capture="environment"
        aria-label="Take a photo as a reference"
        data-test="camera"
        @change="chosen"
      />
      <input
        ref="chooser"
        type="file"
        class="hidden"
        accept="image/png,image/jpeg,image/webp,image/gif"
        multiple
        aria-label="Add reference pictures"
        data-test="reference-file"
        @change="chosen"
      />
    </div>
    <p v-if="!gathering.references.length" class="border border-dashed border-strong p-10 text-center">
      Drop, paste or choose pictures: photos, scans, someone’s palette. Their colors become a scheme right away.
    </p>
    <template v-else>
      <PictureView v-if="looked" :key="looked.id" :reference="looked" />
      <ReferenceBoard v-else />
      <ul
        v-one-stop="{ of: 'button' }"
        class="grid auto-cols-[calc((100%-24px)/4)] grid-flow-col gap-2 overflow-x-auto"
        aria-label="Schemes from the references"
      >
        <CandidateCard
          v-for="candidate in gathering.candidates"
          :key="candidate.key"
          :candidate="candidate"
          :in-use="isInUse(candidate.of)"
          :looked="candidate.of.length === 1 ? looked?.id === candidate.of[0] : !looked"
          @look="gathering.looked = candidate.of.length === 1 ? (candidate.of[0] ?? null) : null"
        />
      </ul>
      <div class="grid grid-cols-[132px_minmax(0,1fr)] gap-5">
        <LeanPad
          :lean="settings?.lean ?? { x: 0, y: 0 }"
          :disabled="!canLean"
          @lean="gathering.lean"
          @settle="gathering.leanSettle"
        />
        <div class="grid content-start gap-1">
          <SliderNumber
            label="Colors"
            :value="settings?.count ?? 5"
            :min="EXTRACTED.min"
            :max="EXTRACTED.max"
            unit=""
            @settle="gathering.change({ count: $event })"
          />
          <div
            v-if="settings"
            class="grid grid-cols-[64px_minmax(0,1fr)] xl:grid-cols-[64px_minmax(0,1fr)_auto_minmax(0,0.8fr)] items-center gap-2"
          >
            <span>Method</span>
            <ChoiceRow
              label="Method"
              data-test="taken-by"
              :model-value="settings.by"
              :choices="TAKEN_BY.map(value => ({ value, ...TAKEN[value] }))"
              @update:model-value="by => gathering.change({ by })"
            />
            <span>Spacing</span>
            <ChoiceRow
              label="Spacing of the colors"
              :model-value="settings.apart"
              :choices="apartChoices"
              @update:model-value="apart => gathering.change({ apart })"
            />
          </div>
          <div class="grid grid-cols-[64px_minmax(0,1fr)] items-center gap-2">
            <span>Pull into</span>
            <SelectField
              label="Pull into"
              data-test="pull-kind"
              :disabled="!canPull"
              :model-value="settings?.pull.kind ?? 'complementary'"
              :choices="HARMONIC.map(value => ({ value, title: value }))"
              @update:model-value="kind => settings && history.run({ do: 'pull', pull: { ...settings.pull, kind } })"
            />
          </div>
          <SliderNumber
            label="Amount"
            :value="Math.round((settings?.pull.amount ?? 0) * 100)"
            :min="0"
            :max="100"
            unit="%"
            :disabled="!canPull"
            @preview="settings && history.preview({ do: 'pull', pull: { ...settings.pull, amount: $event / 100 } })"
            @settle="settings && history.run({ do: 'pull', pull: { ...settings.pull, amount: $event / 100 } })"
          />
        </div>
      </div>
    </template>
  </section>
</template>
