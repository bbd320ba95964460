<script setup lang="ts">
import { computed } from 'vue'
import { contrastOf } from '#core/color/contrast'
import type { Loss } from '#core/remap/losses'
import { useLighting } from '~/composables/useLighting'
import { useRemapping } from '~/stores/remapping'

/**
 * Inks that lost their contrast to what they touch, before and after, the longest boundaries first: pointing lights the two in
 * the artwork, Fix tells them apart again.
 */
const lightInks = useLighting()
const remapping = useRemapping()
const MAX_LISTED = 24
const now = (hex: string): string => remapping.colors.get(hex) ?? hex
const rows = computed(() =>
  remapping.losses.slice(0, MAX_LISTED).map(loss => ({
    loss,
    was: [loss.one, loss.other] as const,
    is: [now(loss.one), now(loss.other)] as const,
  })),
)
const ratio = ([one, other]: readonly [string, string]): string => `${contrastOf(one, other).toFixed(1)}:1`
const light = (loss: Loss | null): void => lightInks(loss && [loss.one, loss.other])
</script>

<template>
  <ul
    v-one-stop="{ of: 'button' }"
    class="grid content-start gap-px overflow-y-auto border border-line"
    aria-label="Lost contrasts"
    data-test="losses"
  >
    <li
      v-for="{ loss, was, is } in rows"
      :key="`${loss.one} ${loss.other}`"
      class="flex h-8 items-center gap-2 px-2 text-caption hover:bg-hover"
      @pointerenter="light(loss)"
      @pointerleave="light(null)"
    >
      <span v-for="(pair, i) in [was, is]" :key="i" class="flex items-center gap-1.5">
        <span class="flex" role="img" :aria-label="`${i ? 'after' : 'before'}: ${pair.join(' beside ')}`"
          ><i class="size-5" :style="{ background: pair[0] }" /><i
            class="size-5"
            :style="{ background: pair[1] }" /></span
        ><span class="value w-11">{{ ratio(pair) }}</span
        ><span v-if="i === 0" class="text-quiet" aria-hidden="true">→</span>
      </span>
      <span class="min-w-0 grow truncate text-quiet">{{
        loss.strong ? 'letters or outlines' : `${(loss.part * 100).toFixed(1)}% of all edges`
      }}</span>
      <button
        class="control small px-1.5! text-caption"
        :aria-label="`Fix ${loss.one} beside ${loss.other}`"
        @focus="light(loss)"
        @blur="light(null)"
        @click="remapping.mend([loss])"
      >
        Fix
      </button>
    </li>
    <li v-if="remapping.losses.length > MAX_LISTED" class="px-2 text-caption text-quiet">
      and {{ remapping.losses.length - MAX_LISTED }} shorter ones
    </li>
  </ul>
</template>
