<script setup lang="ts">
import { ref, watch } from 'vue'
import { useLighting } from '~/composables/useLighting'
import { useRemapping } from '~/stores/remapping'

/**
 * The ribbons from inks to swatches, with how they are matched above, and below what is selected or the group of a
 * swatch.
 */
const light = useLighting()
const remapping = useRemapping()
/** True if the list of what is lost is open. */
const listed = ref(false)
const lightLost = (on: boolean): void => light(on && remapping.lost.size ? remapping.members(remapping.lost) : null)
watch(
  () => remapping.losses.length,
  length => {
    if (!length) listed.value = false
  },
)
</script>

<template>
  <div class="grid min-h-0 grid-cols-[minmax(0,1fr)] grid-rows-[auto_minmax(0,1fr)_auto] gap-2">
    <MatchBar />
    <div v-if="remapping.rows.length" class="relative grid min-h-0">
      <RibbonBed />
      <FirstHint hint="ribbons" class="absolute left-28 top-2">
        Inks of the artwork on the left go to swatches on the right. Drag one to another swatch; point at it to see
        where it is.
      </FirstHint>
    </div>
    <p v-else class="self-start border border-dashed border-strong p-6 text-center">
      This artwork has no colors to remap.
    </p>
    <div class="grid gap-1.5">
      <LossList v-if="listed" class="max-h-44" />
      <p class="flex min-h-6 items-center gap-2 text-caption" data-test="contrast-kept">
        <span>Contrast of adjoining colors</span>
        <template v-if="remapping.losses.length">
          <button
            class="control small px-1.5! text-caption"
            :aria-expanded="listed"
            @pointerenter="lightLost(true)"
            @pointerleave="lightLost(false)"
            @focus="lightLost(true)"
            @blur="lightLost(false)"
            @click="listed = !listed"
          >
            ◆ {{ remapping.losses.length }} lost
          </button>
          <button
            v-if="remapping.losses.length > 1"
            class="control small px-1.5! text-caption"
            title="The smallest change that separates them again"
            @click="remapping.mend(remapping.losses)"
          >
            Fix all
          </button>
        </template>
        <span v-else class="text-quiet">kept</span>
        <label
          class="ml-auto flex items-center gap-1.5"
          title="Selecting or moving an ink includes its lights and darks"
          ><input v-model="remapping.families" type="checkbox" />Families together</label
        >
      </p>
      <SelectionBar v-if="remapping.selected.size" />
      <GroupPanel v-else-if="remapping.group" :id="remapping.group" :key="remapping.group" />
    </div>
  </div>
</template>
