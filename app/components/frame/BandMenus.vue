<script setup lang="ts">
import type { Command } from '../../../core/commands/commands'
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'
import { deal } from '../../../core/harmony/deal'
import { settlingNeutral } from '../../../core/harmony/adjust'
import { inBetween } from '../../../core/harmony/blend'
import { ORDERS } from '../../../core/harmony/order'
import { complementOf, shownScheme } from '../../../core/scheme/compose'
import { MOST_SWATCHES } from '../../../core/document/limits'
import type { MADE } from '../../../core/document/scheme'
import { baseSwatchOf, dominantOf } from '../../../core/scheme/worn'

/** What can be done to the band as a whole: swatches added, and the order and roles they stand in. */
const history = useHistory()
const full = computed(() => (history.document?.scheme.length ?? 0) >= MOST_SWATCHES)

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
      hex: deal({ held: hexes, count: 1, wheel: now.harmony.wheel }, hexes.length).hexes[0] ?? now.base.hex,
    },
    {
      title: 'Neutral that settles',
      how: 'neutral',
      hex: settlingNeutral(hexes, dominantOf(now)?.hex ?? now.base.hex),
    },
    ...(base ? [{ title: 'Complement of the base', how: 'complement' as const, ...complementOf(now, base) }] : []),
    ...(first && second
      ? inBetween(first.hex, second.hex, 1).map(hex => ({
          title: 'Blend of the first two',
          how: 'in-between' as const,
          hex,
        }))
      : []),
  ]
  return made
})
const adding = ({ how, hex, hue }: { how: (typeof MADE)[number]; hex: string; hue?: number }): Command => ({
  do: 'add swatches',
  colors: [{ hex, ...(hue === undefined ? {} : { hue }) }],
  how,
  after: null,
})
</script>

<template>
  <div class="grid content-start gap-1 pt-1">
    <Menu as="div" class="relative">
      <MenuButton
        class="control w-full"
        :disabled="full"
        :title="full ? `A scheme has up to ${MOST_SWATCHES} swatches` : 'Add a swatch'"
        >Add…</MenuButton
      >
      <MenuItems
        class="absolute bottom-full right-0 z-50 mb-1 grid w-56 border border-strong bg-panel py-1 shadow-float"
        @pointerleave="history.preview(null)"
      >
        <MenuItem v-for="choice in choices" :key="choice.title" v-slot="{ active }">
          <button
            class="flex h-7 items-center gap-2 px-2 text-left"
            :class="{ 'bg-hover': active }"
            @pointerenter="history.preview(adding(choice))"
            @click="history.run(adding(choice))"
          >
            <i class="size-4" :style="{ background: choice.hex }" />{{ choice.title }}
          </button>
        </MenuItem>
      </MenuItems>
    </Menu>
    <Menu as="div" class="relative">
      <MenuButton class="control w-full px-1!">Order…</MenuButton>
      <MenuItems
        class="absolute bottom-full right-0 z-50 mb-1 grid w-56 border border-strong bg-panel py-1 shadow-float"
      >
        <MenuItem v-for="order in ORDERS" :key="order" v-slot="{ active }">
          <button
            class="flex h-7 items-center px-2 text-left"
            :class="{ 'bg-hover': active }"
            @click="history.run({ do: 'order', order })"
          >
            <span class="grow first-letter:uppercase">{{ order }}</span
            ><span v-if="history.document?.order === order" aria-label="chosen">●</span>
          </button>
        </MenuItem>
        <MenuItem v-slot="{ active }"
          ><button
            class="flex h-7 items-center border-t border-line px-2 text-left"
            :class="{ 'bg-hover': active }"
            @click="history.run({ do: 'assign roles' })"
          >
            Roles by share and chroma
          </button></MenuItem
        >
      </MenuItems>
    </Menu>
  </div>
</template>
