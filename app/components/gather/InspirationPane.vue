<script setup lang="ts">
import { useDebounceFn, useTimeoutFn } from '@vueuse/core'
import { blended } from '../../../core/harmony/blend'
import { hsbOf } from '../../../core/color/convert'
import { parseColor } from '../../../core/color/parse'
import type { Command } from '../../../core/commands/commands'
import type { Inspiration } from '../../../core/inspiration/search'

/**
 * Made-up schemes from the inspiration service: found by words, by a color, by what fits the locked swatches; used as
 * they are, as base, or blended in.
 */
const history = useHistory()
const server = useServer()
const words = ref('')
const color = ref('')
const fitting = ref(false)
const found = shallowRef<Inspiration[]>([])
const total = ref(0)
const state = ref<'asking' | 'slow' | 'there' | 'down'>('asking')
const reason = ref('')
const opened = ref<string | null>(null)
const amount = ref(50)

const near = computed(() => parseColor(color.value)?.hex ?? null)
const wrong = computed(() => Boolean(color.value.trim()) && near.value === null)
const locked = computed(() => (history.settled?.scheme ?? []).filter(swatch => swatch.locked).map(({ hex }) => hex))
const fits = computed(() => (fitting.value ? locked.value : []))
let underway: AbortController | null = null
const patience = useTimeoutFn(
  () => {
    if (state.value === 'asking') state.value = 'slow'
  },
  1500,
  { immediate: false },
)

const ask = async (from = 0): Promise<void> => {
  underway?.abort()
  const own = (underway = new AbortController())
  state.value = 'asking'
  patience.start()
  try {
    const page = await server.inspiration(
      { words: words.value.trim(), near: near.value, fits: fits.value },
      from,
      own.signal,
    )
    if (own.signal.aborted) return
    found.value = from ? [...found.value, ...page.schemes] : page.schemes
    total.value = page.total
    state.value = 'there'
  } catch (error) {
    if (underway !== own) return
    state.value = 'down'
    reason.value = own.signal.aborted ? 'Asking was cancelled.' : reasonOf(error)
  } finally {
    if (underway === own) patience.stop()
  }
}
const askSoon = useDebounceFn(() => void ask(), 250)
watch([words, near, fits], (now, before) => {
  if (JSON.stringify(now) !== JSON.stringify(before)) askSoon()
})
onMounted(() => void ask())
onUnmounted(() => {
  underway?.abort()
  history.preview(null)
})
const cancel = (): void => underway?.abort()

const asIs = ({ name, colors }: Inspiration): Command => ({ do: 'take colors', kind: 'shelf', title: name, colors })
const asBlend = ({ name, colors }: Inspiration): Command => {
  const free = (history.settled?.scheme ?? []).filter(swatch => !swatch.locked)
  const hexes = blended(
    free.map(({ hex }) => hex),
    colors.map(({ hex }) => hex),
    amount.value / 100,
  )
  return {
    do: 'take colors',
    kind: 'shelf',
    title: `${amount.value}% ${name}`,
    colors: hexes.map((hex, i) => ({ hex, name: null, share: free[i]?.share ?? null })),
  }
}
const use = (scheme: Inspiration, command: Command, said: string): void => {
  history.runSaying(command, said)
}
const useAsBase = ({ colors: [main] }: Inspiration): void => {
  if (main)
    history.run({
      do: 'set base',
      base: { hex: main.hex, hue: hsbOf(main.hex, history.settled?.base.hue).h, typed: main.hex },
    })
}
</script>

<template>
  <section class="grid gap-3" aria-labelledby="inspiration-title" data-test="inspiration">
    <h2 id="inspiration-title">Inspiration</h2>
    <form class="grid grid-cols-[minmax(0,1fr)_150px_auto] items-center gap-2" @submit.prevent="ask()">
      <input
        v-model="words"
        class="field font-sans!"
        type="search"
        aria-label="Words to find schemes by"
        placeholder="harbor, quiet, packaging…"
        maxlength="100"
        data-test="inspiration-words"
      />
      <span class="relative block">
        <input
          v-model="color"
          class="field w-full pl-8!"
          aria-label="Near this color"
          placeholder="near a color"
          spellcheck="false"
          maxlength="60"
          :aria-invalid="wrong"
          data-test="inspiration-near"
        />
        <i class="absolute left-2 top-1.5 size-4 border border-line" :style="{ background: near ?? 'transparent' }" />
      </span>
      <button type="button" class="control" @click="color = history.settled?.base.hex ?? ''">Near the base</button>
    </form>
    <label class="flex items-center gap-2" :class="{ 'opacity-45': !locked.length }">
      <input v-model="fitting" type="checkbox" :disabled="!locked.length" /> Fits the locked swatches
      <span v-if="!locked.length" class="text-caption text-quiet">lock some in the band first</span>
      <i v-for="hex in locked" :key="hex" class="size-3" :style="{ background: hex }" />
      <span class="ml-auto text-caption text-quiet" role="status">{{
        state === 'there' ? `${total} ${total === 1 ? 'scheme' : 'schemes'}` : state === 'asking' ? 'Asking…' : ''
      }}</span>
    </label>
    <p v-if="wrong" class="text-caption" role="alert">▲ “{{ color.slice(0, 30) }}” is not a color.</p>
    <p v-if="state === 'slow'" class="flex items-center gap-3" role="status">
      The inspiration service takes its time… <button class="control" @click="cancel">Cancel</button>
    </p>
    <p v-if="state === 'down'" class="flex items-center gap-3" role="alert">
      ▲ {{ reason }} The work is not touched. <button class="control" @click="ask()">Try again</button>
    </p>
    <p v-if="state === 'there' && !found.length" class="border border-dashed border-strong p-8 text-center">
      Nothing like this on the shelf. Try fewer words, another color, or leave out what has to fit.
    </p>
    <ul class="grid grid-cols-2 items-start gap-x-4 gap-y-2" aria-label="Schemes">
      <li
        v-for="scheme in found"
        :key="scheme.id"
        class="border"
        :class="opened === scheme.id ? 'border-ink' : 'border-line hover:border-strong'"
      >
        <button
          class="grid w-full gap-1 p-1.5 text-left"
          :aria-expanded="opened === scheme.id"
          :aria-label="`${scheme.name}: ${scheme.subject}, ${scheme.mood}, ${scheme.fields.join(', ')}`"
          data-test="inspiration-scheme"
          :data-colors="scheme.colors.map(({ hex }) => hex).join()"
          @click="opened = opened === scheme.id ? null : scheme.id"
          @pointerenter="history.preview(asIs(scheme))"
          @pointerleave="history.preview(null)"
          @focus="history.preview(asIs(scheme))"
          @blur="history.preview(null)"
        >
          <span class="flex h-9"
            ><i
              v-for="{ hex, share } in scheme.colors"
              :key="hex"
              class="h-full"
              :style="{ background: hex, flex: `${share} 1 0` }"
          /></span>
          <span class="flex items-baseline justify-between gap-2"
            ><span class="truncate">{{ scheme.name }}</span
            ><span class="truncate text-caption text-quiet">{{ scheme.mood }} · {{ scheme.fields[0] }}</span></span
          >
        </button>
        <div v-if="opened === scheme.id" class="grid gap-2 border-t border-line p-1.5">
          <p class="flex gap-1.5">
            <button class="control grow" @click="use(scheme, asIs(scheme), `The scheme is “${scheme.name}”.`)">
              Use as is</button
            ><button class="control grow" @click="useAsBase(scheme)">As base</button>
          </p>
          <p class="flex items-center gap-1.5">
            <input
              v-model.number="amount"
              type="range"
              min="5"
              max="95"
              step="5"
              class="slide min-w-0 grow"
              aria-label="How much of it to blend in"
              @input="history.preview(asBlend(scheme))"
            />
            <button
              class="control"
              @pointerenter="history.preview(asBlend(scheme))"
              @pointerleave="history.preview(null)"
              @click="use(scheme, asBlend(scheme), `Blended in ${amount}% of “${scheme.name}”.`)"
            >
              Blend {{ amount }}%
            </button>
          </p>
        </div>
      </li>
    </ul>
    <p v-if="state === 'there' && found.length < total" class="text-center">
      <button class="control" @click="ask(found.length)">Show more</button>
    </p>
  </section>
</template>
