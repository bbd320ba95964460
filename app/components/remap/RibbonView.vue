<script setup lang="ts">
/**
 * The ribbons from inks to swatches, with how they are matched above, and below what is selected or the group of a
 * swatch.
 */
const stage = useStage()
const remapping = useRemapping()
const percent = computed(() => remapping.order.correlation.toFixed(2))
const lightBroken = (on: boolean): void =>
  stage.light(on && remapping.order.broken.size ? remapping.members(remapping.order.broken) : null)
</script>

<template>
  <div class="grid min-h-0 grid-cols-[minmax(0,1fr)] grid-rows-[auto_minmax(0,1fr)_auto] gap-2">
    <MatchBar />
    <RibbonBed v-if="remapping.rows.length" />
    <p v-else class="self-start border border-dashed border-strong p-6 text-center">This artwork says no colors.</p>
    <div class="grid gap-1.5">
      <p class="flex h-6 items-center gap-2 text-caption" data-test="value-order">
        <span>Order of light and dark</span><span class="value" data-test="correlation">{{ percent }}</span>
        <button
          v-if="remapping.order.broken.size"
          class="control h-6! px-1.5! text-caption"
          @pointerenter="lightBroken(true)"
          @pointerleave="lightBroken(false)"
          @focus="lightBroken(true)"
          @blur="lightBroken(false)"
          @click="remapping.select(remapping.order.broken)"
        >
          ◆ {{ remapping.order.broken.size }} {{ remapping.order.broken.size === 1 ? 'ink breaks' : 'inks break' }} it
        </button>
        <span v-else class="text-quiet">kept</span>
        <label
          class="ml-auto flex items-center gap-1.5"
          title="Selecting and moving an ink takes its lights and darks along"
          ><input v-model="remapping.families" type="checkbox" />families together</label
        >
      </p>
      <SelectionBar v-if="remapping.selected.size" />
      <GroupPanel v-else-if="remapping.group" :id="remapping.group" :key="remapping.group" />
      <p v-else class="flex h-7 items-center text-caption text-quiet">
        Drag an ink to a swatch. A click selects; a click on a swatch shows its group.
      </p>
    </div>
  </div>
</template>
