<script setup lang="ts">
import { HAND_OVER_VIEWS, useHandOverView } from '~/stores/handOverTabs'
import { useHandOver } from '~/stores/handOver'
import { useReviews } from '~/stores/reviews'

/** Hand over: colorways, the files that leave, gradients, the mood page, what a client is shown, and what is published. */
const handOver = useHandOver()
const shown = useHandOverView()
const reviews = useReviews()
</script>

<template>
  <div class="grid min-h-full content-start gap-4 p-5 pt-3" data-test="hand-over">
    <TabRow
      v-model="shown.view"
      label="View of hand over"
      :tabs="
        HAND_OVER_VIEWS.map(({ view, title }) => ({
          ...{ value: view, title },
          ...(view === 'review' && reviews.fresh ? { count: reviews.fresh } : {}),
        }))
      "
    />
    <ColorwayPanel v-if="shown.view === 'colorways'" />
    <FilesPanel v-else-if="shown.view === 'files'" />
    <LazySheetPanel v-else-if="shown.view === 'sheet'" />
    <LazyGradientPanel v-else-if="shown.view === 'gradients'" />
    <LazyMoodPanel v-else-if="shown.view === 'mood'" />
    <LazyReviewPanel v-else-if="shown.view === 'review'" />
    <LazyPublicationPanel v-else />
    <LazyFilesDialog v-if="handOver.choosing" @close="handOver.choosing = false" />
  </div>
</template>
