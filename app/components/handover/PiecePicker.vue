<script setup lang="ts">
import { inRows } from '#core/math/rows'
import { computed, ref } from 'vue'
import { useVirtualList } from '@vueuse/core'

/** The choice of pieces of artwork: all, none, or one by one, found by name and folder where there are many. */
const { pieces } = defineProps<{ pieces: ReadonlyArray<{ id: string; name: string; folder?: string | undefined }> }>()
const chosen = defineModel<string[]>({ required: true })

/** From so many pieces on they are searched. */
const MANY = 12
const [COLUMNS, ROW_HEIGHT] = [2, 28]
/** Whole rows that are seen at a time: a list that is cut in a row looks as if it ended there. */
const SHOWN_ROWS = 6
const words = ref('')
const found = computed(() => {
  const wanted = words.value.trim().toLowerCase()
  return wanted
    ? pieces.filter(({ name, folder = '' }) => `${folder}/${name}`.toLowerCase().includes(wanted))
    : [...pieces]
})
const rows = computed(() => inRows(found.value, COLUMNS))
const { list, containerProps, wrapperProps } = useVirtualList(rows, { itemHeight: ROW_HEIGHT, overscan: 6 })
/** A set, so that a thousand are looked up at once. */
const isChosen = computed(() => new Set(chosen.value))
const foundChosen = computed(() => found.value.filter(({ id }) => isChosen.value.has(id)))
/** Takes all that are found in, or out where any of them is in; the others stay. */
const toggleAll = (): void => {
  const ids = new Set(found.value.map(({ id }) => id))
  const others = chosen.value.filter(id => !ids.has(id))
  chosen.value = foundChosen.value.length ? others : [...others, ...ids]
}
const toggle = (id: string): void => {
  chosen.value = isChosen.value.has(id) ? chosen.value.filter(each => each !== id) : [...chosen.value, id]
}
</script>

<template>
  <fieldset class="grid grid-cols-[minmax(0,1fr)] gap-1.5" data-test="piece-picker">
    <legend class="mb-1 flex w-full items-center gap-2 font-semibold">
      <span class="grow"
        >Artwork
        <span v-if="pieces.length >= MANY" class="font-normal text-quiet" role="status"
          >{{ chosen.length }} of {{ pieces.length }}</span
        ></span
      >
      <input
        v-if="pieces.length >= MANY"
        v-model="words"
        type="search"
        class="field w-32 font-sans! font-normal"
        placeholder="Name or folder"
        aria-label="Find artwork by name or folder"
      />
      <button class="control small text-caption" type="button" @click="toggleAll">
        {{ foundChosen.length ? 'None' : 'All' }}
      </button>
    </legend>
    <div v-bind="containerProps" class="snap-y" :style="{ maxHeight: `${ROW_HEIGHT * SHOWN_ROWS}px` }">
      <div v-bind="wrapperProps">
        <div
          v-for="{ data, index } in list"
          :key="index"
          class="grid snap-start grid-cols-2 gap-x-2"
          :style="{ height: `${ROW_HEIGHT}px` }"
        >
          <label
            v-for="{ id, name, folder } in data"
            :key="id"
            class="flex min-w-0 items-center gap-2"
            :title="folder ? `${folder}/${name}` : name"
            ><input
              type="checkbox"
              class="size-4 shrink-0 accent-accent"
              :checked="isChosen.has(id)"
              @change="toggle(id)"
            /><span class="min-w-0 truncate">{{ name }}</span></label
          >
        </div>
      </div>
    </div>
  </fieldset>
</template>
