<script setup lang="ts">
import { computed, ref } from 'vue'
import type { InspirationQuery } from '#core/formats/inspiration'
import { type FoundScheme } from '#core/interaction/finding'
import { useSought } from '~/composables/useSought'
import { useFinding } from '~/composables/useFinding'
import { server } from '~/api/server'

/** Made-up schemes from the inspiration service: found by words, by a color, by what fits the locked swatches. */
const { words, color, near, several, locked } = useSought()
const fitting = ref(false)
const opened = ref<string | null>(null)

const fits = computed(() => [...(fitting.value ? locked.value : []), ...several.value].slice(0, 12))

const { found, total, state, reason, ask, cancel, more } = useFinding<InspirationQuery, FoundScheme>(
  {
    ask: async (query, from, signal) => {
      const page = await server.inspiration(query, from, signal)
      const schemes = page.schemes.map(({ id, name, subject, mood, fields, colors }) => ({
        ...{ id, name, colors },
        captions: [mood, ...fields.slice(0, 1)],
        words: `${subject}, ${mood}, ${fields.join(', ')}`,
      }))
      return { schemes, total: page.total }
    },
  },
  () => ({ words: words.value.trim(), near: near.value, fits: fits.value }),
)
</script>

<template>
  <section class="grid gap-3" aria-labelledby="inspiration-title" data-test="inspiration">
    <h2 id="inspiration-title">Inspiration</h2>
    <SoughtForm
      v-model:words="words"
      v-model:color="color"
      placeholder="Harbor, quiet, packaging…"
      test="inspiration"
      @ask="ask()"
    />
    <label class="flex items-center gap-2">
      <input v-model="fitting" type="checkbox" :disabled="!locked.length" /> Fits the locked swatches
      <span v-if="!locked.length" class="text-caption text-quiet">Lock some in the band first</span>
      <i v-for="hex in locked" :key="hex" class="size-3" :style="{ background: hex }" />
      <span class="ml-auto text-caption text-quiet" role="status">{{
        state === 'there' ? `${total} ${total === 1 ? 'scheme' : 'schemes'}` : state === 'asking' ? 'Asking…' : ''
      }}</span>
    </label>
    <p v-if="state === 'slow'" class="flex items-center gap-3" role="status">
      The inspiration service is slow to respond… <button class="control" @click="cancel">Cancel</button>
    </p>
    <p v-if="state === 'down'" class="flex items-center gap-3" role="alert">
      ▲ {{ reason }} Your work is not affected. <button class="control" @click="ask()">Try again</button>
    </p>
    <p v-if="state === 'there' && !found.length" class="border border-dashed border-strong p-8 text-center">
      No matches. Try fewer words, another color or fewer conditions.
    </p>
    <ul v-one-stop="{ of: 'button' }" class="grid grid-cols-2 items-start gap-x-4 gap-y-2" aria-label="Schemes">
      <FoundScheme
        v-for="scheme in found"
        :key="scheme.id"
        :scheme="scheme"
        :opened="opened === scheme.id"
        test="inspiration-scheme"
        @open="opened = opened === scheme.id ? null : scheme.id"
      />
    </ul>
    <p v-if="state === 'there' && found.length < total" class="text-center">
      <button class="control" @click="more()">Show more</button>
    </p>
  </section>
</template>
