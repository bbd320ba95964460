<script setup lang="ts">
import { computed, ref } from 'vue'
import { EllipsisHorizontalIcon } from '@heroicons/vue/20/solid'
import { asName } from '#core/document/names'
import { useShelf } from '~/stores/shelf'

/** Actions on the folders of the shelf: making one; renaming and taking away the one that is looked into. */
const { folder } = defineProps<{ folder: { id: string; name: string } | null }>()
const emit = defineEmits<{ made: [id: string]; gone: [] }>()
const shelf = useShelf()
const asking = ref<'new' | 'name' | null>(null)
const name = ref('')
const ask = (what: 'new' | 'name'): void => {
  name.value = what === 'name' ? (folder?.name ?? '') : ''
  asking.value = what
}
const choices = computed(() => [
  { title: 'New folder…', act: () => ask('new') },
  ...(folder
    ? [
        { title: `Rename “${folder.name}”…`, act: () => ask('name') },
        {
          title: `Remove “${folder.name}”`,
          act: () => void shelf.takeFolderAway(folder).then(() => emit('gone')),
        },
      ]
    : []),
])
const done = async (): Promise<void> => {
  const folderName = asName(name.value)
  if (!folderName) return
  if (asking.value === 'new') {
    const id = await shelf.makeFolder(folderName)
    if (id) emit('made', id)
  } else if (folder) await shelf.renameFolder(folder, folderName)
  asking.value = null
}
</script>

<template>
  <MenuList class="control bare px-1!" aria-label="Folders" data-test="folders" :choices="choices">
    <EllipsisHorizontalIcon class="size-5" />
  </MenuList>
  <DialogFrame
    v-if="asking"
    :title="asking === 'new' ? 'New folder' : 'Rename the folder'"
    test="folder-dialog"
    @close="asking = null"
  >
    <form class="grid gap-3" @submit.prevent="done">
      <label class="grid gap-1"
        >Name<input v-model="name" class="field font-sans!" maxlength="120" required data-test="folder-name"
      /></label>
      <p class="flex justify-end gap-2">
        <button type="button" class="control" @click="asking = null">Cancel</button
        ><button class="control primary" data-test="folder-done">{{ asking === 'new' ? 'Create' : 'Rename' }}</button>
      </p>
    </form>
  </DialogFrame>
</template>
