<script setup lang="ts">
import { computed, ref } from 'vue'
import { ArrowDownTrayIcon, ClipboardDocumentIcon } from '@heroicons/vue/20/solid'
import { ARRANGEMENTS, MOOD_COLORS, MOOD_SHAPES } from '#core/document/handOver'
import { MAX_MOOD_PICTURES } from '#core/document/limits'
import { fileNameOf } from '#core/formats/fileName'
import { saveFile } from '~/browser/saveFile'
import { useCopying } from '~/composables/useCopying'
import { useHandOver } from '~/stores/handOver'
import { useHistory } from '~/stores/history'
import { useMood } from '~/stores/mood'
import { useNotices } from '~/stores/notices'

/** The content and layout of the mood page: it is shown, live, where the artwork stands. */
const mood = useMood()
const handOver = useHandOver()
const history = useHistory()
const notices = useNotices()
const { copyPicture } = useCopying()
const making = ref<'png' | 'pdf' | null>(null)

const sketches = computed(() =>
  ARRANGEMENTS.map(arrangement => ({ arrangement, page: mood.pageWith({ arrangement }, mood.sketched) })),
)
const selected = computed(() => mood.pictures.find(({ reference }) => reference === mood.selected) ?? null)
const save = async (as: 'png' | 'pdf'): Promise<void> => {
  making.value = as
  await notices.attempt(async () => {
    const name = `${fileNameOf(history.settled?.name ?? '') || 'mood'}-mood.${as}`
    const bytes = await handOver.made({ mood: [as] })
    saveFile(name, bytes, as === 'pdf' ? 'application/pdf' : 'image/png')
    notices.say(`Saved ${name}.`)
  })
  making.value = null
}
</script>

<template>
  <section class="grid content-start gap-4" aria-labelledby="mood" data-test="mood">
    <h2 id="mood">Mood page</h2>
    <p v-if="!mood.references.length" class="border border-dashed border-line p-5 text-center text-quiet">
      Reference pictures from Gather go on the page, beside the scheme. There are none in this project yet.
    </p>
    <template v-else>
      <div class="grid gap-1.5">
        <h3>Pictures {{ mood.pictures.length }} of {{ MAX_MOOD_PICTURES }}</h3>
        <ul v-one-stop="{ of: '.framed' }" class="flex flex-wrap gap-1.5" aria-label="Pictures on the page">
          <li v-for="reference in mood.references" :key="reference.id">
            <button
              class="framed block h-14 p-0.5"
              :class="{ current: mood.isOn(reference.id) }"
              :aria-pressed="mood.isOn(reference.id)"
              :aria-label="reference.name"
              :title="
                mood.isOn(reference.id) ? `Take ${reference.name} off the page` : `Add ${reference.name} to the page`
              "
              :disabled="mood.isFull && !mood.isOn(reference.id)"
              data-test="mood-picture"
              @click="mood.toggle(reference.id)"
            >
              <img
                class="h-full w-auto"
                :class="{ 'opacity-45': !mood.isOn(reference.id) }"
                :src="mood.thumbnails.get(reference.id)?.address"
                alt=""
              />
            </button>
          </li>
        </ul>
      </div>
      <div v-if="selected" class="flex flex-wrap items-center gap-2">
        <span class="min-w-0 grow truncate text-quiet">{{
          mood.references.find(({ id }) => id === selected?.reference)?.name
        }}</span>
        <button class="control" @click="mood.move(selected.reference, -1)">Earlier</button>
        <button class="control" @click="mood.move(selected.reference, 1)">Later</button>
        <SliderNumber
          class="w-60"
          label="Closer"
          unit="%"
          :value="Math.round(selected.zoom * 100)"
          :min="100"
          :max="600"
          @preview="
            value =>
              selected &&
              history.preview({
                do: 'arrange mood',
                change: { pictures: mood.cropped(selected.reference, { zoom: value / 100 }) },
              })
          "
          @settle="
            value => selected && mood.arrange({ pictures: mood.cropped(selected.reference, { zoom: value / 100 }) })
          "
        />
      </div>
    </template>
    <div class="grid gap-1.5">
      <h3 id="arrangement">Arrangement</h3>
      <p v-if="!mood.pictures.length && mood.references.length" class="text-caption text-quiet">
        These show how pictures would be arranged: add some above.
      </p>
      <ul v-one-stop="{ of: '.framed' }" data-previews class="grid grid-cols-5 gap-2" aria-labelledby="arrangement">
        <li v-for="{ arrangement, page } in sketches" :key="arrangement" class="min-w-0">
          <button
            class="framed block w-full p-1"
            :class="{ current: mood.mood?.arrangement === arrangement }"
            :aria-pressed="mood.mood?.arrangement === arrangement"
            :data-test="`arrangement-${arrangement}`"
            @pointerenter="history.preview({ do: 'arrange mood', change: { arrangement } })"
            @focus="history.preview({ do: 'arrange mood', change: { arrangement } })"
            @blur="history.preview(null)"
            @pointerleave="history.preview(null)"
            @click="mood.arrange({ arrangement })"
          >
            <PageView v-if="page" class="mx-auto block h-16 max-w-full" :page="page" :pictures="mood.thumbnails" />
            <span class="block text-caption first-letter:uppercase">{{ arrangement }}</span>
          </button>
        </li>
      </ul>
    </div>
    <div v-if="mood.mood" class="grid grid-cols-[72px_minmax(0,1fr)] items-center gap-x-3 gap-y-2">
      <span>Shape</span>
      <ChoiceRow
        :model-value="mood.mood.shape"
        look="choice px-3"
        label="Shape of the page"
        :choices="MOOD_SHAPES.map(value => ({ value }))"
        @update:model-value="shape => mood.arrange({ shape })"
      />
      <span>Colors as</span>
      <div class="flex items-center gap-4">
        <ChoiceRow
          :model-value="mood.mood.colors"
          look="choice px-3"
          label="Colors as"
          :choices="MOOD_COLORS.map(value => ({ value }))"
          @update:model-value="colors => mood.arrange({ colors })"
        />
        <label class="flex items-center gap-1.5"
          ><input
            type="checkbox"
            class="size-4 accent-accent"
            :checked="mood.mood.names"
            @change="mood.arrange({ names: ($event.target as HTMLInputElement).checked })"
          />With names</label
        >
      </div>
    </div>
    <div class="flex gap-2">
      <button
        class="control"
        data-test="copy-mood"
        @click="copyPicture(handOver.made({ mood: ['png'] }), 'Copied the mood page as a picture.')"
      >
        <ClipboardDocumentIcon class="size-4" />Copy
      </button>
      <span class="grow" />
      <button
        v-for="as in ['png', 'pdf'] as const"
        :key="as"
        class="control"
        :disabled="making !== null"
        :data-test="`mood-${as}`"
        @click="save(as)"
      >
        <ArrowDownTrayIcon class="size-4" />{{ making === as ? 'Making…' : as.toUpperCase() }}
      </button>
    </div>
  </section>
</template>
