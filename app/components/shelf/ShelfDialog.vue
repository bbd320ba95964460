<script setup lang="ts">
import { computed, onMounted, ref, shallowRef } from 'vue'
import { asName } from '#core/document/names'
import { toTag, type ShelfScheme } from '#core/document/shelf'
import { type Offer, useShelf } from '~/stores/shelf'

/** Puts a scheme on the shelf: under a name, with tags and a note, in a folder; or saved over the one it came from. */
const { offer } = defineProps<{ offer: Offer }>()
const emit = defineEmits<{ close: [] }>()
const shelf = useShelf()
const name = ref(offer.name)
const tags = ref('')
const note = ref('')
const folder = ref('none')
const newFolder = ref('')
const NEW = 'new'
const FROM = {
  band: 'The scheme of the project as it is now.',
  trail: 'A state of the trail.',
  colorway: 'The scheme of a colorway.',
  reference: 'Colors from a reference.',
  file: 'Colors from a file.',
} as const
const choices = computed(() => [
  { value: 'none', title: 'No folder' },
  ...shelf.folders.map(each => ({ value: each.id, title: each.name })),
  { value: NEW, title: 'New folder…' },
])
const typedTags = computed(() => [...new Set(tags.value.split(',').map(toTag).filter(Boolean))])
const put = async (): Promise<void> => {
  const to = folder.value === NEW ? await shelf.makeFolder(asName(newFolder.value)) : folder.value
  if (folder.value === NEW && to === null) return
  const done = await shelf.put(
    {
      name: asName(name.value) || 'Untitled scheme',
      ...{ note: note.value, tags: typedTags.value.slice(0, 20), favorite: false },
      folder: to === 'none' ? null : to,
    },
    offer,
  )
  if (done !== null) emit('close')
}
/** The scheme it came from, where it was changed elsewhere meanwhile. */
const elsewhere = shallowRef<ShelfScheme | null>(null)
const saveOver = async (before: ShelfScheme): Promise<void> => {
  const outcome = await shelf.saveOver(before)
  if (outcome === 'saved') emit('close')
  else if (outcome !== 'failed') elsewhere.value = outcome
}
onMounted(() => void shelf.load())
</script>

<template>
  <DialogFrame title="Put on the shelf" test="shelf-dialog" @close="emit('close')">
    <SchemeStrip :scheme="offer.swatches" class="h-8" />
    <p class="text-caption text-quiet">{{ FROM[offer.origin.kind] }}</p>
    <div v-if="elsewhere" class="grid gap-2 border border-strong p-3" role="alert" data-test="shelf-conflict">
      <p>▲ “{{ elsewhere.name }}” was changed elsewhere since it was used here. Nothing was saved. It is now:</p>
      <SchemeStrip :scheme="elsewhere.swatches" class="h-6" />
      <p class="flex flex-wrap items-center gap-2">
        <button class="control" data-test="save-over-all-the-same" @click="saveOver(elsewhere)">
          Overwrite it anyway
        </button>
        <span class="text-caption text-quiet">both of what it was are kept; or save a new one below</span>
      </p>
    </div>
    <div v-else-if="shelf.over" class="grid gap-2 border border-line p-3">
      <p>It came from “{{ shelf.over.name }}” on the shelf.</p>
      <p class="flex flex-wrap gap-2">
        <button class="control" data-test="save-over" @click="saveOver(shelf.over)">
          Save over “{{ shelf.over.name }}”
        </button>
        <span class="self-center text-caption text-quiet">what it was is kept; or save a new one below</span>
      </p>
    </div>
    <form class="grid gap-3" @submit.prevent="put">
      <label class="grid gap-1"
        >Name<input v-model="name" class="field font-sans!" maxlength="120" data-test="shelf-name"
      /></label>
      <label class="grid gap-1"
        >Tags, separated by commas
        <input v-model="tags" class="field font-sans!" list="shelf-tags" maxlength="400" data-test="shelf-tags" />
      </label>
      <datalist id="shelf-tags"><option v-for="{ tag } in shelf.tags" :key="tag" :value="tag" /></datalist>
      <label class="grid gap-1"
        >Note<textarea v-model="note" class="field h-auto! font-sans!" rows="2" maxlength="2000" />
      </label>
      <div class="grid gap-1">
        Folder
        <span class="flex gap-2">
          <SelectField v-model="folder" verbatim label="Folder" :choices="choices" />
          <input
            v-if="folder === NEW"
            v-model="newFolder"
            class="field min-w-0 grow font-sans!"
            aria-label="Name of the new folder"
            maxlength="120"
            required
          />
        </span>
      </div>
      <div class="flex justify-end gap-2">
        <button type="button" class="control" @click="emit('close')">Cancel</button>
        <button class="control primary" data-test="shelf-put">Put on the shelf</button>
      </div>
    </form>
  </DialogFrame>
</template>
