<script setup lang="ts">
import { ClipboardDocumentIcon } from '@heroicons/vue/20/solid'
import { useCopying } from '~/composables/useCopying'

/** The link to something that is shared, to be copied; null where it was made before links could be shown again. */
const { link } = defineProps<{ link: string | null; test: string }>()
const emit = defineEmits<{ renew: [] }>()
const { copy } = useCopying()
</script>

<template>
  <div v-if="link" class="flex items-end gap-2">
    <label class="grid min-w-0 grow gap-1"
      >Link<input
        class="field w-full"
        readonly
        :value="link"
        :data-test="test"
        @focus="($event.target as HTMLInputElement).select()"
    /></label>
    <button class="control" @click="copy(link, 'Copied the link.')">
      <ClipboardDocumentIcon class="size-4" />Copy link
    </button>
  </div>
  <p v-else class="flex items-center gap-2 border border-line p-2">
    <span class="grow">This link was made earlier and can’t be shown again. It still works.</span>
    <button class="control" @click="emit('renew')">New link</button>
  </p>
</template>
