<script setup lang="ts">
import { computed, onScopeDispose, ref } from 'vue'
import { countWords } from '#core/document/names'
import { useEventListener } from '@vueuse/core'
import { ALSO, type Also } from '#core/svg/reading'
import { GIVEN, MANNERS, type Manner } from '#core/raster/manner'
import { useArtworkFiles } from '~/stores/artwork'
import { useNotices } from '~/stores/notices'
import { usePainting } from '~/stores/painting'
import { useRemapping } from '~/stores/remapping'
import { useStage } from '~/stores/stage'
import { useReadAnew } from '~/composables/useReadAnew'

/** Parts of the file on the stage that are recolored besides the colors on its page, by choice, and what is left as it is. */
const painting = usePainting()
const remapping = useRemapping()
const stage = useStage()
const readAnew = useReadAnew()
const files = useArtworkFiles()
const notices = useNotices()
const TITLES: Record<Also, { title: string; hint: string }> = {
  pictures: {
    title: 'Pictures within',
    hint: 'Pictures within the drawing are separated into inks of their own',
  },
  computed: {
    title: 'Masks, lights, matrices',
    hint: 'Colors masks, clip paths and lights measure by, and what color matrices make, as of shadows; all change what is let through',
  },
}
const art = computed(() => painting.artwork)
const file = computed(() => files.files.get(art.value?.hash ?? ''))
const left = computed(() => files.screens.get(art.value?.hash ?? '')?.left)
/** The choice, until the file has been read again. */
const asked = ref<{ kind: Also; on: boolean } | null>(null)
const offers = computed(() =>
  ALSO.flatMap(kind => {
    const [is, count] = [file.value?.also.includes(kind) ?? false, left.value?.[kind] ?? 0]
    const on = asked.value?.kind === kind ? asked.value.on : is
    return is || count ? [{ kind, on, ...TITLES[kind], count: is ? '' : String(count) }] : []
  }),
)
/** The work on the file just now, so that it can be canceled; what was there stays then. */
let doing: AbortController | null = null
const cancel = (): void => doing?.abort()
const unlessCanceled = async (act: (signal: AbortSignal) => Promise<void>): Promise<void> => {
  const { signal } = (doing = new AbortController())
  await notices.attempt(async () => {
    try {
      await act(signal)
    } catch (error) {
      if (!signal.aborted) throw error
    }
  })
}
onScopeDispose(cancel)
const notes = computed(() => file.value?.notes ?? [])
const choose = async (kind: Also, on: boolean): Promise<void> => {
  const [now, also] = [art.value, file.value?.also ?? []]
  if (!now) return
  asked.value = { kind, on }
  await unlessCanceled(signal =>
    readAnew(now, { also: on ? [...also, kind] : also.filter(each => each !== kind) }, signal),
  )
  asked.value = null
}
const MADE_OF: Record<Manner, { title: string; hint: string }> = {
  flat: { title: 'Flat art', hint: 'Each area is an ink of its own, with sharp edges between them' },
  painted: {
    title: 'A painting',
    hint: 'Colors pass into each other; a few inks that it could be mixed of take all others along',
  },
  photographic: { title: 'A photograph', hint: 'Like a painting: a few inks carry all other colors along' },
}
const taken = ref<Manner | null>(null)
const manner = computed(() => (file.value?.kind === 'raster' ? (taken.value ?? file.value.manner) : null))
const takeAs = async (wanted: Manner, inks?: readonly string[]): Promise<void> => {
  const now = art.value
  if (!now) return
  stage.lifting = null
  taken.value = wanted
  await unlessCanceled(signal => readAnew(now, { manner: wanted, inks }, signal))
  taken.value = null
}
const own = computed(() => file.value?.inks.map(({ hex }) => hex) ?? [])
/** The one ink that is selected; it is moved or taken away. */
const chosen = computed(() => {
  const [only, ...more] = own.value.filter(hex => remapping.selected.has(hex))
  return more.length ? null : (only ?? null)
})
/** Waits for a color to be pointed at in the picture, which becomes an ink, in place of another where one is moved. */
const lift = (instead: string | null): void => {
  stage.lifting = stage.lifting
    ? null
    : hex => void takeAs(file.value?.manner ?? 'painted', [...own.value.filter(each => each !== instead), hex])
}
const takeAway = (hex: string): void =>
  void takeAs(
    file.value?.manner ?? 'painted',
    own.value.filter(each => each !== hex),
  )
useEventListener('keydown', event => {
  if (event.key === 'Escape') stage.lifting = null
})
onScopeDispose(() => {
  stage.lifting = null
})
</script>

<template>
  <div class="flex flex-wrap items-center gap-x-4 gap-y-1" data-test="file-notes">
    <fieldset v-if="offers.length" class="flex items-center gap-3" :disabled="asked !== null">
      <legend class="float-left mr-3">Also recolor</legend>
      <label
        v-for="{ kind, on, title, hint, count } in offers"
        :key="kind"
        class="flex items-center gap-1.5"
        :title="hint"
        ><input
          type="checkbox"
          :checked="on"
          :data-test="`also-${kind}`"
          @change="choose(kind, ($event.target as HTMLInputElement).checked)"
        />{{ title }}<span v-if="count" class="value text-quiet">{{ count }}</span></label
      >
    </fieldset>
    <label
      v-if="manner"
      class="flex items-center gap-1.5"
      title="How the picture is separated into inks: detected from its pixels"
      >Treated as<select
        class="control"
        data-test="manner"
        :value="manner"
        :disabled="taken !== null"
        @change="takeAs(($event.target as HTMLSelectElement).value as Manner)"
      >
        <option v-for="each in MANNERS" :key="each" :value="each" :title="MADE_OF[each].hint">
          {{ MADE_OF[each].title }}
        </option>
      </select></label
    >
    <span v-if="manner && manner !== 'flat'" class="flex items-center gap-1">
      <button
        class="control"
        title="Click a color in the picture to make it an ink"
        data-test="add-ink"
        :aria-pressed="stage.lifting !== null"
        :disabled="taken !== null || (!chosen && own.length >= GIVEN.max)"
        @click="lift(chosen)"
      >
        {{ chosen ? 'Move the ink' : 'Add an ink' }}
      </button>
      <button
        v-if="chosen"
        class="control"
        data-test="take-ink"
        :disabled="taken !== null || own.length <= GIVEN.min"
        @click="takeAway(chosen)"
      >
        Remove the ink
      </button>
    </span>
    <p v-if="stage.lifting" role="status" class="text-caption text-quiet">
      Point at its color in the picture; Esc leaves
    </p>
    <p
      v-if="taken || asked"
      role="status"
      class="flex items-center gap-2 text-caption text-quiet"
      data-test="taking-apart"
    >
      {{ taken ? 'Separating the picture again…' : 'Reading the file again…' }}
      <button class="control small" data-test="cancel-taking" @click="cancel">Cancel</button>
    </p>
    <details v-if="notes.length" class="min-w-0 open:basis-full">
      <summary class="cursor-pointer text-caption text-quiet">
        {{ countWords(notes.length, 'thing is', 'things are') }} left as {{ notes.length === 1 ? 'it is' : 'they are' }}
      </summary>
      <ul class="max-h-24 overflow-y-auto text-caption">
        <li v-for="note in notes" :key="note">{{ note }}</li>
      </ul>
    </details>
  </div>
</template>
