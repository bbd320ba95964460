<script setup lang="ts">
/** The pages of the sheet in place of the artwork, as they will leave. */
const sheet = useSheet()
onMounted(() => sheet.show())
</script>

<template>
  <section
    class="absolute inset-0 overflow-y-auto bg-table p-6"
    aria-label="Pages of the sheet"
    tabindex="0"
    data-test="sheet-stage"
  >
    <img
      v-if="sheet.address"
      class="mx-auto block w-full max-w-[1684px] border border-line"
      :class="{ 'opacity-45': sheet.drawing }"
      :src="sheet.address"
      alt="The pages of the sheet, one under the other"
      data-test="sheet-pages"
    />
    <p v-else class="grid h-full place-items-center text-quiet" role="status">
      {{
        sheet.drawing
          ? 'Drawing the pages…'
          : sheet.looks.length
            ? 'The pages could not be drawn.'
            : 'Choose a colorway.'
      }}
    </p>
  </section>
</template>
