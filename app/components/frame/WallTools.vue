<script setup lang="ts">
import { computed, ref, useTemplateRef } from 'vue'
import { XMarkIcon } from '@heroicons/vue/20/solid'
import { MAX_REPRESENTATIVES } from '#core/proofs/representatives'
import { WALL_ORDERS, type Wall } from '~/composables/useArtworkWall'

/** Search and order of a wall of artwork, and commands on the picked pieces. */
const { wall } = defineProps<{ wall: Wall }>()
const { words, folder, order } = wall
const folderChoices = computed(() => [
  { value: '', title: 'All folders' },
  ...wall.folders.value.map(({ folder: value, count }) => ({ value, title: `${value} (${count})` })),
])
const isMoving = ref(false)
const typed = ref('')
/** True while an ink of the picked pieces is being sent to a swatch. */
const isRecoloring = ref(false)
const recolor = useTemplateRef<HTMLElement>('recolor')
const endRecoloring = (): void => {
  isRecoloring.value = false
  recolor.value?.focus()
}
const move = (): void => {
  wall.moveTo(typed.value.trim() || null)
  isMoving.value = false
  typed.value = ''
}
</script>

<template>
  <div
    v-if="wall.chosen.value.length"
    class="flex flex-wrap items-center gap-1.5"
    role="group"
    aria-label="Selected artwork"
    data-test="wall-picked"
  >
    <span class="mr-auto font-semibold" role="status">{{ wall.chosen.value.length }} selected</span>
    <button class="control" @click="wall.pickAll">All</button>
    <button class="control" @click="wall.pickOthers">All but these</button>
    <button class="control" @click="wall.putFirst">Put first</button>
    <form v-if="isMoving" class="flex gap-1.5" @submit.prevent="move">
      <input
        v-model="typed"
        class="field w-32 font-sans!"
        list="wall-folders"
        aria-label="Folder; empty for none"
        placeholder="Folder"
        maxlength="240"
        @keydown.esc.stop="isMoving = false"
      /><datalist id="wall-folders">
        <option v-for="{ folder: each } in wall.folders.value" :key="each" :value="each" /></datalist
      ><button class="control">Move</button>
    </form>
    <button v-else class="control" @click="isMoving = true">Move to…</button>
    <button
      v-if="wall.inksOfChosen.value.length"
      ref="recolor"
      class="control"
      :aria-expanded="isRecoloring"
      title="Send one ink of these to a swatch, in these alone"
      data-test="wall-recolor"
      @click="isRecoloring = !isRecoloring"
    >
      Recolor…
    </button>
    <button
      v-if="wall.all.value.length > MAX_REPRESENTATIVES && wall.chosen.value.length <= MAX_REPRESENTATIVES"
      class="control"
      :aria-pressed="wall.representedBy.value"
      title="Show these on proofs and in the line-up instead of those whose inks differ most"
      data-test="wall-represent"
      @click="wall.represent"
    >
      On proofs
    </button>
    <button v-if="wall.excepted.value.length" class="control" @click="wall.followAll">Follow all</button>
    <button class="control" @click="wall.remove(wall.chosen.value)">Remove</button>
    <button class="control bare px-1.5" aria-label="Clear selection" @click="wall.unpick">
      <XMarkIcon class="size-4" />
    </button>
    <WallInk v-if="isRecoloring" :wall="wall" @done="endRecoloring" />
  </div>
  <div v-else class="flex flex-wrap items-center gap-2" data-test="wall-tools">
    <input
      v-model="words"
      type="search"
      class="field w-40 font-sans!"
      placeholder="Name, ink or swatch"
      aria-label="Find artwork by name, ink or swatch"
      data-test="wall-words"
    />
    <SelectField
      v-if="wall.folders.value.length"
      v-model="folder"
      class="max-w-36"
      verbatim
      label="Folder"
      :choices="folderChoices"
      data-test="wall-folder"
    />
    <SelectField v-model="order" label="Order of artwork" :choices="WALL_ORDERS" data-test="wall-order" />
    <slot />
    <span class="ml-auto text-caption text-quiet" role="status" data-test="wall-found">{{
      wall.found.value.length === wall.all.value.length ? '' : `${wall.found.value.length} of ${wall.all.value.length}`
    }}</span>
  </div>
</template>
