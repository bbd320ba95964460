<script setup lang="ts">
import { computed, onMounted, ref, useTemplateRef, watch } from 'vue'
import { StarIcon } from '@heroicons/vue/20/solid'
import { useIntersectionObserver, useLocalStorage } from '@vueuse/core'
import type { Artwork } from '#core/document/artwork'
import type { Project } from '#core/document/project'
import type { ShelfScheme } from '#core/document/shelf'
import type { Painted } from '#core/painting/painting'
import { useShelf } from '~/stores/shelf'
import { useHistory } from '~/stores/history'
import { usePainting } from '~/stores/painting'
import { useSeenOn } from '~/composables/useSeenOn'
import { useShelfFiles } from '~/composables/useShelfFiles'
import { LOCKED_CHOICES, useShelfSearch, type FoundOnShelf } from '~/composables/useShelfSearch'

/**
 * Schemes of all projects, found by word, tag, folder and color; used, compared, put in order, several at once. Where it stands
 * beside something else that is looked for, words come from there.
 */
const { sought = null, on = null } = defineProps<{
  sought?: string | null
  /** The artwork schemes can be seen on where no project is open. */
  on?: { project: Project; artwork: Artwork } | null
}>()
const emit = defineEmits<{ start: [scheme: ShelfScheme] }>()
const shelf = useShelf()
const history = useHistory()
const painting = usePainting()
const search = useShelfSearch()
const { words, color, locked, lockedAs, folder, tag, favorite, order } = search
const { found, total, totalWords, state, reason, ask, cancel, more, isUnfiltered, publishedOf } = search
const { folderChoices, tagChoices, currentFolder } = search
watch(
  () => sought,
  now => {
    if (now !== null) words.value = now
  },
  { immediate: true },
)
const opened = ref<string | null>(null)
const picked = ref<string[]>([])

watch(
  () => shelf.changes,
  () => void ask(),
)
/** True if schemes are seen on an artwork, as it was chosen last: that on the stage, or one of those at hand. */
const onArtwork = useLocalStorage('plumbago shelf on artwork', false)
const seenOn = computed(() => {
  const { settled } = history
  if (settled) return painting.artwork && { project: settled, artwork: painting.artwork }
  return on
})
const paintedOf = useSeenOn(
  () => found.value,
  () => (onArtwork.value ? seenOn.value : null),
)
const seen = ({ id }: FoundOnShelf): { artwork: Artwork; painted: Painted } | null =>
  onArtwork.value && seenOn.value ? { artwork: seenOn.value.artwork, painted: paintedOf(id) } : null
/** More comes by itself when its place comes into sight. */
const end = useTemplateRef<HTMLElement>('end')
useIntersectionObserver(end, ([entry]) => {
  if (entry?.isIntersecting && state.value === 'there' && found.value.length < total.value) void more()
})
const chooser = useTemplateRef<HTMLInputElement>('chooser')
const incoming = useShelfFiles(() => (folder.value === 'all' || folder.value === 'none' ? null : folder.value))
const taken = (): void => {
  const files = [...(chooser.value?.files ?? [])]
  if (chooser.value) chooser.value.value = ''
  void incoming.add(files)
}
onMounted(() => void shelf.load())

const chosen = computed(() => found.value.filter(({ id }) => picked.value.includes(id)))
const toggleFavorite = (scheme: ShelfScheme): void => {
  void shelf.say(
    [scheme],
    () => ({ favorite: !scheme.favorite }),
    scheme.favorite ? `“${scheme.name}” is no longer a favorite.` : `“${scheme.name}” is a favorite.`,
  )
}
</script>

<template>
  <section class="grid gap-3" aria-labelledby="shelf-title" data-test="shelf">
    <div class="flex items-center justify-between gap-3">
      <h2 id="shelf-title">Shelf</h2>
      <span class="flex gap-2">
        <button class="control" @click="chooser?.click()">Files…</button>
        <input
          ref="chooser"
          type="file"
          class="hidden"
          multiple
          aria-label="Files that become schemes on the shelf"
          data-test="shelf-files"
          @change="taken"
        />
        <button v-if="history.settled" class="control" data-test="put-on-shelf" @click="shelf.offer()">
          Put this scheme on the shelf…
        </button>
      </span>
    </div>
    <IncomingReport :incoming="incoming" />
    <SoughtForm
      v-model:words="words"
      v-model:color="color"
      placeholder="Name, tag, note, project…"
      test="shelf"
      :wordless="sought !== null"
      @ask="ask()"
    />
    <div class="flex flex-wrap items-center gap-2">
      <span class="flex"
        ><SelectField
          v-model="folder"
          verbatim
          label="Folder"
          :choices="folderChoices"
          data-test="shelf-folder" /><FolderMenu
          :folder="currentFolder"
          @made="id => (folder = id)"
          @gone="folder = 'all'"
      /></span>
      <SelectField v-model="tag" verbatim label="Tag" :choices="tagChoices" />
      <SelectField
        v-model="order"
        label="Order"
        :choices="[
          { value: 'newest', title: 'Newest first' },
          { value: 'name', title: 'By name' },
        ]"
      />
      <label class="flex items-center gap-1.5"><input v-model="favorite" type="checkbox" /> Favorites</label>
      <SelectField
        v-if="history.settled && locked.length"
        v-model="lockedAs"
        label="Locked swatches"
        :choices="LOCKED_CHOICES"
        data-test="shelf-locked"
      />
      <label v-if="seenOn" class="flex items-center gap-1.5"
        ><input v-model="onArtwork" type="checkbox" data-test="on-artwork" /> On {{ seenOn.artwork.name }}</label
      >
      <span class="ml-auto text-caption text-quiet" role="status" data-test="shelf-total">{{
        state === 'there' ? totalWords : state === 'asking' ? 'Looking…' : ''
      }}</span>
    </div>
    <ShelfSelection v-if="chosen.length" v-model="picked" :found="found.map(({ scheme }) => scheme)" />
    <p v-if="state === 'slow'" class="flex items-center gap-3" role="status">
      Searching is taking a while… <button class="control" @click="cancel">Cancel</button>
    </p>
    <p v-if="state === 'down'" class="flex items-center gap-3" role="alert">
      ▲ {{ reason }} Your work is not affected. <button class="control" @click="ask()">Try again</button>
    </p>
    <p v-if="state === 'there' && !found.length" class="border border-dashed border-strong p-8 text-center">
      {{
        isUnfiltered
          ? 'The shelf is empty. Put schemes here from any project and find them by word, tag, folder or color.'
          : 'No matches on the shelf. Try fewer words, another color or another folder.'
      }}
    </p>
    <ul
      v-one-stop="{ of: 'button, input' }"
      class="grid grid-cols-[repeat(auto-fill,minmax(180px,1fr))] items-start gap-x-4 gap-y-2"
      aria-label="Schemes on the shelf"
    >
      <FoundScheme
        v-for="each in found"
        :key="each.id"
        :scheme="each"
        :opened="opened === each.id"
        :seen="seen(each)"
        test="shelf-scheme"
        @open="opened = opened === each.id ? null : each.id"
        @used="shelf.use(each.scheme)"
      >
        <template #corner>
          <label class="pick" :class="{ shown: picked.length }" title="Pick"
            ><input
              v-model="picked"
              type="checkbox"
              class="block size-4"
              :value="each.id"
              :aria-label="`Select ${each.name}`"
          /></label>
        </template>
        <button v-if="!history.settled" class="control" data-test="start-with" @click="emit('start', each.scheme)">
          New project with it
        </button>
        <p v-if="each.scheme.tags.length" class="text-caption text-quiet">{{ each.scheme.tags.join(', ') }}</p>
        <p v-if="each.scheme.note" class="text-caption">{{ each.scheme.note }}</p>
        <p v-if="publishedOf(each.scheme)" class="text-caption">{{ publishedOf(each.scheme) }}</p>
        <ShelfVersions v-if="each.scheme.version > 1" :scheme="each.scheme" />
        <p class="flex items-center gap-1.5">
          <button
            class="control bare ml-auto px-1"
            :aria-pressed="each.scheme.favorite"
            :aria-label="`${each.name} is a favorite`"
            @click="toggleFavorite(each.scheme)"
          >
            <StarIcon class="size-4" :class="each.scheme.favorite ? 'text-accent' : 'text-strong'" />
          </button>
          <button class="control bare" @click="shelf.setOff([each.scheme])">Take off</button>
        </p>
      </FoundScheme>
    </ul>
    <p v-if="state === 'there' && found.length < total" ref="end" class="text-center">
      <button class="control" @click="more()">Show more</button>
    </p>
  </section>
</template>

<style scoped>
.pick {
  position: absolute;
  right: 8px;
  top: 8px;
  padding: 4px;
  background: var(--panel);
  opacity: 0;
}
.pick.shown,
.pick:focus-within,
li:hover > .pick {
  opacity: 1;
}
/* by finger it is always there, and lets the colors under it be seen */
@media (hover: none) {
  .pick {
    opacity: 1;
    background: none;
  }
}
</style>
