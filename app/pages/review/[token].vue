<script setup lang="ts">
import { computed, nextTick, ref, useTemplateRef } from 'vue'
import { definePageMeta, useHead, useRoute } from '#imports'
import { useEventListener } from '@vueuse/core'
import type { ShownLook, Spot } from '#core/document/review'
import { ALL, BEFORE } from '#core/handover/review'
import { pinsOf } from '#core/interaction/pins'
import { useReview } from '~/composables/useReview'

/* The review page for a client: colorways side by side or one of them large, the comments on each, and the choice. */
definePageMeta({ key: route => String(route.params.token) })
const route = useRoute()
const review = useReview(String(route.params.token))
const { page, gone, problem, live, announcement, talk } = review
useHead({
  title: () => (page.value ? `${page.value.title} · Review` : 'Review'),
  meta: [{ name: 'robots', content: 'noindex' }],
})

const shownKey = ref(ALL)
const look = computed<ShownLook | null>(() => page.value?.looks.find(({ key }) => key === shownKey.value) ?? null)
const pieceAt = ref(0)
const piece = computed(() => {
  const keys = look.value?.artwork ?? []
  const key = keys[Math.min(pieceAt.value, keys.length - 1)]
  return page.value?.artwork.find(each => each.key === key) ?? null
})
/** Where the picture of the piece in a look is; the small one, as long as the large one is being drawn. */
const addressIn = (key: string): string | null => {
  if (!piece.value) return null
  const picture = { look: key, artwork: piece.value.key }
  return review.pictureUrl('large', picture) ?? review.pictureUrl('small', picture)
}
const address = computed(() => (look.value ? addressIn(look.value.key) : null))
/** Which part of the artwork shows what it was before, in percent. */
const before = ref(0)
const tabs = useTemplateRef<{ $el: HTMLElement }>('tabs')
const show = (key: string): void => {
  shownKey.value = key
  before.value = 0
  aiming.value = false
  current.value = null
}

const pins = computed(() => (look.value ? pinsOf(talk.threadsOn(look.value.key)) : []))
const pinsHere = computed(() => pins.value.filter(({ artwork }) => artwork === piece.value?.key))
const current = ref<string | null>(null)
/** True if spots that were commented on are marked on the artwork. */
const spots = ref(true)
const aiming = ref(false)
const column = useTemplateRef<{ focus: () => void }>('column')
const aimed = (spot: Spot | null): void => {
  aiming.value = false
  if (spot && look.value) review.setDraft(look.value.key, { spot })
  void nextTick(() => column.value?.focus())
}
const startAiming = (): void => {
  if (!piece.value) return
  before.value = 0
  aiming.value = true
}
const toThread = (id: string): void => {
  current.value = id
  void nextTick(() => document.querySelector(`[data-comment="${id}"]`)?.scrollIntoView({ block: 'nearest' }))
}
const toSpot = (id: string): void => {
  const pin = pins.value.find(each => each.id === id)
  if (!pin) return
  current.value = id
  spots.value = true
  pieceAt.value = Math.max(0, look.value?.artwork.indexOf(pin.artwork) ?? 0)
  void nextTick(() => document.querySelector('[data-test=review-artwork]')?.scrollIntoView({ block: 'nearest' }))
}

/** Arrows go from colorway to colorway where they do nothing else. */
useEventListener(window, 'keydown', event => {
  const target = event.target as HTMLElement
  if (event.defaultPrevented || target.closest('input, textarea, [role=dialog], [data-test=aim]')) return
  if (event.ctrlKey || event.metaKey || event.altKey) return
  const by = { ArrowLeft: -1, ArrowRight: 1 }[event.key]
  const keys = [ALL, ...(page.value?.looks.map(({ key }) => key) ?? [])]
  const next = by && keys[keys.indexOf(shownKey.value) + by]
  if (!next) return
  const inTabs = tabs.value?.$el.contains(target)
  show(next)
  if (inTabs) void nextTick(() => tabs.value?.$el.querySelector<HTMLElement>('[aria-selected=true]')?.focus())
})
const ends = computed(() =>
  page.value ? new Date(page.value.endsAt).toLocaleDateString('en-US', { dateStyle: 'long' }) : '',
)
</script>

<template>
  <ReviewGone v-if="gone" :review="review" />
  <div v-else-if="page" class="review" data-test="review">
    <p class="sr-only" role="status">{{ announcement }}</p>
    <header class="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-line bg-panel px-4 py-2">
      <PlumbagoMark :colors="(look ?? page.looks[0])?.swatches.map(({ hex }) => hex) ?? []" class="shrink-0" />
      <h1 class="min-w-0 wrap-anywhere">{{ page.title }}</h1>
      <p class="text-caption text-quiet">
        Open until {{ ends
        }}<template v-if="!live">
          · <b class="font-semibold text-ink">▲ Offline: new comments appear once you are connected again</b></template
        >
      </p>
      <span class="ml-auto"><SurroundSwitch /></span>
    </header>
    <ReviewTabs ref="tabs" :page="page" :shown="shownKey" @show="show" />
    <p v-if="problem" class="bg-panel px-4 py-1.5" role="alert">
      ▲ {{ problem }} <button class="control small" @click="review.load">Try again</button>
    </p>
    <p v-if="!page.ready" class="border-b border-line bg-panel px-4 py-2" role="status" data-test="review-making">
      The pictures are being made; they will appear here automatically.
    </p>
    <ReviewWall v-if="!look" id="shown" :review="review" @show="show" />
    <div v-else id="shown" role="tabpanel" class="shown" :aria-label="look.name">
      <div class="stage" data-test="review-stage">
        <ReviewArtwork
          v-if="piece && address"
          :artwork="piece"
          :address="address"
          :before="addressIn(BEFORE) ?? address"
          :part="before / 100"
          :pins="spots ? pinsHere : []"
          :current="current"
          :aiming="aiming"
          :words="`${piece.name} in ${look.name}`"
          class="picture"
          @spot="aimed"
          @pin="toThread"
        />
        <p v-else class="grid place-items-center text-quiet">
          {{ piece ? 'The picture is being made.' : 'This colorway has no artwork; its colors are below.' }}
        </p>
        <ReviewPieces
          v-if="piece"
          v-model:before="before"
          v-model:spots="spots"
          v-model:place="pieceAt"
          :review="review"
          :look="look"
          :piece="piece"
          :has-spots="pinsHere.length > 0"
        />
      </div>
      <ReviewBand :name="look.name" :swatches="look.swatches" class="colors" />
      <section class="about" aria-labelledby="look">
        <h2 id="look" class="wrap-anywhere">{{ look.name }}</h2>
        <p v-if="look.note" class="whitespace-pre-wrap wrap-anywhere">{{ look.note }}</p>
        <ReviewChoice :review="review" :page="page" :look="look.key" />
      </section>
      <ReviewTalk
        ref="column"
        :review="review"
        :look="look.key"
        :pins="pins"
        :current="current"
        class="talk"
        @point="toSpot"
        @aim="startAiming"
      />
    </div>
  </div>
  <div v-else class="grid h-full place-items-center p-6">
    <p v-if="problem" role="alert">▲ {{ problem }} <button class="control" @click="review.load">Try again</button></p>
    <p v-else role="status">Opening the review…</p>
  </div>
</template>

<style scoped>
.review {
  min-height: 100%;
  display: grid;
  grid-template-rows: auto auto;
  align-content: start;
}
.stage {
  display: grid;
  gap: 12px;
  padding: 12px 16px;
  min-width: 0;
}
.picture {
  height: min(72svh, calc((100vw - 80px) * var(--tall) + 48px));
  padding: 24px;
}
.colors {
  padding: 8px 16px 12px;
}
.about {
  display: grid;
  gap: 8px;
  padding: 12px 16px;
}
.talk {
  padding: 12px 16px 32px;
  min-width: 0;
}
/* Fingers need room. */
@media (pointer: coarse) {
  .review :deep(.control) {
    min-height: 40px;
  }
}
@media (width < 1024px) {
  .about {
    border-block: 1px solid var(--line);
    background: var(--panel);
    order: 1;
  }
  .shown {
    display: grid;
  }
  .colors {
    order: 2;
    padding-top: 16px;
  }
  .talk {
    order: 3;
  }
}
@media (width >= 1024px) {
  .review {
    height: 100%;
    display: flex;
    flex-direction: column;
  }
  .shown {
    flex: 1;
    min-height: 0;
    display: grid;
    grid-template: 'stage about' auto 'stage talk' minmax(0, 1fr) 'colors talk' auto / minmax(0, 1fr) 360px;
  }
  .stage {
    grid-area: stage;
    grid-template-rows: minmax(0, 1fr) auto;
    min-height: 0;
  }
  .picture {
    height: auto;
    min-height: 300px;
  }
  .colors {
    grid-area: colors;
  }
  .about,
  .talk {
    border-left: 1px solid var(--line);
    background: var(--panel);
  }
  .about {
    grid-area: about;
    border-bottom: 1px solid var(--line);
  }
  .talk {
    grid-area: talk;
    overflow-y: auto;
  }
}
</style>
