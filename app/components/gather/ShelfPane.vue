<script setup lang="ts">
import { StarIcon } from '@heroicons/vue/20/solid'
import { SHELF_ORDERS, tagSchema, type ShelfQuery, type ShelfScheme } from '../../../core/document/shelf'
import { useFinding, useSought, type FoundScheme } from '~/composables/useFinding'

/** Schemes of all projects, found by word, tag, folder and color; used, told apart, put in order, several at once. */
const server = useServer()
const shelf = useShelf()
const { words, color, near, locked } = useSought()
const holding = ref(false)
const folder = ref<string>('all')
const tag = ref('')
const favorite = ref(false)
const order = ref<(typeof SHELF_ORDERS)[number]>('newest')
const opened = ref<string | null>(null)
const picked = ref<string[]>([])
const typedTag = ref('')

type Found = FoundScheme & { scheme: ShelfScheme }
const query = computed(
  (): Partial<ShelfQuery> => ({
    words: words.value.trim(),
    ...(near.value ? { near: near.value } : {}),
    holds: holding.value ? locked.value : [],
    ...(folder.value === 'all' ? {} : { folder: folder.value }),
    tags: tag.value ? [tag.value] : [],
    favorite: favorite.value,
    order: order.value,
  }),
)
const folderName = (id: string | null): string => shelf.folders.find(each => each.id === id)?.name ?? ''
const shown = (scheme: ShelfScheme): Found => ({
  ...{ id: scheme.id, name: scheme.name, colors: scheme.swatches, scheme },
  caption: [folderName(scheme.folder), ...scheme.tags].filter(Boolean).slice(0, 3).join(' · '),
  words: [...scheme.tags, scheme.note, scheme.origin.project?.name ?? ''].filter(Boolean).join(', ') || 'a scheme',
})
const { found, total, state, reason, ask, cancel, more } = useFinding<Partial<ShelfQuery>, Found>(
  {
    ask: async (said, from, signal) => {
      const page = await server.shelf(said, from, signal)
      return { schemes: page.schemes.map(shown), total: page.total }
    },
  },
  () => query.value,
)
watch(
  () => shelf.changes,
  () => void ask(),
)
onMounted(() => void shelf.load())

const isEmpty = computed(
  () =>
    JSON.stringify(query.value) ===
    JSON.stringify({ words: '', holds: [], tags: [], favorite: false, order: order.value }),
)
const chosen = computed(() => found.value.filter(({ id }) => picked.value.includes(id)).map(({ scheme }) => scheme))
const folderChoices = computed(() => [
  { value: 'all', title: 'All folders' },
  { value: 'none', title: 'In no folder' },
  ...shelf.folders.map(({ id, name, count }) => ({ value: id, title: `${name} (${count})` })),
])
const tagChoices = computed(() => [
  { value: '', title: 'All tags' },
  ...shelf.tags.map(({ tag: each, count }) => ({ value: each, title: `${each} (${count})` })),
])
const moveChoices = computed(() => [
  ...shelf.folders.map(({ id, name }) => ({ title: name, act: () => void move(id, name) })),
  { title: 'No folder', act: () => void move(null, '') },
])
const several = (schemes: readonly ShelfScheme[]): string =>
  schemes.length === 1 ? `“${schemes[0]?.name ?? ''}”` : `${schemes.length} schemes`
const move = (id: string | null, name: string): Promise<void | null> =>
  shelf.say(
    chosen.value,
    () => ({ folder: id }),
    `Moved ${several(chosen.value)} ${id ? `to “${name}”` : 'out of its folder'}.`,
  )
const addTag = (): void => {
  const said = tagSchema.safeParse(typedTag.value).data
  if (!said) return
  typedTag.value = ''
  void shelf.say(
    chosen.value,
    ({ tags }) => ({ tags: [...tags, said].slice(-20) }),
    `Tagged ${several(chosen.value)} “${said}”.`,
  )
}
const toggleFavorite = (scheme: ShelfScheme): void => {
  void shelf.say(
    [scheme],
    () => ({ favorite: !scheme.favorite }),
    scheme.favorite ? `“${scheme.name}” is no favorite any more.` : `“${scheme.name}” is a favorite.`,
  )
}
const takeOff = async (): Promise<void> => {
  const going = chosen.value
  picked.value = []
  await shelf.setOff(going)
}
</script>

<template>
  <section class="grid gap-3" aria-labelledby="shelf-title" data-test="shelf">
    <div class="flex items-center justify-between gap-3">
      <h2 id="shelf-title">Shelf</h2>
      <button class="control" data-test="put-on-shelf" @click="shelf.putting = true">
        Put this scheme on the shelf…
      </button>
    </div>
    <SoughtForm
      v-model:words="words"
      v-model:color="color"
      placeholder="name, tag, note, project…"
      test="shelf"
      @ask="ask()"
    />
    <div class="flex flex-wrap items-center gap-2">
      <SelectField v-model="folder" label="Folder" :choices="folderChoices" data-test="shelf-folder" />
      <SelectField v-model="tag" label="Tag" :choices="tagChoices" />
      <SelectField
        v-model="order"
        label="Order"
        :choices="[
          { value: 'newest', title: 'Newest first' },
          { value: 'name', title: 'By name' },
        ]"
      />
      <label class="flex items-center gap-1.5"><input v-model="favorite" type="checkbox" /> Favorites</label>
      <label class="flex items-center gap-1.5" :class="{ 'opacity-45': !locked.length }">
        <input v-model="holding" type="checkbox" :disabled="!locked.length" /> Holds the locked swatches
      </label>
      <span class="ml-auto text-caption text-quiet" role="status" data-test="shelf-total">{{
        state === 'there' ? `${total} ${total === 1 ? 'scheme' : 'schemes'}` : state === 'asking' ? 'Looking…' : ''
      }}</span>
    </div>
    <div
      v-if="chosen.length"
      class="flex flex-wrap items-center gap-2 border border-strong bg-panel p-2"
      role="group"
      aria-label="What is picked"
    >
      <span>{{ chosen.length }} picked</span>
      <form class="flex gap-1.5" @submit.prevent="addTag">
        <input
          v-model="typedTag"
          class="field w-24 font-sans!"
          aria-label="A tag for what is picked"
          placeholder="tag"
          maxlength="40"
        />
        <button class="control">Tag</button>
      </form>
      <MenuList class="control" :choices="moveChoices">Move…</MenuList>
      <button class="control" @click="takeOff">Take off the shelf</button>
      <button class="control bare ml-auto" @click="picked = []">Pick none</button>
    </div>
    <p v-if="state === 'slow'" class="flex items-center gap-3" role="status">
      Looking takes its time… <button class="control" @click="cancel">Cancel</button>
    </p>
    <p v-if="state === 'down'" class="flex items-center gap-3" role="alert">
      ▲ {{ reason }} The work is not touched. <button class="control" @click="ask()">Try again</button>
    </p>
    <p v-if="state === 'there' && !found.length" class="border border-dashed border-strong p-8 text-center">
      {{
        isEmpty
          ? 'Nothing is on the shelf yet. What you put here from any project is found again by word, tag, folder and color.'
          : 'Nothing like this is on the shelf. Try fewer words, another color, or another folder.'
      }}
    </p>
    <ul class="grid grid-cols-2 items-start gap-x-4 gap-y-2" aria-label="Schemes on the shelf">
      <FoundScheme
        v-for="each in found"
        :key="each.id"
        :scheme="each"
        :opened="opened === each.id"
        test="shelf-scheme"
        @open="opened = opened === each.id ? null : each.id"
        @used="shelf.use(each.scheme)"
      >
        <p v-if="each.scheme.note" class="text-caption">{{ each.scheme.note }}</p>
        <ShelfVersions v-if="each.scheme.version > 1" :scheme="each.scheme" />
        <p class="flex items-center gap-1.5">
          <label class="flex items-center gap-1.5"
            ><input v-model="picked" type="checkbox" :value="each.id" :aria-label="`Pick ${each.name}`" /> Pick</label
          >
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
    <p v-if="state === 'there' && found.length < total" class="text-center">
      <button class="control" @click="more()">Show more</button>
    </p>
    <ShelfDialog v-if="shelf.putting" @close="shelf.putting = false" />
  </section>
</template>
