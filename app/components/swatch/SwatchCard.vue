<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { asName, countWords } from '#core/document/names'
import { useLocalStorage } from '@vueuse/core'
import { LockClosedIcon, LockOpenIcon, XMarkIcon } from '@heroicons/vue/20/solid'
import { NOTATION_TITLES, NOTATIONS, formatColor, type Notation } from '#core/color/notation'
import { parseColor } from '#core/color/parse'
import { alternatives, LADDERS, ladder, RUNGS } from '#core/harmony/ladder'
import { ROLES } from '#core/harmony/proportion'
import { complementOf } from '#core/scheme/compose'
import { MIN_SWATCHES } from '#core/document/limits'
import type { Command } from '#core/commands/commands'
import { MAX_SWATCHES } from '#core/document/limits'
import type { MADE, Swatch } from '#core/document/scheme'
import { baseSwatchOf } from '#core/scheme/wearScheme'
import { sentence } from '#core/document/sentence'
import { useColorNames } from '~/composables/useColorNames'
import { useCopying } from '~/composables/useCopying'
import { useHistory } from '~/stores/history'
import { useRecentColors } from '~/composables/useRecentColors'

/** One swatch of the band: its color in numbers, its ladder and neighbors, name, role, share, origin and lock. */
const { swatch } = defineProps<{ swatch: Swatch }>()
const emit = defineEmits<{ close: [] }>()
const history = useHistory()
const { copy } = useCopying()
const { recent, remember } = useRecentColors()
const notation = useLocalStorage<Notation>('plumbago notation', 'hex')
const taking = useLocalStorage<'replace' | 'add'>('plumbago rungs', 'replace')
const typed = ref('')
const problem = ref('')
watch(
  () => swatch.hex,
  hex => {
    typed.value = hex
  },
  { immediate: true },
)

const scheme = computed(() => history.document?.scheme ?? [])
const isBase = computed(() => (history.document ? baseSwatchOf(history.document)?.id === swatch.id : false))
const isFull = computed(() => scheme.value.length >= MAX_SWATCHES)
const settledHex = computed(() => history.settled?.scheme.find(({ id }) => id === swatch.id)?.hex ?? swatch.hex)
/** Names are those of the color as it stands, so that nothing moves while others are looked at. */
const names = useColorNames(() => settledHex.value, 3)
const ladders = computed(() =>
  LADDERS.map(kind => ({ kind, rungs: ladder(settledHex.value, kind, history.document?.rungs ?? RUNGS.usual) })),
)
const near = computed(() => alternatives(settledHex.value))

const edit = (hex: string, hue?: number): void => {
  problem.value = ''
  history.run({ do: 'edit swatch', id: swatch.id, hex, ...(hue === undefined ? {} : { hue }) })
  remember(hex)
}
const type = (): void => {
  const color = parseColor(typed.value)
  if (color) edit(color.hex, color.hue)
  else problem.value = `“${typed.value.slice(0, 30)}” is not a color.`
}
const adding = (hex: string, how: (typeof MADE)[number], more: { hue?: number; name?: string } = {}): Command => ({
  do: 'add swatches',
  colors: [{ hex, ...more }],
  how,
  after: swatch.id,
})
const add = (hex: string, how: (typeof MADE)[number], more: { hue?: number; name?: string } = {}): void => {
  history.run(adding(hex, how, more))
  remember(hex)
}
const take = (hex: string, how: (typeof MADE)[number]): void => (taking.value === 'add' ? add(hex, how) : edit(hex))
const preview = (hex: string | null, how: (typeof MADE)[number]): void =>
  history.preview(
    hex === null || (taking.value === 'add' && isFull.value)
      ? null
      : taking.value === 'add'
        ? adding(hex, how)
        : { do: 'edit swatch', id: swatch.id, hex },
  )
const addComplement = (): void => {
  if (!history.settled) return
  const { hex, hue } = complementOf(history.settled, swatch)
  add(hex, 'complement', { hue })
}
const rename = (name: string): void => {
  if (asName(name)) history.run({ do: 'describe swatch', id: swatch.id, change: { name: asName(name) } })
}
const setShare = (percent: number): void => {
  const part = percent / 100
  const others = scheme.value.filter(({ id }) => id !== swatch.id)
  const left = others.reduce((sum, { share }) => sum + share, 0) || 1
  history.run({
    do: 'share out',
    shares: Object.fromEntries([
      [swatch.id, part],
      ...others.map(({ id, share }) => [id, (share / left) * (1 - part)]),
    ]),
  })
}
const setRungs = (change: number): void =>
  history.run({
    do: 'set rungs',
    rungs: Math.min(RUNGS.max, Math.max(RUNGS.min, (history.settled?.rungs ?? RUNGS.usual) + change)),
  })
const remove = (): void => {
  history.runSaying({ do: 'remove swatch', id: swatch.id }, `Removed ${swatch.name}.`)
  emit('close')
}
</script>

<template>
  <div
    class="grid grid-cols-[minmax(0,1fr)] gap-2 border border-strong bg-panel p-3 shadow-float"
    role="dialog"
    :aria-label="`Swatch ${swatch.name}`"
    data-test="swatch-card"
    tabindex="-1"
    @pointerleave="$event.buttons || history.preview(null)"
  >
    <div class="flex items-center gap-2">
      <i class="size-6 shrink-0" :style="{ background: swatch.hex }" />
      <TypedField
        class="w-40 font-sans! font-semibold"
        aria-label="Name of the swatch"
        maxlength="120"
        :value="sentence(swatch.name)"
        @settle="rename"
      />
      <span class="flex min-w-0 grow flex-wrap gap-1" role="group" aria-label="Names from the list"
        ><button
          v-for="{ name, away } in names"
          :key="name"
          class="control small px-1.5! text-caption"
          :title="`${name}: ΔE ${away.toFixed(1)} away`"
          data-test="proposed-name"
          @click="rename(name)"
        >
          {{ sentence(name) }}
        </button></span
      >
      <button class="control bare px-1" aria-label="Close the card" @click="emit('close')">
        <XMarkIcon class="size-4" />
      </button>
    </div>
    <div class="grid grid-cols-[minmax(0,1fr)_minmax(0,1fr)] gap-5 finger:gap-3">
      <div class="grid grid-cols-[minmax(0,1fr)] content-start gap-1.5">
        <form class="flex flex-wrap gap-1" @submit.prevent="type">
          <input
            v-model="typed"
            class="field w-24 min-w-0 grow"
            aria-label="Color of the swatch in any notation"
            spellcheck="false"
            maxlength="60"
            @change="type"
          />
          <SelectField
            v-model="notation"
            class="w-20"
            label="Notation to copy"
            :choices="NOTATIONS.map(value => ({ value, title: NOTATION_TITLES[value] }))"
          />
          <button
            type="button"
            class="control px-2!"
            @click="
              copy(
                formatColor(swatch.hex, notation, swatch.name, swatch.hue),
                `Copied ${formatColor(swatch.hex, notation, swatch.name, swatch.hue)}`,
              )
            "
          >
            Copy
          </button>
        </form>
        <p v-if="problem" class="text-caption" role="alert">▲ {{ problem }}</p>
        <ColorChannels
          :hex="swatch.hex"
          :hue="swatch.hue"
          @preview="history.pass($event && { do: 'edit swatch', id: swatch.id, ...$event })"
          @pick="edit($event.hex, $event.hue)"
        />
        <div class="flex flex-wrap items-center gap-2 pt-0.5">
          <SelectField
            class="grow"
            label="Role"
            :model-value="swatch.role"
            :choices="ROLES.map(value => ({ value, title: value }))"
            @update:model-value="role => history.run({ do: 'describe swatch', id: swatch.id, change: { role } })"
          />
          <label class="flex items-center gap-1"
            ><span class="text-caption text-quiet">Share</span
            ><NumberField
              class="w-12"
              aria-label="Share in percent"
              :value="Math.round(swatch.share * 100)"
              :min="1"
              :max="98"
              @settle="setShare"
            /><span class="value">%</span></label
          >
        </div>
      </div>
      <div class="grid grid-cols-[minmax(0,1fr)] content-start gap-1">
        <div class="flex flex-wrap items-center gap-x-2 gap-y-1">
          <ChoiceRow
            v-model="taking"
            class="grow"
            small
            label="Clicking a color"
            :choices="[
              { value: 'replace', title: 'Replaces it' },
              { value: 'add', title: 'Adds it' },
            ]"
          />
          <span class="flex items-center" role="group" aria-label="Rungs of a ladder"
            ><button class="control bare small px-1.5!" aria-label="Fewer rungs" @click="setRungs(-1)">−</button
            ><span class="value">{{ countWords(history.document?.rungs ?? 0, 'rung') }}</span
            ><button class="control bare small px-1.5!" aria-label="More rungs" @click="setRungs(1)">+</button></span
          >
        </div>
        <div
          v-for="{ kind, rungs } in ladders"
          :key="kind"
          class="grid grid-cols-[44px_minmax(0,1fr)] items-center gap-1 text-caption"
          :data-test="`ladder-${kind}`"
        >
          <span class="first-letter:uppercase">{{ kind }}</span
          ><ColorChips
            :title="kind"
            :colors="rungs"
            @preview="preview($event, 'ladder')"
            @take="take($event, 'ladder')"
          />
        </div>
        <div class="grid grid-cols-[44px_minmax(0,1fr)] items-center gap-1 text-caption" data-test="alternatives">
          <span>Nearby</span
          ><ColorChips
            title="Nearby"
            :colors="near"
            @preview="preview($event, 'alternative')"
            @take="take($event, 'alternative')"
          />
        </div>
        <div class="grid grid-cols-[44px_minmax(0,1fr)] items-center gap-1 text-caption" data-test="recent">
          <span>Recent</span
          ><ColorChips
            v-if="recent.length"
            title="Recent"
            :colors="recent.slice(0, 12)"
            @preview="preview($event, 'recent')"
            @take="take($event, 'recent')"
          /><span v-else class="h-6 leading-6 text-quiet">Colors you set appear here</span>
        </div>
        <SwatchOrigin :swatch="swatch" />
      </div>
    </div>
    <p class="sticky bottom-0 flex flex-wrap gap-1.5 bg-panel py-1 [&>.control]:px-2!">
      <button
        class="control"
        :aria-pressed="swatch.locked"
        @click="history.run({ do: 'lock', id: swatch.id, locked: !swatch.locked })"
      >
        <component :is="swatch.locked ? LockClosedIcon : LockOpenIcon" class="size-4" />{{
          swatch.locked ? 'Unlock' : 'Lock'
        }}
      </button>
      <button class="control" :disabled="isBase" @click="history.run({ do: 'make base', id: swatch.id })">
        {{ isBase ? 'Is the base' : 'Make base' }}
      </button>
      <button class="control" :disabled="isFull" @click="addComplement">Add complement</button>
      <button class="control" :disabled="isFull" @click="add(swatch.hex, 'copy', { hue: swatch.hue })">
        Duplicate
      </button>
      <button class="control ml-auto" :disabled="scheme.length <= MIN_SWATCHES" @click="remove">Remove</button>
    </p>
  </div>
</template>
