<script setup lang="ts">
import { computed, ref } from 'vue'
import { asName } from '#core/document/names'
import type { Publication } from '#core/document/publication'
import { NOW } from '#core/handover/options'
import { allArtwork } from '#core/handover/plan'
import { useHistory } from '~/stores/history'
import { usePublications } from '~/stores/publications'

/** The choice of what to publish: anew, or as the next version of a publication. */
const { again } = defineProps<{ again?: Publication }>()
const emit = defineEmits<{ close: [] }>()
const history = useHistory()
const publications = usePublications()
const title = ref(again?.put.title ?? history.settled?.name ?? '')
const colorways = history.settled?.lineUp.colorways ?? []
/** The colorway that was chosen last, if it is still there; the project as it is now otherwise. */
const looks = ref([colorways.find(({ id }) => id === again?.put.look)?.id ?? NOW])
const everything = computed(() => (history.settled ? allArtwork(history.settled) : []))
const ids = everything.value.map(({ id }) => id)
const chosen = again?.put.artwork
const artwork = ref(chosen ? ids.filter(id => chosen.includes(id)) : ids)
const svg = ref(again?.put.svg ?? 'tokens')
const ladders = ref(again?.put.ladders ?? false)
const SVG_CHOICES = [
  { value: 'tokens', title: 'With its colors', hint: 'Each drawing has the colors of this version' },
  { value: 'properties', title: 'For theming', hint: 'Colors are CSS custom properties, for browsers' },
] as const
const asking = ref(false)
const publish = async (): Promise<void> => {
  asking.value = true
  const isAll = artwork.value.length === ids.length
  const done = await publications.publish(
    {
      ...{ title: asName(title.value) || 'Brand', look: looks.value[0] ?? NOW, svg: svg.value, ladders: ladders.value },
      artwork: isAll ? null : artwork.value,
    },
    again,
  )
  asking.value = false
  if (done) emit('close')
}
</script>

<template>
  <DialogFrame
    :title="again ? `Publish version ${again.version + 1}` : 'Publish a colorway'"
    test="publication-dialog"
    wide
    @close="emit('close')"
  >
    <form class="grid min-h-0 gap-4" @submit.prevent="publish">
      <div class="grid min-h-0 gap-4 overflow-y-auto p-px">
        <label class="grid gap-1"
          >Title<input v-model="title" class="field font-sans!" maxlength="120" data-test="publication-title"
        /></label>
        <LookChoices v-model="looks" one />
        <PiecePicker v-if="everything.length" v-model="artwork" :pieces="everything" />
        <div class="grid grid-cols-[72px_minmax(0,1fr)] items-center gap-x-3 gap-y-2">
          <span>Drawings</span>
          <ChoiceRow v-model="svg" look="choice px-3" label="How drawings are written" :choices="SVG_CHOICES" />
          <span>Scheme</span>
          <span class="flex flex-wrap items-center gap-x-4"
            >CSS by names and by roles, Tailwind theme, design tokens
            <label class="flex items-center gap-1.5"
              ><input v-model="ladders" type="checkbox" class="size-4 accent-accent" />With ladders</label
            ></span
          >
        </div>
        <p class="text-caption text-quiet">
          Anyone with the link can read these files: names, colors and the chosen artwork. You can withdraw it at any
          time.
        </p>
      </div>
      <p class="flex justify-end gap-2">
        <button type="button" class="control" @click="emit('close')">Cancel</button>
        <button class="control primary" :disabled="asking" data-test="publication-publish">
          {{ asking ? 'Publishing…' : 'Publish' }}
        </button>
      </p>
    </form>
  </DialogFrame>
</template>
