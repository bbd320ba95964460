<script setup lang="ts">
import { ref } from 'vue'
import { useHistory } from '~/stores/history'

const history = useHistory()
const editing = ref(false)
</script>

<template>
  <RenameField
    v-if="editing"
    class="min-w-0 grow"
    :name="history.document?.name ?? ''"
    @rename="name => history.run({ do: 'rename', name })"
    @done="editing = false"
  />
  <button
    v-else
    class="min-h-(--low) min-w-0 px-1 text-left font-title text-[15px] leading-4 font-semibold"
    title="Rename"
    data-test="project-name"
    @click="editing = true"
  >
    <span class="line-clamp-2 wrap-anywhere">{{ history.document?.name }}</span>
  </button>
</template>
