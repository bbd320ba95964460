<script setup lang="ts">
import { computed, watch } from 'vue'
import { swatchesHeight } from '#core/interaction/ribbons'
import { useShortcuts } from '~/composables/useShortcuts'
import { withKey } from '~/words/shortcuts'
import { REMAP_VIEWS, useRemapping } from '~/stores/remapping'
import { useHand } from '~/composables/usePointerKind'
import { useHistory } from '~/stores/history'
import { usePainting } from '~/stores/painting'
import { useStage } from '~/stores/stage'

/**
 * Remap: the artwork and how it is looked at above, then by turns the ribbons, the inks as a list, touch-ups, the
 * whole, and the set.
 */
const history = useHistory()
const painting = usePainting()
const stage = useStage()
const remapping = useRemapping()
const TABS = REMAP_VIEWS.map(({ view, title }) => ({ value: view, title }))
const isSeveral = computed(() => (history.document?.artwork.length ?? 0) > 1)
const toggleDivider = (): void => {
  stage.divider = stage.divider === null ? 0.5 : null
}

watch(
  () => remapping.view,
  view => {
    stage.picking = view === 'touches' ? stage.pickBy : null
  },
  { immediate: true },
)
const hand = useHand()
/** So high, in pixels, that what stands below what is above it has its room: every swatch, and the touch-ups. */
const tall = computed(() => {
  const [swatches, finger] = [history.document?.scheme.length ?? 0, hand.finger.value]
  switch (remapping.view) {
    case 'ribbons':
      return (finger ? 410 : 320) + swatchesHeight(swatches, hand.min.value)
    case 'touches':
      return (finger ? 560 : 420) + swatches * (hand.min.value + 2)
    default:
      return 0
  }
})
useShortcuts({ 'divider': toggleDivider, 'deal targets': remapping.deal })
</script>

<template>
  <div
    class="grid h-full grid-cols-[minmax(0,1fr)] grid-rows-[auto_auto_auto_minmax(0,1fr)] gap-2 p-5 pb-2 pt-3"
    :style="{ minHeight: `max(544px, ${tall}px)` }"
    data-test="remap"
  >
    <div class="flex items-center gap-2">
      <h2 class="mr-auto">Remap</h2>
      <button
        class="control"
        data-test="toggle-divider"
        :aria-pressed="stage.divider !== null"
        :title="withKey('A divider between before and after', 'divider')"
        @click="toggleDivider"
      >
        Divider
      </button>
      <button
        class="control"
        :aria-pressed="stage.before"
        title="Hold O anywhere"
        @pointerdown="stage.before = true"
        @pointerup="stage.before = false"
        @pointerleave="stage.before = false"
        @keydown.space.prevent="stage.before = true"
        @keydown.enter.prevent="stage.before = true"
        @keyup.space="stage.before = false"
        @keyup.enter="stage.before = false"
        @blur="stage.before = false"
      >
        Original <span class="text-caption text-quiet">Hold O</span>
      </button>
    </div>
    <div class="flex items-center gap-3">
      <ArtworkStrip small class="min-w-0 grow" />
      <label v-if="isSeveral" class="flex shrink-0 items-center gap-1.5" title="Changes apply to this artwork only"
        ><input v-model="remapping.alone" type="checkbox" />Only this one</label
      >
    </div>
    <TabRow v-model="remapping.view" label="Remap view" :tabs="TABS" />
    <p v-if="!painting.artwork" class="self-start border border-dashed border-strong p-6 text-center">
      Add artwork in Gather; its inks appear here, joined to the swatches they become.
    </p>
    <RibbonView v-else-if="remapping.view === 'ribbons'" />
    <InkList v-else-if="remapping.view === 'inks'" />
    <TouchList v-else-if="remapping.view === 'touches'" />
    <WholeArtwork v-else-if="remapping.view === 'whole'" />
    <SetTray v-else />
  </div>
</template>
