<script setup lang="ts">
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
    class="min-w-0 truncate px-1 font-title text-[15px] font-semibold"
    title="Rename"
    data-test="project-name"
    @click="editing = true"
  >
    {{ history.document?.name }}
  </button>
</template>
