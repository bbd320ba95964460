<script setup lang="ts">
import { HAND_OVER_VIEWS } from '~/stores/handingOver'

/** Hand over: colorways, the files that leave, gradients, the mood page, and what a client is shown. */
const handOver = useHandOver()
const reviews = useReviews()
</script>

<template>
  <div class="grid min-h-full content-start gap-4 p-5 pt-3" data-test="hand-over">
    <TabRow
      v-model="handOver.view"
      label="View of hand over"
      :tabs="
        HAND_OVER_VIEWS.map(({ view, title }) => ({
          ...{ value: view, title },
          ...(view === 'review' && reviews.fresh ? { count: reviews.fresh } : {}),
        }))
      "
    />
    <ColorwayPanel v-if="handOver.view === 'colorways'" />
    <FilesPanel v-else-if="handOver.view === 'files'" />
    <LazySheetPanel v-else-if="handOver.view === 'sheet'" />
    <LazyGradientPanel v-else-if="handOver.view === 'gradients'" />
    <LazyMoodPanel v-else-if="handOver.view === 'mood'" />
    <LazyReviewPanel v-else />
    <LazyFilesDialog v-if="handOver.choosing" @close="handOver.choosing = false" />
  </div>
</template>
