<script setup lang="ts">
import { computed, toRef } from 'vue'
import { XMarkIcon } from '@heroicons/vue/20/solid'
import { COUNT } from '#core/harmony/derive'
import { openingOf } from '#core/harmony/harmony'
import { MAX_SWATCHES } from '#core/document/limits'
import type { Harmony } from '#core/document/scheme'
import { WHEELS } from '#core/color/wheel'
import { TERMS } from '~/words/terms'
import { useGrown } from '~/composables/useGrown'
import { useHistory } from '~/stores/history'
import { usePassing } from '~/stores/passing'

/**
 * The dial: hue ring and tone field, the wheel, the number of swatches, turn and spread as numbers. A `small` one leaves the room to
 * the proofs, and grows over them while it is worked with.
 */
const { small } = defineProps<{ small: boolean }>()
const history = useHistory()
const passing = usePassing()
/* Parts of the harmony as separate values, so that a drag updates only those that change. */
const isDerived = computed(() => history.document?.derived ?? false)
const harmonyKind = computed(() => history.document?.harmony.kind ?? 'free')
const wheel = computed(() => history.document?.harmony.wheel ?? WHEELS[0])
const turn = computed(() => Math.round(history.document?.harmony.turn ?? 0))
const spread = computed(() => Math.round(history.document?.harmony.spread ?? 0))
const swatchCount = computed(() => history.document?.scheme.length ?? 0)
const range = computed(() => (isDerived.value ? openingOf(harmonyKind.value) : undefined))
const WHEEL_CHOICES = WHEELS.map(value => ({ value }))
const settle = (change: Partial<Harmony>): void => history.run({ do: 'compose' as const, harmony: change })
const preview = (change: Partial<Harmony> | null): void =>
  history.pass(change && { do: 'compose' as const, harmony: change })
/** So many swatches, as near as a scheme can have them. */
const resize = (count: number): void => history.run({ do: 'resize', count })
const count = computed(() => history.settled?.scheme.length ?? 0)
const { grown, toggle, shrink, enter, leave, press, focusIn, focusOut } = useGrown(toRef(() => small))
/** A pointer that comes near: what it may drag is made ready. */
const come = (event: PointerEvent): void => {
  enter(event)
  void passing.prepare()
}
const isSmall = computed(() => small && !grown.value)
</script>

<template>
  <!-- What grows under the pointer grows by key as well: by the focus, and by the button of the numbers. -->
  <!-- eslint-disable vuejs-accessibility/no-static-element-interactions -->
  <div class="relative" :class="{ 'h-[118px]': small }">
    <div
      class="dial"
      :class="{ small: isSmall, grown: small && grown }"
      data-test="dial"
      @pointerenter="come"
      @pointerleave="leave"
      @pointerdown.capture="press"
      @focusin="focusIn"
      @focusout="focusOut"
      @keydown.esc="shrink"
    >
      <HueRing />
      <div class="grid content-start gap-1">
        <div class="plane">
          <ToneField />
          <div class="grid content-start gap-1">
            <span class="text-caption text-quiet"><WordHelp word="Wheel" :means="TERMS.wheels" /></span>
            <ChoiceRow
              class="flex-col"
              look="wheel first-letter:uppercase"
              label="Wheel"
              :model-value="wheel"
              :choices="WHEEL_CHOICES"
              @update:model-value="to => settle({ wheel: to })"
            />
            <p v-if="!isSmall" class="flex flex-wrap items-center justify-between gap-x-1 pt-1">
              <span>Swatches</span
              ><span class="flex items-center"
                ><button
                  class="control bare px-1.5!"
                  aria-label="Fewer swatches"
                  :disabled="count <= COUNT.min"
                  @click="resize(count - 1)"
                >
                  −</button
                ><NumberField
                  class="w-9 px-1! text-center!"
                  aria-label="Swatches"
                  :value="swatchCount"
                  :min="COUNT.min"
                  :max="MAX_SWATCHES"
                  @settle="resize"
                /><button
                  class="control bare px-1.5!"
                  aria-label="More swatches"
                  :disabled="count >= MAX_SWATCHES"
                  @click="resize(count + 1)"
                >
                  +
                </button></span
              >
            </p>
          </div>
          <button
            v-if="small"
            class="control bare px-1.5! text-caption text-quiet"
            :class="
              isSmall
                ? 'grid h-auto! content-start justify-items-start gap-1 py-1! text-left'
                : 'absolute! top-1 right-1'
            "
            :aria-expanded="!isSmall"
            aria-label="Turn, spread and number of swatches"
            :title="isSmall ? 'Turn, spread and number of swatches' : undefined"
            data-test="dial-numbers"
            @click="toggle"
          >
            <template v-if="isSmall">
              <span>{{ swatchCount }} swatches</span>
              <span>Turn {{ turn }}°</span>
              <span v-if="range">Spread {{ spread }}°</span>
            </template>
            <XMarkIcon v-else class="size-4" />
          </button>
        </div>
        <template v-if="!isSmall">
          <SliderNumber
            label="Turn"
            :value="turn"
            :min="-180"
            :max="180"
            @preview="preview({ turn: $event })"
            @settle="settle({ turn: $event })"
          />
          <SliderNumber
            label="Spread"
            :value="spread"
            :min="range?.min ?? 0"
            :max="range?.max ?? 90"
            :disabled="!range"
            @preview="preview({ spread: $event })"
            @settle="settle({ spread: $event })"
          />
        </template>
      </div>
    </div>
  </div>
</template>

<style scoped>
.dial {
  display: grid;
  grid-template-columns: 180px minmax(0, 1fr);
  gap: 16px;
}
.plane {
  display: grid;
  grid-template-columns: 104px minmax(0, 1fr);
  gap: 12px;
}
@media (width >= 1280px) {
  .dial:not(.small) {
    grid-template-columns: 208px minmax(0, 1fr);
    gap: 20px;
  }
  .dial:not(.small) .plane {
    grid-template-columns: 132px minmax(0, 1fr);
    gap: 16px;
  }
}
.dial.small {
  grid-template-columns: 118px minmax(0, 1fr);
}
.dial.small .plane {
  grid-template-columns: 118px auto minmax(0, 1fr);
}
/* What has no room in a small one is there once it has grown. */
.dial.small :deep(.together) {
  display: none;
}
/* It grows over what lies beneath, which stays where it is. */
.dial.grown {
  position: absolute;
  z-index: 20;
  inset: -9px -9px auto;
  padding: 8px;
  border: 1px solid var(--strong-line);
  background: var(--panel);
  box-shadow: var(--shadow-float);
}
:deep(.wheel) {
  height: var(--low);
  text-align: left;
  padding: 0 8px;
  border-left: 2px solid var(--line);
  color: var(--quiet);
}
:deep(.wheel:hover) {
  color: var(--text);
}
:deep(.wheel[aria-checked='true']) {
  border-color: var(--text);
  color: var(--text);
  font-weight: 600;
}
</style>
