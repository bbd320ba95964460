<script setup lang="ts">
import { computed, useTemplateRef, watch } from 'vue'
import { TERMS } from '~/words/terms'
import { deltaE } from '#core/color/difference'
import { cmykOf, type Cmyk } from '#core/color/notation'
import {
  INK,
  INTENT_TITLES,
  INTENTS,
  PAPERS,
  PAPER_NAMES,
  paperTitle,
  type Intent,
  type Print,
} from '#core/print/papers'
import { inkOf } from '#core/print/press'
import { stayingInks } from '#core/interaction/inkOrigin'
import { useArtworkFiles } from '~/stores/artwork'
import { useHistory } from '~/stores/history'
import { usePainting } from '~/stores/painting'
import { usePrinting } from '~/stores/printing'

/** The inks the scheme takes on a paper, and its appearance there: by its profile, beside the plain conversion every program has. */
const history = useHistory()
const printing = usePrinting()
const chooser = useTemplateRef<HTMLInputElement>('chooser')
const addProfile = (): void => {
  const file = chooser.value?.files?.[0]
  if (chooser.value) chooser.value.value = ''
  if (file) void printing.addProfile(file)
}
const papers = computed(() => {
  const { own } = printing.print
  return [
    ...PAPER_NAMES.map(value => ({ value, title: PAPERS[value].title })),
    ...(own ? [{ value: 'own', title: own.title }] : []),
    { value: 'none', title: 'not printed' },
  ]
})
const PAPER_WORDS = {
  coated: 'Coated offset, measured (characterization FOGRA39L).',
  uncoated: 'Uncoated offset, modelled from the measured coated one: more dot gain, stray light of a rough surface.',
  own: 'By the printer’s own profile; its ink limit is what you set here.',
} as const
const painting = usePainting()
const files = useArtworkFiles()
const scheme = computed(() => history.document?.scheme ?? [])
watch(
  () => [scheme.value, printing.print] as const,
  () => void printing.ask(),
  { immediate: true },
)
watch(
  () => printing.print,
  () => void printing.learn(),
  { immediate: true },
)

const inks = ({ c, m, y, k }: Cmyk): string => [c, m, y, k].map(part => Math.round(part * 100)).join(' ')
const rows = computed(() =>
  scheme.value.map(({ id, hex, name }) => {
    const print = printing.prints.get(hex)
    return {
      id,
      hex,
      name,
      plain: inks(cmykOf(hex)),
      print: print && {
        hex: print.printed,
        inks: inks(print.cmyk),
        total: Math.round(inkOf(print.cmyk)),
        away: deltaE(hex, print.printed),
      },
    }
  }),
)

/** Inks of PDF artwork that keep their color, in the ink the file lays down for them. */
const fromFile = computed(() =>
  stayingInks(
    (history.document?.artwork ?? []).flatMap(art => {
      const file = art.page ? files.files.get(art.hash) : undefined
      return file ? [{ inks: file.inks, colors: painting.settled(art.id).colors }] : []
    }),
  ).map(({ hex, values: [c = 0, m = 0, y = 0, k = 0], total, isLetters }) => ({
    ...{ hex, inks: inks({ c, m, y, k }), total: Math.round(total) },
    words: isLetters ? 'letters in black ink alone' : '',
  })),
)
</script>

<template>
  <div class="grid content-start gap-3" data-test="print">
    <div class="flex flex-wrap items-center gap-x-4 gap-y-2">
      <label class="flex items-center gap-1.5 text-caption"
        >Paper<SelectField
          label="Paper"
          :model-value="printing.print.paper ?? 'none'"
          :choices="papers"
          @update:model-value="value => printing.set({ paper: value === 'none' ? null : (value as Print['paper']) })"
      /></label>
      <button class="control" :disabled="printing.isAdding" @click="chooser?.click()">
        {{ printing.isAdding ? 'Checking it…' : 'Printer’s profile…' }}
      </button>
      <input
        ref="chooser"
        class="hidden"
        type="file"
        accept=".icc,.icm,application/vnd.iccprofile"
        aria-label="Printer’s profile"
        data-test="profile-file"
        @change="addProfile"
      />
      <template v-if="printing.print.paper">
        <label class="flex items-center gap-1.5 text-caption"
          >Ink limit<NumberField
            class="w-14"
            aria-label="Ink limit in percent"
            :value="printing.print.ink"
            :min="INK.min"
            :max="INK.max"
            @settle="value => printing.set({ ink: value })"
          />%</label
        >
        <label class="flex items-center gap-1.5 text-caption"
          >Rendering intent<SelectField
            class="w-56"
            label="Rendering intent: how colors that can’t be printed are converted"
            :model-value="printing.print.intent"
            :choices="INTENTS.map(value => ({ value, title: `${value}: ${INTENT_TITLES[value]}` }))"
            @update:model-value="value => printing.set({ intent: value as Intent })"
        /></label>
        <label class="flex items-center gap-1.5 text-caption"
          ><input
            type="checkbox"
            class="accent-accent"
            :checked="printing.print.blackPoint"
            @change="printing.set({ blackPoint: !printing.print.blackPoint })"
          />Black point compensation</label
        >
      </template>
    </div>
    <p v-if="printing.problem" class="flex items-center gap-2" role="alert">
      ▲ Print colors could not be computed: {{ printing.problem
      }}<button class="control" @click="printing.again">Try again</button>
    </p>
    <p v-if="!printing.print.paper" class="border border-dashed border-line p-6 text-center">
      Choose a paper to see how the colors print on it.
    </p>
    <template v-else-if="!printing.problem">
      <ul v-one-stop="{ of: '.framed, button' }" class="grid grid-cols-2 gap-2" aria-label="On screen and on paper">
        <li class="min-w-0"><EyesTile eyes="everyone" title="on screen" words="as everyone sees it" /></li>
        <li class="min-w-0">
          <EyesTile eyes="paper" :words="`${paperTitle(printing.print)}, ${printing.print.intent}`" />
        </li>
      </ul>
      <table class="w-full border-collapse text-caption" data-test="prints">
        <caption class="sr-only">
          Cyan, magenta, yellow and black in each swatch, in percent
        </caption>
        <thead>
          <tr
            class="border-b border-strong text-left align-baseline text-quiet [&>th]:py-1 [&>th]:font-normal [&>th]:first-letter:uppercase"
          >
            <th class="w-20 pr-2 xl:w-28" scope="col">on screen | in print</th>
            <th scope="col">swatch</th>
            <th scope="col">CMYK for this paper</th>
            <th scope="col" title="Converted by formula, without a paper profile: don’t send these values to a printer">
              by formula only
            </th>
            <th class="text-right" scope="col">ink</th>
            <th class="text-right" scope="col"><WordHelp word="ΔE" :means="TERMS.deltaE" /></th>
          </tr>
        </thead>
        <tbody>
          <tr
            v-for="{ id, hex, name, plain, print } in rows"
            :key="id"
            class="border-b border-line"
            data-test="print-row"
          >
            <td class="py-1">
              <span class="flex h-7" aria-hidden="true"
                ><i class="grow" :style="{ background: hex }" /><i
                  class="grow"
                  :style="{ background: print?.hex }"
                  :data-printed="print?.hex"
              /></span>
            </td>
            <th class="px-2 text-left font-normal leading-[13px] first-letter:uppercase" scope="row">{{ name }}</th>
            <td class="value pr-2">{{ print?.inks ?? '…' }}</td>
            <td class="value pr-2 text-quiet">{{ plain }}</td>
            <td class="value text-right" :class="{ 'font-semibold': print && print.total > printing.print.ink }">
              {{ print ? `${print.total}%` : '' }}
            </td>
            <td class="value w-14 text-right" :class="{ 'font-semibold': print && print.away >= 5 }">
              {{ print?.away.toFixed(1) }}
            </td>
          </tr>
        </tbody>
      </table>
      <table v-if="fromFile.length" class="w-full border-collapse text-caption" data-test="file-inks">
        <caption class="pb-1 text-left font-semibold">
          Left as the PDF has it
        </caption>
        <tbody>
          <tr v-for="row in fromFile" :key="row.hex" class="border-b border-line">
            <td class="w-20 py-1 xl:w-28"><i class="block h-5" :style="{ background: row.hex }" /></td>
            <td class="value px-2">{{ row.inks }}</td>
            <td class="text-quiet">{{ row.words }}</td>
            <td class="value text-right" :class="{ 'font-semibold': row.total > printing.print.ink }">
              {{ row.total }}%
            </td>
          </tr>
        </tbody>
      </table>
      <p class="text-caption text-quiet">
        {{ PAPER_WORDS[printing.print.paper] }}
        “By formula” is a plain conversion without a paper profile.
      </p>
    </template>
  </div>
</template>
