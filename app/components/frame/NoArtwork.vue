<script setup lang="ts">
const emit = defineEmits<{ go: [] }>()
</script>

<template>
  <div class="grid h-full place-items-center">
    <div class="relative grid h-72 w-56 place-items-center bg-panel p-6 text-center">
      <CropMarks />
      <div class="grid gap-3"><p>The artwork stands here, in the colors of the scheme.</p><button class="control" @click="emit('go')">Add artwork</button></div>
    </div>
  </div>
</template>
