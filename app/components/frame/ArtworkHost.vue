<script setup lang="ts">
import { useTemplateRef } from 'vue'

defineOptions({ inheritAttrs: false })
/**
 * The only place where artwork stands on the page in its own shapes. Whatever its rules and shapes say, nothing of it
 * paints or catches the pointer outside this frame; `still` artwork catches no pointer at all.
 */
const { still = false } = defineProps<{ still?: boolean }>()
const element = useTemplateRef<HTMLElement>('element')
defineExpose({ element })
</script>

<template>
  <span class="contained" :inert="still">
    <span ref="element" v-bind="$attrs" class="block size-full"><slot /></span>
  </span>
</template>

<style scoped>
/* The frame stands around the shadow host, for rules of the artwork reach its host. */
.contained {
  display: block;
  width: 100%;
  height: 100%;
  contain: strict;
  overflow: clip;
  isolation: isolate;
}
</style>
