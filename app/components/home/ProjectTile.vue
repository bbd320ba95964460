<script setup lang="ts">
import { EllipsisHorizontalIcon } from '@heroicons/vue/20/solid'
import type { ProjectCard } from '~/composables/useServer'

const { card } = defineProps<{ card: ProjectCard }>()
const emit = defineEmits<{ rename: [to: string]; duplicate: []; discard: [] }>()
const server = useServer()
const me = useMe()
const naming = ref(false)
const total = computed(() => card.swatches.reduce((sum, { share }) => sum + share, 0))
const changed = computed(() =>
  new Date(card.updatedAt).toLocaleDateString('en-US', { day: 'numeric', month: 'short', year: 'numeric' }),
)
const artwork = computed(() => (card.artwork === 1 ? '1 artwork' : `${card.artwork} artworks`))

const choices = [
  { title: 'Rename', act: () => void (naming.value = true) },
  { title: 'Duplicate', act: () => emit('duplicate') },
  { title: 'Delete', act: () => emit('discard') },
]
</script>

<template>
  <li class="grid max-w-[480px] gap-2" data-test="project-card">
    <NuxtLink :to="`/project/${card.id}/compose`" class="block" :aria-label="`Open ${card.name}`">
      <span class="flex h-80 items-center justify-center border border-line bg-panel p-7 hover:border-strong">
        <span v-if="card.artwork" class="relative block h-full"
          ><img
            :src="server.previewUrl(card.id, card.version)"
            alt=""
            class="block h-full max-w-full object-contain" /><CropMarks
        /></span>
        <PlumbagoMark v-else class="size-24!" :colors="card.swatches.map(({ hex }) => hex)" />
      </span>
      <span class="mt-1 flex h-5"
        ><i
          v-for="(swatch, i) in card.swatches"
          :key="i"
          :style="{ background: swatch.hex, flex: `${swatch.share / total} 1 10px` }"
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
        <p v-else class="truncate font-title text-[15px] font-semibold">{{ card.name }}</p>
        <p class="text-caption text-quiet">{{ artwork }} · changed {{ changed }}</p>
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
