<script setup lang="ts">
import { computed } from 'vue'
import { ClipboardDocumentIcon } from '@heroicons/vue/20/solid'
import { countWords } from '#core/document/names'
import type { Publication } from '#core/document/publication'
import { changeWords } from '#core/handover/publication'
import type { MenuChoice } from '~/components/control/menu'
import { useCopying } from '~/composables/useCopying'
import { useMe } from '~/stores/me'
import { usePublications } from '~/stores/publications'
import { dayWords, sizeWords } from '~/words/amounts'

/** One publication: its link, its version, what the versions before changed, and how the next one is coming along. */
const { publication } = defineProps<{ publication: Publication }>()
const emit = defineEmits<{ again: [] }>()
const publications = usePublications()
const me = useMe()
const { copy } = useCopying()
const link = computed(() => publication.link && new URL(publication.link, window.location.href).href)
const isMaking = computed(() => publications.isMaking(publication))
const since = computed(() => publications.changedSince(publication))
const words = computed(() => {
  const { version, versions, lookName, swatches, files, bytes } = publication
  if (!version) return `${lookName} · not published yet`
  return [
    `Version ${version}, ${dayWords(versions[0]?.at ?? '')}`,
    ...(lookName === publication.put.title ? [] : [lookName]),
    countWords(swatches.length, 'swatch', 'swatches'),
    `${countWords(files, 'file')} (${sizeWords(bytes)})`,
  ].join(' · ')
})
const pull = computed(() => `plumbago pull ${link.value ?? ''} -o brand`)
const choices = computed((): MenuChoice[] => [
  ...(link.value ? [{ title: 'Copy link', act: () => void copy(link.value ?? '', 'Copied the link.') }] : []),
  { title: 'New link (the old one ends)', act: () => void publications.renew(publication) },
  publication.withdrawnAt
    ? { title: 'Publish it again', act: () => void publications.reopen(publication) }
    : { title: 'Withdraw', act: () => void publications.withdraw(publication) },
  { title: 'Delete', apart: true, act: () => void publications.discard(publication) },
])
</script>

<template>
  <li class="grid gap-2 border-t border-line py-3" data-test="publication-row">
    <div class="flex items-start gap-3">
      <div class="grid min-w-0 grow gap-1">
        <h3 class="text-body! font-semibold wrap-anywhere text-ink!">{{ publication.put.title }}</h3>
        <p class="text-caption text-quiet" data-test="publication-words">{{ words }}</p>
      </div>
      <button
        v-if="!me.looksOnly && !isMaking"
        class="control"
        :class="{ primary: since }"
        data-test="publish-again"
        @click="emit('again')"
      >
        {{ publication.version ? `Publish version ${publication.version + 1}…` : 'Publish…' }}
      </button>
      <MenuList
        v-if="!me.looksOnly"
        class="control bare px-1.5!"
        :aria-label="`What to do with ${publication.put.title}`"
        :choices="choices"
        >…</MenuList
      >
    </div>
    <SchemeStrip class="h-4" :scheme="publication.swatches" />
    <p v-if="isMaking" class="grid gap-1" role="status">
      <span class="flex items-center gap-2"
        ><span class="grow"
          >Writing version {{ publication.version + 1
          }}<template v-if="publication.making?.parts"
            >: {{ publication.making.done }} of {{ countWords(publication.making.parts, 'file') }}</template
          ></span
        ><button v-if="!me.looksOnly" class="control small" @click="publications.stop(publication)">Stop</button></span
      >
      <progress
        class="h-1 w-full accent-accent"
        :max="Math.max(1, publication.making?.parts ?? 1)"
        :value="publication.making?.parts ? publication.making.done : undefined"
        :aria-label="`Writing ${publication.put.title}`"
      />
    </p>
    <p v-else-if="publication.making" role="alert" data-test="publication-failed">
      ▲ {{ publication.making.reason ?? `Version ${publication.version + 1} was stopped.` }}
      {{ publication.version ? `Version ${publication.version} is still published.` : '' }}
      <button v-if="!me.looksOnly" class="control small" @click="publications.retry(publication)">Try again</button>
    </p>
    <p v-else-if="since" data-test="publication-since">▲ Changed since: {{ since }}</p>
    <p v-if="publication.withdrawnAt" class="border border-strong p-2" data-test="publication-withdrawn">
      ▲ Withdrawn: the link no longer works.
    </p>
    <template v-else-if="!me.looksOnly">
      <SharedLink :link="link" test="publication-address" @renew="publications.renew(publication)" />
      <p v-if="link" class="flex items-center gap-2 text-caption text-quiet">
        <span class="min-w-0 grow"
          >In a website’s build: <code class="value wrap-anywhere">plumbago pull <i>link</i> -o brand</code></span
        >
        <button class="control small" @click="copy(pull, 'Copied the command.')">
          <ClipboardDocumentIcon class="size-4" />Copy command
        </button>
      </p>
    </template>
    <details v-if="publication.versions.length > 1">
      <summary class="cursor-pointer text-caption">Earlier versions</summary>
      <ol class="mt-1 grid gap-1 text-caption text-quiet">
        <li v-for="{ version, at, changes } in publication.versions" :key="version" class="wrap-anywhere">
          <span class="text-ink">{{ version }}</span> {{ dayWords(at) }}: {{ changeWords(changes) }}
        </li>
      </ol>
    </details>
  </li>
</template>
