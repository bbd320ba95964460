<script setup lang="ts">
import { CHECK_VIEWS, useChecking } from '~/stores/checking'

/** Check: what would go wrong with the scheme in use, and the contrast of all its pairs. */
const checking = useChecking()
</script>

<template>
  <div class="grid min-h-full grid-cols-[minmax(0,1fr)] content-start gap-3 p-5 pt-3" data-test="check">
    <div class="flex items-center gap-3">
      <h2 class="grow">Check</h2>
      <span class="text-caption text-quiet" role="status" data-test="check-count">{{
        checking.open.length
          ? `${checking.open.length} ${checking.open.length === 1 ? 'finding' : 'findings'}, ${checking.serious} serious`
          : ''
      }}</span>
    </div>
    <TabRow
      v-model="checking.view"
      label="Check view"
      :tabs="CHECK_VIEWS.map(({ view, title }) => ({ value: view, title }))"
    />
    <FindingList v-if="checking.view === 'findings'" />
    <ContrastTriangle v-else-if="checking.view === 'contrast'" />
    <VisionSheet v-else-if="checking.view === 'vision'" />
    <LazyValuesSheet v-else-if="checking.view === 'values'" />
    <PrintSheet v-else />
  </div>
</template>
