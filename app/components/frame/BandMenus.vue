<script setup lang="ts">
import { computed } from 'vue'
import type { Command } from '#core/commands/commands'
import { deal } from '#core/harmony/deal'
import { settlingNeutral } from '#core/harmony/adjust'
import { colorsBetween } from '#core/harmony/blend'
import { ORDERS } from '#core/harmony/order'
import { complementOf, shownScheme } from '#core/scheme/compose'
import { MAX_SWATCHES } from '#core/document/limits'
import type { MADE } from '#core/document/scheme'
import { baseSwatchOf, dominantOf } from '#core/scheme/wearScheme'
import { useHistory } from '~/stores/history'
import { useShelf } from '~/stores/shelf'

/** Actions on the band as a whole: swatches added, and the order and roles they stand in. */
const history = useHistory()
const shelf = useShelf()
const full = computed(() => (history.document?.scheme.length ?? 0) >= MAX_SWATCHES)

const choices = computed(() => {
  const now = history.settled
  if (!now) return []
  const base = baseSwatchOf(now)
  const hexes = now.scheme.map(({ hex }) => hex)
  const [first, second] = shownScheme(now)
  const made: Array<{ title: string; how: (typeof MADE)[number]; hex: string; hue?: number }> = [
    {
      title: 'Companion',
      how: 'deal',
      hex: deal({ fixed: hexes, count: 1, wheel: now.harmony.wheel }, hexes.length).hexes[0] ?? now.base.hex,
    },
    {
      title: 'Quiet neutral',
      how: 'neutral',
      hex: settlingNeutral(hexes, dominantOf(now)?.hex ?? now.base.hex),
    },
    ...(base ? [{ title: 'Complement of the base', how: 'complement' as const, ...complementOf(now, base) }] : []),
    ...(first && second
      ? colorsBetween(first.hex, second.hex, 1).map(hex => ({
          title: 'Blend of the first two',
          how: 'in-between' as const,
          hex,
        }))
      : []),
  ]
  return made.map(each => ({ ...each, command: adding(each) }))
})
const adding = ({ how, hex, hue }: { how: (typeof MADE)[number]; hex: string; hue?: number }): Command => ({
  do: 'add swatches',
  colors: [{ hex, ...(hue === undefined ? {} : { hue }) }],
  how,
  after: null,
})
const additions = computed(() =>
  choices.value.map(({ title, hex, command }) => ({ title, hex, act: () => history.run(command) })),
)
// what does not change while a hand moves draws nothing anew
const order = computed(() => history.document?.order)
const orders = computed(() => [
  ...ORDERS.map(each => ({
    title: each,
    chosen: order.value === each,
    act: () => history.run({ do: 'order', order: each }),
  })),
  { title: 'Assign roles by share and chroma', apart: true, act: () => history.run({ do: 'assign roles' }) },
])
</script>

<template>
  <div class="grid content-start gap-1 pt-1">
    <MenuList
      class="control w-full"
      placement="top-end"
      :disabled="full"
      :title="full ? `A scheme has up to ${MAX_SWATCHES} swatches` : 'Add a swatch'"
      :choices="additions"
      @preview="choice => history.preview(choices.find(({ title }) => title === choice?.title)?.command ?? null)"
    >
      Add…
    </MenuList>
    <MenuList class="control w-full px-1!" placement="top-end" :choices="orders">Order…</MenuList>
    <button
      class="control w-full px-1!"
      title="Put this scheme on the shelf"
      data-test="band-shelf"
      @click="shelf.offer()"
    >
      Shelf…
    </button>
  </div>
</template>
