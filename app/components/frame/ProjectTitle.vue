<script setup lang="ts">
import { computed, ref } from 'vue'
import { useHistory } from '~/stores/history'

const history = useHistory()
const name = computed(() => history.document?.name ?? '')
const editing = ref(false)
</script>

<template>
  <RenameField
    v-if="editing"
    class="min-w-0 grow"
    :name="name"
    @rename="to => history.run({ do: 'rename', name: to })"
    @done="editing = false"
  />
  <button
    v-else
    class="min-h-(--low) min-w-0 px-1 text-left font-title text-[15px] leading-4 font-semibold"
    title="Rename"
    data-test="project-name"
    @click="editing = true"
  >
    <span class="line-clamp-2 wrap-anywhere">{{ name }}</span>
  </button>
</template>
