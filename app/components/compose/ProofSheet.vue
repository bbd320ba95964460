<script setup lang="ts">
import { withKey } from '~/composables/shortcuts'
import equal from 'fast-deep-equal'
import { HARMONIES } from '../../../core/harmony/harmony'
import { lookOf } from '../../../core/document/project'

/** A grid of live proofs of one kind, with what can be set for it. */
const { tall } = defineProps<{ tall: boolean }>()
const history = useHistory()
const painting = usePainting()
const proofs = useProofs()
const grid = useTemplateRef<HTMLElement>('grid')
const columns = computed(() =>
  proofs.sheet === 'tones'
    ? 3
    : proofs.sheet === 'harmonies'
      ? tall
        ? 3
        : 5
      : proofs.sheet === 'variations'
        ? 5
        : tall
          ? 5
          : 6,
)
const rows = computed(() => Math.max(1, Math.ceil(proofs.shown.length / columns.value)))
const now = computed(() => history.settled && lookOf(history.settled))
const isCurrent = (key: string, look: object): boolean =>
  proofs.sheet === 'harmonies'
    ? history.settled?.derived === true && history.settled.harmony.kind === key
    : proofs.sheet === 'tones'
      ? history.settled?.derived === true && history.settled.harmony.plan === key
      : equal(look, now.value)

watch(
  () => proofs.asked,
  () => void proofs.refresh(),
  { immediate: true },
)
onUnmounted(() => proofs.point(null))

const toggle = (kind: string): void => {
  proofs.hidden = proofs.hidden.includes(kind)
    ? proofs.hidden.filter(each => each !== kind)
    : proofs.hidden.length < HARMONIES.length - 1
      ? [...proofs.hidden, kind]
      : proofs.hidden
}
const step = (change: Partial<typeof proofs.variation>): void => {
  proofs.variation = { ...proofs.variation, ...change }
}

/** Arrow keys go from proof to proof. */
const along = (event: KeyboardEvent): void => {
  const all = [...(grid.value?.querySelectorAll<HTMLElement>('[data-proof]') ?? [])]
  const at = all.indexOf(event.target as HTMLElement)
  const way = at < 0 ? null : arrowOf(event)
  if (way) all[at + Math.sign(way.x) - Math.sign(way.y) * columns.value]?.focus()
}
</script>

<template>
  <div class="grid h-full min-h-0 grid-rows-[28px_minmax(0,1fr)] gap-1.5">
    <div class="flex items-center gap-2">
      <template v-if="proofs.sheet === 'harmonies'">
        <PopOver :title="`Show ${HARMONIES.length - proofs.hidden.length} of ${HARMONIES.length}`">
          <label v-for="kind in HARMONIES" :key="kind" class="flex h-7 items-center gap-2 px-2 hover:bg-hover"
            ><input type="checkbox" :checked="!proofs.hidden.includes(kind)" @change="toggle(kind)" /><span
              class="first-letter:uppercase"
              >{{ kind }}</span
            ></label
          >
        </PopOver>
        <p
          v-if="history.settled && !history.settled.derived"
          class="min-w-0 truncate text-caption text-quiet"
          data-test="gathered"
          title="Gathered: a harmony derives a new scheme from its base; what is locked stays."
        >
          Gathered: a harmony derives a new scheme from its base; what is locked stays.
        </p>
      </template>
      <template v-else-if="proofs.sheet === 'variations'">
        <label class="flex items-center gap-1 text-caption"
          >Turn by<NumberField
            class="w-11"
            aria-label="Turn across in degrees"
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
          />by<NumberField
            class="w-11"
            aria-label="Step downward in percent"
            :value="Math.round(proofs.variation.step * 100)"
            :min="1"
            :max="50"
            @settle="step({ step: $event / 100 })"
          />%</label
        >
      </template>
      <template v-else-if="proofs.sheet === 'deals'">
        <button class="control" :title="withKey('New companions for what is not locked', 'deal')" @click="proofs.deal">
          Deal afresh
        </button>
        <span v-if="proofs.past.length" class="flex items-center" role="group" aria-label="Deals">
          <button
            class="control bare px-1.5!"
            aria-label="Earlier deal"
            :disabled="proofs.dealAt === 0"
            @click="proofs.dealAt--"
          >
            ‹</button
          ><span class="value" data-test="deal-at">{{ proofs.dealAt + 1 }} of {{ proofs.past.length }}</span
          ><button
            class="control bare px-1.5!"
            aria-label="Later deal"
            :disabled="proofs.dealAt >= proofs.past.length - 1"
            @click="proofs.dealAt++"
          >
            ›
          </button>
        </span>
        <label class="flex items-center gap-1 text-caption"
          ><input v-model="proofs.within" type="checkbox" />in this harmony</label
        >
      </template>
      <p v-else-if="proofs.sheet === 'tones'" class="text-caption text-quiet">
        How light and strong the swatches are, in this harmony.
      </p>
      <p v-else class="text-caption text-quiet">The same swatches, coloring other parts.</p>
      <label
        class="ml-auto flex shrink-0 items-center gap-1 text-caption"
        title="Those first that keep the contrasts of the artwork best"
        ><input v-model="proofs.bestFirst" type="checkbox" />best kept first</label
      >
      <label
        v-if="painting.pieces.length > 1"
        class="flex shrink-0 items-center gap-1 text-caption"
        title="Show all artwork by turns"
        ><input v-model="proofs.byTurns" type="checkbox" />all artwork</label
      >
    </div>
    <!-- eslint-disable-next-line vuejs-accessibility/no-static-element-interactions -- arrows go from proof to proof -->
    <ul
      v-if="proofs.shown.length"
      ref="grid"
      data-previews
      class="grid min-h-0 gap-1.5 overflow-y-auto"
      :style="{
        gridTemplateColumns: `repeat(${columns}, minmax(0, 1fr))`,
        gridAutoRows: `minmax(${tall ? 76 : 84}px, ${rows > 0 ? `calc((100% - ${(rows - 1) * 6}px) / ${rows})` : '1fr'})`,
      }"
      :aria-label="`Proofs: ${proofs.sheet}`"
      data-test="proofs"
      @keydown="along"
    >
      <ProofTile
        v-for="(proof, i) in proofs.shown"
        :key="i"
        :proof="proof"
        :current="isCurrent(proof.key, proof.look)"
        :data-test="
          proofs.sheet === 'harmonies'
            ? `harmony-${proof.key}`
            : proofs.sheet === 'tones'
              ? `tones-${proof.key}`
              : undefined
        "
      />
    </ul>
    <div
      v-else-if="proofs.sheet === 'deals'"
      class="grid place-items-center border border-dashed border-line p-4 text-center"
    >
      <p>Lock the swatches you like (L on the band), then deal: D.<br />Without a lock the base is held.</p>
    </div>
    <p v-else class="text-quiet" role="status">Nothing to show.</p>
  </div>
</template>
