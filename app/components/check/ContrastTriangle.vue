<script setup lang="ts">
import { computed, onUnmounted, ref } from 'vue'
import { contrastOf, ratioWords } from '#core/color/contrast'
import { hexOfLch, lchOf } from '#core/color/convert'
import { deltaE } from '#core/color/difference'
import { nearestPassing, nearestRung } from '#core/check/nearest'
import { keyOf } from '#core/check/finding'
import type { Swatch } from '#core/document/scheme'
import { RUNGS } from '#core/harmony/ladder'
import { restingPointer } from '~/browser/restingPointer'
import { useHistory } from '~/stores/history'

/**
 * All pairs of swatches as lettering on a ground, with their ratio and what it is good for; one chosen pair large, with
 * either color moved live, and the nearest colors that pass.
 */
const history = useHistory()
const scheme = computed(() => history.document?.scheme ?? [])
const settled = computed(() => history.settled?.scheme ?? [])
const LEVELS = [3, 4.5, 7] as const
const GOOD_FOR: Record<(typeof LEVELS)[number], string> = {
  3: 'large text and graphics (AA)',
  4.5: 'text (AA), large text (AAA)',
  7: 'text (AAA)',
}
const shown = ref<0 | (typeof LEVELS)[number]>(0)
const chosen = ref<readonly [string, string] | null>(null)
const ratioOf = (one: string, other: string): number => contrastOf(one, other)
const pairWords = (one: Swatch, other: Swatch): string => {
  const ratio = ratioOf(one.hex, other.hex)
  return `${one.name} on ${other.name}: ${ratioWords(ratio)} to 1, ${gradeOf(ratio)}`
}
const gradeOf = (ratio: number): string => (ratio >= 7 ? 'AAA' : ratio >= 4.5 ? 'AA' : ratio >= 3 ? 'large' : '–')

const pair = computed(() => {
  const [one, other] = (chosen.value ?? []).map(id => scheme.value.find(swatch => swatch.id === id))
  return one && other ? ([one, other] as const) : null
})
const sides = computed(() => {
  if (!pair.value) return []
  const [one, other] = pair.value
  return [
    { swatch: one, against: other },
    { swatch: other, against: one },
  ].map(({ swatch, against }) => {
    const is = settled.value.find(({ id }) => id === swatch.id)?.hex ?? swatch.hex
    const to = settled.value.find(({ id }) => id === against.id)?.hex ?? against.hex
    return {
      swatch,
      lightness: Math.round(lchOf(swatch.hex).l * 100),
      near: [
        { from: 'same hue', find: (level: number) => nearestPassing(is, to, level) },
        {
          from: 'from its ladder',
          find: (level: number) => nearestRung(is, to, level, history.settled?.rungs ?? RUNGS.usual),
        },
      ].map(({ from, find }) => ({
        from,
        found: LEVELS.flatMap(level => {
          const hex = contrastOf(is, to) >= level ? null : find(level)
          return hex === null || hex === is ? [] : [{ level, hex, away: deltaE(is, hex) }]
        }),
      })),
    }
  })
})
const edit = (id: string, hex: string) => ({ do: 'edit swatch' as const, id, hex })
const lighter = (id: string, lightness: number) => {
  const { c, h } = lchOf(settled.value.find(swatch => swatch.id === id)?.hex ?? '#808080')
  return edit(id, hexOfLch({ l: lightness / 100, c, h }))
}
const SERVES = [
  { value: 'found', title: 'found', hint: 'As in the artwork' },
  { value: 'yes', title: 'yes' },
  { value: 'no', title: 'no' },
] as const
const pairKey = computed(() => (chosen.value ? keyOf('lettering', chosen.value) : ''))
/** The mark on the chosen pair. */
const serves = computed<(typeof SERVES)[number]['value']>(() => {
  const mark = history.settled?.check.lettering[pairKey.value]
  return mark === undefined ? 'found' : mark ? 'yes' : 'no'
})
const say = (value: (typeof SERVES)[number]['value']): void =>
  history.run({ do: 'say lettering', key: pairKey.value, is: value === 'found' ? null : value === 'yes' })
const pointer = restingPointer()
const take = (id: string, hex: string, event: MouseEvent): void => {
  pointer.rest(event)
  history.run(edit(id, hex))
}
onUnmounted(() => history.preview(null))
</script>

<template>
  <div class="grid content-start gap-3" data-test="contrast">
    <div class="flex items-center gap-2">
      <h3 class="grow">Text in each color on every other color</h3>
      <label class="flex items-center gap-1 text-caption"
        >Show<SelectField
          class="w-52"
          label="Pairs shown"
          :model-value="String(shown)"
          :choices="[
            { value: '0', title: 'all pairs' },
            ...LEVELS.map(level => ({ value: String(level), title: `${level}:1, ${GOOD_FOR[level]}` })),
          ]"
          @update:model-value="value => (shown = Number(value) as typeof shown)"
      /></label>
    </div>
    <!-- eslint-disable-next-line vuejs-accessibility/no-static-element-interactions -- arrows go from pair to pair -->
    <div v-one-stop="{ of: 'button' }" class="grid gap-px" role="group" aria-label="Pairs of swatches">
      <div
        v-for="(one, row) in scheme"
        :key="one.id"
        class="grid gap-px"
        :style="{ gridTemplateColumns: `92px repeat(${Math.max(1, scheme.length - 1)}, minmax(0, 1fr))` }"
      >
        <span class="flex min-w-0 items-center gap-1.5 text-caption leading-[13px]"
          ><i class="size-4 shrink-0" :style="{ background: one.hex }" /><span
            class="line-clamp-2 first-letter:uppercase"
            >{{ one.name }}</span
          ></span
        >
        <template v-for="(other, column) in scheme.slice(0, -1)" :key="other.id">
          <button
            v-if="column < row"
            class="pair"
            :class="{
              faint: ratioOf(one.hex, other.hex) < shown,
              chosen: chosen?.includes(one.id) && chosen.includes(other.id),
            }"
            :style="{ background: other.hex, color: one.hex }"
            :aria-label="pairWords(one, other)"
            :aria-pressed="chosen?.includes(one.id) && chosen.includes(other.id)"
            data-test="pair"
            @click="chosen = [one.id, other.id]"
          >
            <b class="text-[15px] font-semibold" aria-hidden="true" data-sample>Aa</b
            ><span class="grade value"
              >{{ ratioWords(ratioOf(one.hex, other.hex)) }} {{ gradeOf(ratioOf(one.hex, other.hex)) }}</span
            >
          </button>
          <span v-else />
        </template>
      </div>
    </div>
    <section
      v-if="pair"
      class="grid gap-2 border-t border-line pt-2"
      aria-label="The chosen pair"
      data-test="chosen-pair"
    >
      <div class="grid grid-cols-2">
        <p
          v-for="({ swatch }, i) in sides"
          :key="swatch.id"
          class="px-3 py-2"
          aria-hidden="true"
          data-sample
          :style="{ background: swatch.hex, color: sides[1 - i]?.swatch.hex }"
        >
          <b class="block text-title font-semibold leading-6">Kites over dunes</b>From noon to dusk, 12–14 September
        </p>
      </div>
      <p class="value" role="status" data-test="pair-ratio">
        {{ ratioWords(ratioOf(pair[0].hex, pair[1].hex)) }}:1 · {{ gradeOf(ratioOf(pair[0].hex, pair[1].hex)) }}
      </p>
      <div class="flex items-center gap-2 text-caption">
        <span>Is one used as lettering on the other?</span
        ><ChoiceRow
          small
          look="choice px-2"
          label="Whether one is used as lettering on the other"
          :model-value="serves"
          :choices="SERVES"
          @update:model-value="say"
        />
      </div>
      <div v-for="{ swatch, lightness, near } in sides" :key="swatch.id" class="grid gap-1">
        <SliderNumber
          wide
          :label="swatch.name"
          :value="lightness"
          :min="0"
          :max="100"
          unit="%"
          :disabled="swatch.locked"
          @preview="history.pass(lighter(swatch.id, $event))"
          @settle="history.run(lighter(swatch.id, $event))"
        />
        <p
          v-for="{ from, found } in swatch.locked ? [] : near.filter(each => each.found.length)"
          :key="from"
          data-previews
          class="flex flex-wrap items-center gap-1 text-caption"
        >
          <span class="w-44 text-quiet">nearest that pass {{ from }}</span
          ><button
            v-for="{ level, hex, away } in found"
            :key="level"
            class="control small px-1.5! text-caption"
            :title="`${hex}, ΔE ${away.toFixed(1)} away`"
            data-test="nearest"
            :data-level="level"
            :data-from="from"
            @pointerenter="pointer.rests($event) || history.preview(edit(swatch.id, hex))"
            @pointerleave="history.preview(null)"
            @focus="history.preview(edit(swatch.id, hex))"
            @blur="history.preview(null)"
            @click="take(swatch.id, hex, $event)"
          >
            <i class="size-3" :style="{ background: hex }" />{{ level }}:1
          </button>
        </p>
      </div>
    </section>
    <p v-else class="text-caption text-quiet">Choose a pair to adjust its colors and see the nearest that pass.</p>
  </div>
</template>

<style scoped>
.pair {
  position: relative;
  display: grid;
  height: 46px;
  align-content: start;
  justify-items: start;
  padding: 3px 6px;
  overflow: hidden;
}
.grade {
  position: absolute;
  inset: auto 0 0 0;
  background: var(--panel);
  color: var(--text);
  text-align: left;
  white-space: nowrap;
  padding: 0 5px;
}
@media (width < 80rem) {
  .grade {
    padding: 0 3px;
    font-size: 11px;
  }
}
.pair.faint {
  opacity: 0.16;
}
.pair.chosen,
:root:not([data-pressed='pointer']) .pair:focus-visible {
  outline: 2px solid var(--accent);
  outline-offset: -2px;
}
</style>
