<script setup lang="ts">
useSurround()
</script>

<template>
  <NuxtPage />
  <NoticeList />
</template>
