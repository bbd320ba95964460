<script setup lang="ts">
import { computed, onUnmounted, ref, shallowRef, watch } from 'vue'
import { TERMS } from '~/words/terms'
import { asName, countWords } from '#core/document/names'
import { useDebounceFn, useVirtualList } from '@vueuse/core'
import type { ReadColor } from '#core/formats/read/readColor'
import { unrestrictedColors } from '#core/painting/painting'
import { MAX_IN_SET } from '#core/document/limits'
import type { ColorSet } from '#core/document/remap'
import { nearestIn } from '#core/remap/restrict'
import type { Inspiration } from '#core/formats/inspiration'
import { documentDesk } from '~/browser/documentDesk'
import { latestOnly } from '~/browser/latestOnly'
import { reasonOf } from '~/words/reasonOf'
import { useHistory } from '~/stores/history'
import { useLighting } from '~/composables/useLighting'
import { useNotices } from '~/stores/notices'
import { usePainting } from '~/stores/painting'
import { useRemapping } from '~/stores/remapping'
import { server } from '~/api/server'

/**
 * The set of colors results are restricted to: a library, a scheme from the shelf or a list of one's own; and how far
 * each result is from the nearest.
 */
const history = useHistory()
const painting = usePainting()
const remapping = useRemapping()
const notices = useNotices()
const adding = ref<'shelf' | 'list' | null>(null)
const LINE = 26
const BOOK = 'thread book'

const sets = computed(() => history.settled?.sets ?? [])
const chosen = computed(() => remapping.restriction?.id ?? '')
const restrict = (to: ColorSet | string | null): void => {
  adding.value = null
  history.run({ do: 'restrict', to })
}
const choose = async (value: string): Promise<void> => {
  if (value === 'shelf' || value === 'list') adding.value = value
  else if (value === BOOK && !sets.value.some(({ id }) => id === BOOK)) {
    const book = await notices.attempt(() => import('~/thread-book.json'))
    if (book) restrict({ id: BOOK, title: book.default.title, colors: book.default.colors })
  } else restrict(value || null)
}

const words = ref('')
const found = shallowRef<Inspiration[]>([])
const failure = ref('')
let underway: AbortController | null = null
const ask = async (): Promise<void> => {
  underway?.abort()
  const own = (underway = new AbortController())
  try {
    found.value = (await server.inspiration({ words: words.value.trim(), near: null, fits: [] }, 0, own.signal)).schemes
    failure.value = ''
  } catch (error) {
    if (!own.signal.aborted) failure.value = reasonOf(error)
  }
}
const askSoon = useDebounceFn(() => void ask(), 250)
watch(words, askSoon)
watch(adding, now => {
  if (now === 'shelf') void ask()
})
onUnmounted(() => underway?.abort())
const fromShelf = ({ id, name, colors }: Inspiration): ColorSet => ({
  id: `shelf ${id}`.slice(0, 64),
  title: name,
  colors: colors.map(({ hex, name: colorName }) => ({ hex, name: colorName })),
})

const list = ref('')
const title = ref('My list')
const read = shallowRef<readonly ReadColor[]>([])
const readList = latestOnly(async (text: string) => {
  read.value = (await documentDesk.at().readColors(text)).colors
})
watch(list, text => void notices.attempt(() => readList(text)))
const takeFile = async (event: Event): Promise<void> => {
  const file = (event.target as HTMLInputElement).files?.[0]
  if (!file) return
  list.value = await file.text()
  title.value = asName(file.name.replace(/\.[^.]+$/, '')) || 'My list'
}
const useList = (): void => {
  const colors = read.value.slice(0, MAX_IN_SET).map(({ hex, name }) => ({ hex, name: asName(name ?? '') }))
  if (!colors.length) return
  if (read.value.length > MAX_IN_SET)
    notices.say(`A list may have up to ${MAX_IN_SET} colors; the first ones were used.`, 'problem')
  restrict({ id: crypto.randomUUID(), title: title.value.trim() || 'My list', colors })
}

/** Every result with what it would be without the restriction, the farthest first. */
const results = computed(() => {
  const [now, set] = [history.settled, remapping.restriction]
  if (!now || !set) return []
  const hexes = set.colors.map(({ hex }) => hex)
  const own = painting.settled(remapping.artwork?.id ?? '').colors
  const free = unrestrictedColors(now, painting.inks, remapping.artwork?.id ?? null)
  const seen = new Map<string, { free: string; hex: string; name: string; away: number; inks: string[] }>()
  for (const { hex: ink } of remapping.inks) {
    const wanted = free.get(ink) ?? ink
    const near = nearestIn(hexes, wanted)
    if (!near || own.get(ink) !== near.hex) continue
    const known = seen.get(wanted)
    if (known) known.inks.push(ink)
    else
      seen.set(wanted, {
        free: wanted,
        hex: near.hex,
        name: set.colors[near.place]?.name ?? '',
        away: near.away,
        inks: [ink],
      })
  }
  return [...seen.values()].sort((one, other) => other.away - one.away)
})
const mean = computed(() => results.value.reduce((sum, { away }) => sum + away, 0) / (results.value.length || 1))
const used = computed(() => new Set(results.value.map(({ hex }) => hex)).size)
const { list: lines, containerProps, wrapperProps } = useVirtualList(results, { itemHeight: LINE, overscan: 6 })
const light = useLighting()
</script>

<template>
  <section
    class="grid min-h-0 grid-rows-[auto_auto_minmax(0,1fr)] gap-2 border-t border-line pt-2"
    aria-labelledby="restrict-title"
  >
    <div class="flex min-h-7 items-center gap-2">
      <h3 id="restrict-title">Only colors of</h3>
      <SelectField
        class="min-w-0 grow"
        label="Only colors of"
        data-test="restrict"
        :model-value="adding ?? chosen"
        :choices="[
          { value: '', title: 'any set: no restriction' },
          ...(sets.some(({ id }) => id === BOOK) ? [] : [{ value: BOOK, title: 'Breezeholm thread book (200)' }]),
          ...sets.map(({ id, title, colors }) => ({ value: id, title: `${title} (${colors.length})` })),
          { value: 'shelf', title: 'a scheme from the shelf…' },
          { value: 'list', title: 'a list of your own…' },
        ]"
        @update:model-value="choose"
      />
      <label
        v-if="remapping.restriction && !adding"
        class="flex shrink-0 items-center gap-1.5"
        title="Inks left as they are also go to the nearest color of the set"
        ><input
          type="checkbox"
          data-test="restrict-left"
          :checked="history.settled?.remap.restrictLeft"
          @change="history.run({ do: 'restrict left', on: ($event.target as HTMLInputElement).checked })"
        />Include inks left as is</label
      >
    </div>
    <div v-if="adding === 'shelf'" class="grid gap-1.5">
      <input
        v-model="words"
        type="search"
        class="field font-sans!"
        placeholder="Words: harbor, quiet, textile"
        aria-label="Search the shelf"
      />
      <p v-if="failure" role="alert">▲ {{ failure }} <button class="control" @click="ask">Try again</button></p>
      <ul
        v-one-stop="{ of: 'button' }"
        data-previews
        class="grid max-h-44 grid-cols-2 gap-x-3 overflow-y-auto"
        aria-label="Schemes of the shelf"
      >
        <li v-for="scheme in found" :key="scheme.id">
          <button
            class="grid h-8 w-full grid-cols-[72px_minmax(0,1fr)] items-center gap-2 text-left hover:bg-hover"
            data-test="shelf-set"
            @pointerenter="history.preview({ do: 'restrict', to: fromShelf(scheme) })"
            @focus="history.preview({ do: 'restrict', to: fromShelf(scheme) })"
            @blur="history.preview(null)"
            @pointerleave="history.preview(null)"
            @click="restrict(fromShelf(scheme))"
          >
            <span class="flex h-5"
              ><i v-for="{ hex } in scheme.colors" :key="hex" class="grow" :style="{ background: hex }" /></span
            ><span class="truncate">{{ scheme.name }}</span>
          </button>
        </li>
      </ul>
    </div>
    <form v-else-if="adding === 'list'" class="grid gap-1.5" @submit.prevent="useList">
      <textarea
        v-model="list"
        rows="4"
        class="field h-auto! py-1"
        placeholder="#2e4f7f #f2c14e … or CSS, CSV, design tokens"
        aria-label="Colors of the list"
        spellcheck="false"
      />
      <p class="flex items-center gap-2">
        <input
          v-model="title"
          class="field min-w-0 grow font-sans!"
          aria-label="Name of the list"
          maxlength="120"
        /><input
          type="file"
          accept=".txt,.css,.csv,.json,.svg"
          class="w-44 text-caption"
          aria-label="A file with colors"
          data-test="set-file"
          @change="takeFile"
        />
        <button class="control primary" :disabled="!read.length">
          Use {{ read.length }} {{ read.length === 1 ? 'color' : 'colors' }}
        </button>
      </p>
    </form>
    <p v-else-if="remapping.restriction" class="text-caption text-quiet" data-test="restricted">
      {{ countWords(results.length, 'result') }} {{ results.length === 1 ? 'goes' : 'go' }} to {{ used }} of its
      {{ remapping.restriction.colors.length }} colors, on average <WordHelp word="ΔE" :means="TERMS.deltaE" />
      {{ mean.toFixed(1) }} away.
    </p>
    <p v-else class="text-caption text-quiet">
      Thread, paint or house colors: every result goes to the nearest one of the set.
    </p>
    <div v-if="remapping.restriction && !adding" v-bind="containerProps" class="min-h-0 border-t border-line">
      <ul v-bind="wrapperProps" aria-label="Results and the nearest colors">
        <li
          v-for="{ data: { free, hex, name, away, inks } } in lines"
          :key="free"
          :style="{ height: `${LINE}px` }"
          class="grid grid-cols-[64px_66px_minmax(0,1fr)_66px_64px] items-center gap-2 border-b border-line hover:bg-hover"
          data-test="result"
          @pointerenter="light(inks)"
          @pointerleave="light(null)"
        >
          <span class="flex h-4"
            ><i class="grow" :style="{ background: free }" /><i class="grow" :style="{ background: hex }" /></span
          ><span class="value text-quiet">{{ free }}</span
          ><span class="truncate">{{ name || hex }}</span
          ><span class="value">{{ hex }}</span
          ><span class="value text-right">ΔE {{ away.toFixed(1) }}</span>
        </li>
      </ul>
    </div>
  </section>
</template>
