<script setup lang="ts">
import { computed, onMounted, ref, shallowRef, watch } from 'vue'
import { navigateTo, useHead } from '#imports'
import { useLocalStorage, useThrottleFn, watchDebounced } from '@vueuse/core'
import { hsbOf } from '#core/color/convert'
import { apply, NOTHING_KNOWN } from '#core/commands/commands'
import type { Artwork } from '#core/document/artwork'
import { MAX_SWATCHES, PROJECTS_A_PAGE } from '#core/document/limits'
import { asName } from '#core/document/names'
import type { Project } from '#core/document/project'
import { PROJECT_EXTENSION } from '#core/document/projectFile'
import { documentDesk } from '~/browser/documentDesk'
import type { ShelfScheme } from '#core/document/shelf'
import { newProject } from '#core/scheme/create'
import type { ProjectCard, ProjectOrder } from '#core/document/projectCard'
import { server } from '~/api/server'
import { reasonOf } from '~/words/reasonOf'
import { useArrivals } from '~/stores/arrivals'
import { useArtworkFiles } from '~/stores/artwork'
import { useDropsAnywhere } from '~/composables/useDropsAnywhere'
import { LIST_INTERVAL_MS, useLive } from '~/stores/live'
import { useMe } from '~/stores/me'
import { useNotices } from '~/stores/notices'
import { usePublished } from '~/stores/published'

const notices = useNotices()
const me = useMe()
const published = usePublished()
const cards = ref<ProjectCard[] | null>(null)
const problem = ref<string | null>(null)
const more = ref(false)
useHead({ title: 'Projects · Plumbago' })

/** The words that projects and schemes are found by. */
const words = ref('')
/** The order of the wall, remembered in this browser. */
/** The orders projects are listed in, as choices. */
const ORDERS: ReadonlyArray<{ value: ProjectOrder; title: string }> = [
  { value: 'changed', title: 'Changed last' },
  { value: 'made', title: 'Made last' },
  { value: 'name', title: 'Name' },
]
const order = useLocalStorage<ProjectOrder>('plumbago home order', 'changed')
let loadedAt = Date.now()
const load = async (): Promise<void> => {
  problem.value = null
  loadedAt = Date.now()
  const [asked, by] = [words.value.trim(), order.value]
  try {
    const found = await server.projects(asked, '', order.value)
    if (asked !== words.value.trim() || by !== order.value) return
    cards.value = found
    more.value = found.length === PROJECTS_A_PAGE
  } catch (error) {
    problem.value = reasonOf(error)
  }
}
watchDebounced(words, load, { debounce: 250 })
watch(order, load)
/** The wall follows what others make, change, delete and restore; one of several pages only loses what is deleted. */
const reload = useThrottleFn(load, LIST_INTERVAL_MS, true)
const live = useLive()
live.listenForLists()
live.hear({
  // the first time it has just been loaded
  opened: () => void (Date.now() - loadedAt > LIST_INTERVAL_MS && reload()),
  project: news => {
    if (!('project' in news) || 'here' in news) return
    if (!cards.value || cards.value.length <= PROJECTS_A_PAGE) return void reload()
    if ('deleted' in news && news.deleted) cards.value = cards.value.filter(({ id }) => id !== news.project)
  },
})
const loadMore = (): Promise<void | null> =>
  notices.attempt(async () => {
    const next = await server.projects(words.value.trim(), cards.value?.at(-1)?.id, order.value)
    cards.value = [...(cards.value ?? []), ...next]
    more.value = next.length === PROJECTS_A_PAGE
  })
const asksStart = ref(false)
/** True if there is a demo to start over from, and doing so: beside what there is, nothing of which is touched. */
const hasDemo = ref(false)
const startOver = (): Promise<void | null> =>
  notices.attempt(async () => {
    const made = await server.startOver()
    await load()
    notices.say(`The demo is back, next to your other projects.`, 'done', async () => {
      for (const { id } of made) await notices.attempt(() => server.remove(id))
      await load()
    })
  })
/** Files that are dropped or pasted here become a project of their own. */
const arrivals = useArrivals()
/** A project that was saved as a file becomes one of the list again. */
const openFile = (file: File): Promise<void | null> =>
  notices.attempt(async () => {
    const made = await server.createFrom(await documentDesk.at().readProjectFile(await file.text()))
    await navigateTo(`/project/${made.id}/gather`)
  })
const chosen = (event: Event): void => {
  const input = event.target as HTMLInputElement
  const [file] = input.files ?? []
  input.value = ''
  if (file) void openFile(file)
}
const over = useDropsAnywhere(arrival => {
  const [file] = arrival.files
  if (file?.name.endsWith(PROJECT_EXTENSION)) return void openFile(file)
  void notices.attempt(async () => {
    const made = await server.create(asName(file?.name.replace(/\.[^.]+$/, '') ?? '') || 'Untitled project')
    arrivals.put(arrival)
    await navigateTo(`/project/${made.id}/gather`)
  })
})
const duplicate = (card: ProjectCard): Promise<void | null> =>
  notices.attempt(async () => {
    const made = await server.duplicate(card.id)
    await load()
    notices.say(`Made “${made.document.name}”.`, 'done', () => remove(made.id))
  })
const remove = async (id: string): Promise<void> => {
  await notices.attempt(() => server.remove(id))
  await load()
}
const discard = (card: ProjectCard): Promise<void | null> =>
  notices.attempt(async () => {
    await server.remove(card.id)
    await load()
    notices.say(`Deleted “${card.name}”.`, 'done', async () => {
      await notices.attempt(() => server.restore(card.id))
      await load()
    })
  })
const renameTo = async (id: string, to: string): Promise<string> => {
  const stored = await server.project(id)
  const save = { id: crypto.randomUUID(), project: id, version: stored.version, trail: { put: [], remove: [] } }
  await server.save({ ...save, document: { ...stored.document, name: to } }, stored.document)
  await load()
  return stored.document.name
}
const rename = (card: ProjectCard, to: string): Promise<void | null> =>
  notices.attempt(async () => {
    const was = await renameTo(card.id, to)
    notices.say(`Renamed to “${to}”.`, 'done', async () => {
      await notices.attempt(() => renameTo(card.id, was))
    })
  })
/** A project begins with a scheme of the shelf. */
const startWith = ({ name: title, swatches }: ShelfScheme): Promise<void | null> =>
  notices.attempt(async () => {
    const [main] = swatches
    const base = main && { hex: main.hex, hue: hsbOf(main.hex).h, typed: main.hex }
    const colors = swatches.slice(0, MAX_SWATCHES)
    const document = apply(newProject(title, base), { do: 'take colors', kind: 'shelf', title, colors }, NOTHING_KNOWN)
    const made = await server.createFrom(document)
    await navigateTo(`/project/${made.id}/compose`)
  })
/** The artwork that schemes can be seen on: the first of the project changed last that has any. */
const on = shallowRef<{ project: Project; artwork: Artwork } | null>(null)
const files = useArtworkFiles()
watch(cards, async now => {
  const card = now?.find(({ artwork }) => artwork > 0)
  if (!card || on.value) return
  const stored = await server.project(card.id).catch(() => null) // without it, schemes are seen as strips
  const artwork = stored?.document.artwork[0]
  if (!stored || !artwork) return
  await files.learnOne(artwork.hash, artwork.name) // what cannot be shown is shown as strips, too
  on.value = { project: { ...stored.document, artwork: [artwork] }, artwork }
})
const showsDeleted = ref(false)
const others = computed(() => [
  { title: 'Deleted…', act: () => (showsDeleted.value = true) },
  ...(hasDemo.value
    ? [{ title: 'Start over from the demo', hint: 'Adds fresh copies of its projects', act: startOver }]
    : []),
])
onMounted(async () => {
  void published.load()
  await load()
  hasDemo.value = ((await server.demo().catch(() => null))?.projects ?? 0) > 0 // without an answer there is nothing to offer
})
</script>

<template>
  <div
    class="grid h-full grid-rows-[44px_minmax(0,1fr)]"
    :class="{ 'outline-2 -outline-offset-4 outline-accent': over }"
  >
    <header class="flex items-center justify-between border-b border-line bg-panel px-3">
      <p class="flex items-center gap-2">
        <PlumbagoMark :colors="cards?.[0]?.swatches.map(({ hex }) => hex) ?? []" /><span
          class="font-title text-[17px] font-semibold"
          >Plumbago</span
        >
      </p>
      <input
        v-model="words"
        class="field mx-4 w-80 min-w-0 font-sans!"
        type="search"
        aria-label="Find projects and schemes"
        placeholder="Find projects and schemes"
        maxlength="100"
        data-test="home-words"
      />
      <div class="flex items-center gap-2"><KeysHelp /><SurroundSwitch /><PersonMenu /></div>
    </header>
    <main class="home">
      <section class="grid content-start gap-5 px-6 py-5" aria-labelledby="projects">
        <div class="flex flex-wrap items-center gap-x-4 gap-y-2">
          <h1 id="projects" class="grow">Projects</h1>
          <label class="flex items-center gap-1.5"
            >Order<SelectField v-model="order" label="Order of the projects" data-test="home-order" :choices="ORDERS"
          /></label>
          <MenuList v-if="!me.looksOnly" class="control bare" data-test="home-more" :choices="others">More…</MenuList>
          <p v-if="me.looksOnly" class="text-quiet">You can view projects; designers can edit them.</p>
          <div v-else class="flex flex-wrap items-center gap-2">
            <label class="control cursor-pointer focus-within:outline-2 focus-within:outline-focus">
              Open a saved file
              <input
                type="file"
                class="sr-only"
                :accept="PROJECT_EXTENSION"
                aria-label="Open a project that was saved as a file"
                data-test="project-file"
                @change="chosen"
              />
            </label>
            <button class="control primary" data-test="new-project-button" @click="asksStart = true">
              New project
            </button>
          </div>
        </div>
        <div v-if="problem" class="flex items-center gap-3" role="alert">
          <span>▲ {{ problem }}</span
          ><button class="control" @click="load">Try again</button>
        </div>
        <p v-else-if="!cards" role="status">Loading your projects…</p>
        <p v-else-if="!cards.length && words.trim()" class="border border-dashed border-strong p-10 text-center">
          No project matches “{{ words.trim() }}”.
        </p>
        <div v-else-if="!cards.length" class="grid justify-items-center gap-3 border border-dashed border-strong p-10">
          <PlumbagoMark class="size-16!" :colors="[]" />
          <p>No projects yet. Drop a picture or a drawing here, or start from a color.</p>
          <button v-if="!me.looksOnly" class="control" @click="asksStart = true">New project</button>
        </div>
        <ul v-else v-one-stop="{ of: 'a, button' }" class="flex flex-wrap gap-x-5 gap-y-6" aria-label="Projects">
          <ProjectTile
            v-for="card in cards"
            :key="card.id"
            :card="card"
            @rename="rename(card, $event)"
            @duplicate="duplicate(card)"
            @discard="discard(card)"
          />
        </ul>
        <p v-if="more" class="text-center"><button class="control" @click="loadMore">Show more</button></p>
      </section>
      <aside class="shelf">
        <LazyShelfPane :sought="words" :on="on" @start="startWith" />
      </aside>
    </main>
    <LazyNewProject v-if="asksStart" @close="asksStart = false" />
    <LazyDeletedDialog v-if="showsDeleted" @close="showsDeleted = false" @back="load" />
  </div>
</template>

<style scoped>
.home {
  overflow-y: auto;
}
.shelf {
  padding: 20px 24px;
  border-top: 1px solid var(--line);
  background: var(--panel);
}
@media (width >= 960px) {
  .home {
    display: grid;
    grid-template-columns: minmax(0, 1fr) clamp(400px, 36vw, 720px);
    overflow: hidden;
  }
  .home > * {
    overflow-y: auto;
  }
  .shelf {
    border-top: 0;
    border-left: 1px solid var(--line);
  }
}
</style>
