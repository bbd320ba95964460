<script setup lang="ts">
import { ALSO, type Also } from '../../../core/artwork/reading'

/** What of the file on the stage is recolored besides the colors on its page, by choice, and what is left as it is. */
const painting = usePainting()
const taking = useTakingArtwork()
const files = useArtworkFiles()
const notices = useNotices()
const TITLES: Record<Also, { title: string; hint: string }> = {
  pictures: {
    title: 'pictures within',
    hint: 'Pictures that lie within the drawing are taken apart into inks of their own',
  },
  computed: {
    title: 'masks and lights',
    hint: 'Colors of masks, clip paths, lights and color matrices are only measured; recolored, they change what is let through',
  },
}
const art = computed(() => painting.artwork)
const file = computed(() => files.files.get(art.value?.hash ?? ''))
const left = computed(() => files.screens.get(art.value?.hash ?? '')?.left)
/** What was chosen, until the file has been read again. */
const asked = ref<{ kind: Also; on: boolean } | null>(null)
const offers = computed(() =>
  ALSO.flatMap(kind => {
    const [is, count] = [file.value?.also.includes(kind) ?? false, left.value?.[kind] ?? 0]
    const on = asked.value?.kind === kind ? asked.value.on : is
    return is || count ? [{ kind, on, ...TITLES[kind], count: is ? '' : String(count) }] : []
  }),
)
const notes = computed(() => file.value?.notes ?? [])
const choose = async (kind: Also, on: boolean): Promise<void> => {
  const [now, also] = [art.value, file.value?.also ?? []]
  if (!now) return
  asked.value = { kind, on }
  await notices.attempt(() => taking.readAgain(now, on ? [...also, kind] : also.filter(each => each !== kind)))
  asked.value = null
}
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
    <p v-if="asked" role="status" class="text-caption text-quiet">Reading the file again…</p>
    <details v-if="notes.length" class="min-w-0 open:basis-full">
      <summary class="cursor-pointer text-caption text-quiet">
        {{ notes.length === 1 ? '1 thing is left as it is' : `${notes.length} things are left as they are` }}
      </summary>
      <ul class="max-h-24 overflow-y-auto text-caption">
        <li v-for="note in notes" :key="note">{{ note }}</li>
      </ul>
    </details>
  </div>
</template>
