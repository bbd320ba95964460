<script setup lang="ts">
const history = useHistory()
const editing = ref<string | null>(null)
const field = useTemplateRef<HTMLInputElement>('field')

const begin = async (): Promise<void> => {
  editing.value = history.document?.name ?? ''
  await nextTick()
  field.value?.select()
}
const finish = (): void => {
  const name = editing.value?.trim()
  editing.value = null
  if (name) history.run({ do: 'rename', name: name.slice(0, 120) })
}
</script>

<template>
  <input
    v-if="editing !== null"
    ref="field"
    v-model="editing"
    class="field min-w-0 grow font-sans!"
    aria-label="Project name"
    maxlength="120"
    @keydown.enter="finish"
    @keydown.esc="editing = null"
    @blur="finish"
  />
  <button
    v-else
    class="min-w-0 truncate px-1 font-title text-[15px] font-semibold"
    title="Rename"
    data-test="project-name"
    @click="begin"
  >
    {{ history.document?.name }}
  </button>
</template>
