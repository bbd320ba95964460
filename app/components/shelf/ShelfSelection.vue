<script setup lang="ts">
import { computed, ref } from 'vue'
import { toTag, type ShelfScheme } from '#core/document/shelf'
import { SCHEME_FORMATS, SCHEME_FORMAT_KINDS, type SchemeFormatKind } from '#core/formats/formats'
import { saveSchemes } from '~/browser/saveSchemes'
import { useNotices } from '~/stores/notices'
import { schemesInWords, useShelf } from '~/stores/shelf'

/** Actions on picked schemes of the shelf: tag, move, save, take off. */
const { found } = defineProps<{ found: readonly ShelfScheme[] }>()
/** The picked schemes, by their ids. */
const picked = defineModel<string[]>({ required: true })
const shelf = useShelf()
const notices = useNotices()
const typedTag = ref('')

const chosen = computed(() => found.filter(({ id }) => picked.value.includes(id)))
const moveChoices = computed(() => [
  ...shelf.folders.map(({ id, name }) => ({ title: name, act: () => void move(id, name) })),
  { title: 'No folder', act: () => void move(null, '') },
])
const saveChoices = SCHEME_FORMAT_KINDS.map(kind => ({ title: SCHEME_FORMATS[kind].title, act: () => void save(kind) }))
const save = (kind: SchemeFormatKind): Promise<void | null> =>
  notices.attempt(async () => {
    notices.say(`Saved ${await saveSchemes(chosen.value, kind)}.`)
  })
const move = (id: string | null, name: string): Promise<void | null> =>
  shelf.say(
    chosen.value,
    () => ({ folder: id }),
    `Moved ${schemesInWords(chosen.value)} ${id ? `to “${name}”` : 'out of its folder'}.`,
  )
const addTag = (): void => {
  const added = toTag(typedTag.value)
  if (!added) return
  typedTag.value = ''
  void shelf.say(
    chosen.value,
    ({ tags }) => ({ tags: [...tags, added].slice(-20) }),
    `Tagged ${schemesInWords(chosen.value)} “${added}”.`,
  )
}
const takeOff = async (): Promise<void> => {
  const going = chosen.value
  picked.value = []
  await shelf.setOff(going)
}
</script>

<template>
  <div
    class="flex flex-wrap items-center gap-2 border border-strong bg-panel p-2"
    role="group"
    aria-label="Selected schemes"
  >
    <span>{{ chosen.length }} selected</span>
    <form class="flex gap-1.5" @submit.prevent="addTag">
      <input
        v-model="typedTag"
        class="field w-24 font-sans!"
        aria-label="Tag for the selected schemes"
        placeholder="Tag"
        maxlength="40"
      />
      <button class="control">Tag</button>
    </form>
    <MenuList class="control" :choices="moveChoices">Move…</MenuList>
    <MenuList class="control" :choices="saveChoices">Save as…</MenuList>
    <button class="control" @click="takeOff">Take off the shelf</button>
    <button v-if="chosen.length < found.length" class="control bare" @click="picked = found.map(({ id }) => id)">
      Select all shown
    </button>
    <button class="control bare ml-auto" @click="picked = []">Clear selection</button>
  </div>
</template>
