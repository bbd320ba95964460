<script setup lang="ts">
import { computed, ref } from 'vue'
import { countWords } from '#core/document/names'
import { EllipsisHorizontalIcon } from '@heroicons/vue/20/solid'
import type { ProjectCard } from '#core/document/projectCard'
import { server } from '~/api/server'
import { useMe } from '~/stores/me'
import { usePublished } from '~/stores/published'

const { card } = defineProps<{ card: ProjectCard }>()
const emit = defineEmits<{ rename: [to: string]; duplicate: []; discard: [] }>()
const me = useMe()
const published = usePublished()
const naming = ref(false)
const total = computed(() => card.swatches.reduce((sum, { share }) => sum + share, 0))
/** The day it was changed; with its year where that is not this one. */
const changed = computed(() => {
  const day = new Date(card.updatedAt)
  const year = day.getFullYear() === new Date().getFullYear() ? undefined : 'numeric'
  return day.toLocaleDateString('en-US', { day: 'numeric', month: 'short', year })
})
/** The shape of the proof: as the server noted it, or as the picture turns out to be. */
const seen = ref<number | null>(null)
const ratio = computed(() => card.ratio ?? seen.value ?? 1)
const measure = ({ target }: Event): void => {
  const { naturalWidth, naturalHeight } = target as HTMLImageElement
  if (naturalHeight) seen.value = naturalWidth / naturalHeight
}
/** Its publications, in words: “Published: Harbor, version 3; Dusk, version 1”; what is called as it is goes without its name. */
const publishedWords = computed(() => {
  const all = published.ofProject(card.id)
  const named = all
    .slice(0, 3)
    .map(({ title, version }) => `${title === card.name ? '' : `${title}, `}version ${version}`)
  return named.length ? `Published: ${[...named, ...(all.length > 3 ? ['…'] : [])].join('; ')}` : ''
})
const artwork = computed(() => `${countWords(card.artwork, 'piece')} of artwork`)

const choices = [
  { title: 'Rename', act: () => void (naming.value = true) },
  { title: 'Duplicate', act: () => emit('duplicate') },
  { title: 'Delete', act: () => emit('discard') },
]
</script>

<template>
  <li class="tile" :style="{ '--ratio': ratio }" data-test="project-card">
    <NuxtLink :to="`/project/${card.id}/compose`" class="block" :aria-label="`Open ${card.name}`">
      <span class="framed flex h-72 items-center justify-center bg-panel! p-5">
        <span v-if="card.artwork" class="relative block h-full max-w-full" :style="{ aspectRatio: ratio }"
          ><img
            :src="server.previewUrl(card.id, card.version)"
            alt=""
            loading="lazy"
            class="block size-full object-contain"
            @load="measure" /><CropMarks
        /></span>
        <PlumbagoMark v-else class="size-24!" :colors="card.swatches.map(({ hex }) => hex)" />
      </span>
      <span class="mt-1 flex h-4"
        ><i
          v-for="(swatch, i) in card.swatches"
          :key="i"
          :style="{ background: swatch.hex, flex: `${swatch.share / total} 1 6px` }"
      /></span>
    </NuxtLink>
    <div class="flex items-start justify-between gap-2">
      <div class="min-w-0 grow">
        <RenameField
          v-if="naming"
          class="w-full"
          :name="card.name"
          @rename="emit('rename', $event)"
          @done="naming = false"
        />
        <p v-else class="line-clamp-2 font-title text-[15px] leading-[18px] font-semibold wrap-anywhere">
          {{ card.name }}
        </p>
        <p class="text-caption text-quiet">{{ artwork }} · changed {{ changed }}</p>
        <p v-if="publishedWords" class="text-caption text-quiet" data-test="project-published">{{ publishedWords }}</p>
      </div>
      <MenuList
        v-if="!me.looksOnly"
        class="control bare px-1"
        :aria-label="`Choices for ${card.name}`"
        :choices="choices"
      >
        <EllipsisHorizontalIcon class="size-5" />
      </MenuList>
    </div>
  </li>
</template>

<style scoped>
/* All as high as each other, each as wide as its proof: a wall. */
.tile {
  display: grid;
  align-content: start;
  gap: 6px;
  flex: 0 1 auto;
  width: clamp(184px, calc(var(--ratio) * 248px + 42px), 100%);
}
</style>
