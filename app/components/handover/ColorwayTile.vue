<script setup lang="ts">
import { computed, ref } from 'vue'
import { CheckIcon } from '@heroicons/vue/20/solid'
import type { Colorway } from '#core/document/lineUp'
import type { MenuChoice } from '~/components/control/menu'
import { useHistory } from '~/stores/history'
import { useLineUp } from '~/stores/lineUp'
import { useShelf } from '~/stores/shelf'

/**
 * A colorway: its artwork in its colors, its name, note and figures. Ctrl and arrows move it; its menu has what can be
 * done to it.
 */
const {
  colorway,
  height,
  all = false,
  painted = true,
} = defineProps<{
  colorway: Colorway
  height: number
  /** True if all its artwork is shown, side by side. */
  all?: boolean
  /** True if its artwork is painted yet. */
  painted?: boolean
}>()
const emit = defineEmits<{ reopen: []; move: [by: number] }>()
const lineUp = useLineUp()
const history = useHistory()
const shelf = useShelf()
const renaming = ref(false)
const noting = ref(false)
const note = ref('')
const pieces = computed(() => {
  const own = all ? lineUp.rowOf(colorway) : []
  const one = lineUp.pieceOf(colorway)
  return own.length ? own : one ? [one] : []
})
/** The number of its pieces that a row does not show. */
const hidden = computed(() => (all ? colorway.artwork.length - pieces.value.length : 0))
const figures = computed(() => lineUp.figures.get(colorway.id))
const words = computed(() => {
  const found = figures.value
  if (!found) return '…'
  const edgeWords = `${Math.floor(found.edgesKept * 100 + 1e-6)}% of edges kept`
  const shown = hidden.value ? ` · ${pieces.value.length} of ${colorway.artwork.length} pieces` : ''
  return (found.serious ? `▲${found.serious} serious · ${edgeWords}` : edgeWords) + shown
})
const since = computed(() => lineUp.sinceWords(colorway))
const isChosen = computed(() => lineUp.chosen === colorway.id)
const run = history.run
const startNoting = (): void => {
  note.value = colorway.note
  noting.value = true
}
const saveNote = (): void => {
  run({ do: 'describe colorway', id: colorway.id, change: { note: note.value.trim() } })
  noting.value = false
}
const choices = computed((): MenuChoice[] => [
  {
    title: isChosen.value ? 'Remove the mark “chosen”' : 'Mark as chosen',
    act: () => run({ do: 'choose colorway', id: isChosen.value ? null : colorway.id }),
  },
  { title: 'Reopen…', act: () => emit('reopen') },
  { title: 'Rename', act: () => (renaming.value = true) },
  { title: colorway.note ? 'Edit the note' : 'Add a note', act: startNoting },
  {
    title: 'Duplicate',
    disabled: lineUp.isFull,
    act: () => run({ do: 'duplicate colorway', id: colorway.id, time: lineUp.now() }),
  },
  {
    title: 'Put on the shelf…',
    act: () => shelf.offer({ name: colorway.name, kind: 'colorway', scheme: colorway.look.scheme }),
  },
  {
    title: 'Delete',
    apart: true,
    act: () => history.runSaying({ do: 'delete colorway', id: colorway.id }, `Deleted “${colorway.name}”.`),
  },
])
const WAYS: Readonly<Record<string, number>> = { ArrowLeft: -1, ArrowUp: -1, ArrowRight: 1, ArrowDown: 1 }
const keyed = (event: KeyboardEvent): void => {
  if (!event.ctrlKey && !event.metaKey) return
  const by = WAYS[event.key]
  if (!by) return
  event.preventDefault()
  emit('move', by)
}
</script>

<template>
  <li class="relative grid min-w-0 content-start" data-test="colorway" :data-colorway="colorway.id">
    <button
      class="framed block w-full"
      :class="{ current: lineUp.marked.includes(colorway.id) }"
      :aria-label="`${colorway.name}${isChosen ? ', chosen' : ''}, ${words}: mark to compare`"
      :aria-pressed="lineUp.marked.includes(colorway.id)"
      title="Mark to compare; Ctrl and arrows move it"
      data-handle
      @click="lineUp.mark(colorway.id)"
      @keydown="keyed"
    >
      <span class="flex gap-2 p-1" :style="{ height: `${height}px` }"
        ><span v-for="art in pieces" :key="art.id" class="block h-full min-w-0 grow"
          ><ArtworkProof
            v-if="painted"
            :art="art"
            :large="height > 260"
            v-bind="lineUp.paintedIn(colorway, art)" /></span></span
      ><SchemeStrip class="h-2" :scheme="colorway.look.scheme" />
    </button>
    <div class="flex items-start gap-1 pt-1">
      <span class="grid min-w-0 grow">
        <RenameField
          v-if="renaming"
          class="small min-w-0"
          :name="colorway.name"
          aria-label="Name of the colorway"
          @rename="name => run({ do: 'describe colorway', id: colorway.id, change: { name } })"
          @done="renaming = false"
        />
        <span v-else class="flex min-w-0 items-center gap-1 font-semibold" :title="colorway.name"
          ><span v-if="isChosen" class="shrink-0" role="img" aria-label="chosen"><CheckIcon class="size-4" /></span
          ><span class="line-clamp-2" data-test="colorway-name">{{ colorway.name }}</span></span
        >
        <span class="text-caption text-quiet" data-test="colorway-figures">{{ words }}</span>
        <span v-if="colorway.note && !noting" class="text-caption" data-test="colorway-note">{{ colorway.note }}</span>
      </span>
      <MenuList class="control bare px-1.5!" :aria-label="`What to do with ${colorway.name}`" :choices="choices"
        >…</MenuList
      >
    </div>
    <form v-if="noting" class="flex gap-1" @submit.prevent="saveNote">
      <input
        v-model="note"
        class="field small min-w-0 grow font-sans! text-caption"
        :aria-label="`Note on ${colorway.name}`"
        maxlength="2000"
      /><button class="control small px-2!">Keep</button>
    </form>
    <p v-if="since" class="flex flex-wrap items-center gap-1 text-caption" data-test="since">
      ▲ {{ since }}
      <button class="control small px-1.5!" @click="run({ do: 'renew colorway', id: colorway.id, time: lineUp.now() })">
        Refresh
      </button>
    </p>
  </li>
</template>
