<script setup lang="ts">
import { computed, watch } from 'vue'
import { useVirtualList } from '@vueuse/core'
import { usePainting } from '~/stores/painting'

/** The artwork of the project as small pictures in the scheme; choosing one puts it on the stage. */
const { small = false } = defineProps<{ small?: boolean }>()
const painting = usePainting()
/** Widths of a piece with the gap after it, in pixels. */
const PITCH = { small: 46, usual: 62 } as const
const { list, containerProps, wrapperProps, scrollTo } = useVirtualList(
  computed(() => [...painting.pieces]),
  { itemWidth: () => (small ? PITCH.small : PITCH.usual), overscan: 8 },
)
/** Scrolls to the piece that another view puts on the stage. */
watch(
  () => painting.piece?.id,
  id => {
    const at = painting.pieces.findIndex(piece => piece.id === id)
    if (at >= 0 && !list.value.some(({ index }) => index === at)) scrollTo(at)
  },
)
</script>

<template>
  <div v-bind="containerProps">
    <ul
      v-one-stop="{ of: 'button' }"
      v-bind="wrapperProps"
      class="flex"
      :aria-label="`Artwork of the project, ${painting.pieces.length}`"
    >
      <li
        v-for="{ data: art, index } in list"
        :key="art.id"
        class="flex-none pr-1.5"
        :aria-setsize="painting.pieces.length"
        :aria-posinset="index + 1"
      >
        <button
          class="flex border bg-table p-1"
          :class="[
            small ? 'size-10' : 'size-14',
            painting.piece?.id === art.id ? 'border-ink' : 'border-line hover:border-strong',
          ]"
          :aria-pressed="painting.piece?.id === art.id"
          :aria-label="`Show ${art.name}`"
          :title="art.name"
          @click="painting.shownId = art.id"
        >
          <ArtworkProof :art="art" v-bind="painting.settled(art.id)" />
        </button>
      </li>
    </ul>
  </div>
</template>
