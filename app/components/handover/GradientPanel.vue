<script setup lang="ts">
import { computed, ref } from 'vue'
import { PlusIcon } from '@heroicons/vue/20/solid'
import { MAX_GRADIENTS } from '#core/document/limits'
import type { Gradient } from '#core/document/handOver'
import { plainCssOf } from '#core/formats/gradient'
import { exportGradient } from '#core/handover/schemeOfProject'
import { uniqueName } from '#core/color/name'
import { lchOf } from '#core/color/convert'
import { useHandOver } from '~/stores/handOver'
import { useHistory } from '~/stores/history'

/** The gradients of the project, and the one that is worked on. */
const handOver = useHandOver()
const history = useHistory()
const chosen = ref<string | null>(null)
const all = computed(() => history.document?.gradients ?? [])
const current = computed((): Gradient | null => all.value.find(({ id }) => id === chosen.value) ?? all.value[0] ?? null)
const isFull = computed(() => all.value.length >= MAX_GRADIENTS)

/** A gradient to begin with: between the two most colorful swatches, the darker first. */
const first = computed((): Omit<Gradient, 'id'> | null => {
  const scheme = history.settled?.scheme ?? []
  const lively = [...scheme].sort((one, other) => lchOf(other.hex).c - lchOf(one.hex).c).slice(0, 2)
  const [from, to] = lively.sort((one, other) => lchOf(one.hex).l - lchOf(other.hex).l)
  if (!from || !to) return null
  const name = uniqueName(
    `${from.name} to ${to.name}`.slice(0, 110),
    all.value.map(each => each.name),
  )
  return {
    ...{ name, kind: 'linear', angle: 90, space: 'oklab', way: 'shorter' },
    stops: [
      { at: 0, swatch: from.id, hex: from.hex },
      { at: 1, swatch: to.id, hex: to.hex },
    ],
  }
})
const make = (): void => {
  if (!first.value) return
  history.run({ do: 'make gradient', gradient: first.value })
  chosen.value = history.settled?.gradients.at(-1)?.id ?? null
}
</script>

<template>
  <section class="grid content-start gap-3" aria-labelledby="gradients" data-test="gradients">
    <div class="flex items-center gap-2">
      <h2 id="gradients" class="grow">Gradients</h2>
      <button
        class="control primary"
        data-test="make-gradient"
        :disabled="isFull"
        :title="isFull ? `A project has up to ${MAX_GRADIENTS} gradients` : undefined"
        @click="make"
      >
        <PlusIcon class="size-4" />Make a gradient
      </button>
    </div>
    <EmptyPlace v-if="!all.length">
      <template #like>
        <template v-if="first">
          <div class="h-24" :style="{ background: plainCssOf(exportGradient(first, history.settled?.scheme ?? [])) }" />
          <div class="flex justify-between">
            <i
              v-for="{ at, hex } in first.stops"
              :key="at"
              class="size-5 border border-ink"
              :style="{ background: hex }"
            />
          </div>
        </template>
      </template>
      A gradient runs between swatches of the scheme and follows when they change. It is kept with the project.
    </EmptyPlace>
    <ul v-else v-one-stop="{ of: '.framed' }" class="grid grid-cols-4 gap-2" aria-label="Gradients of this project">
      <li v-for="{ id, exported } in handOver.gradients" :key="id" class="min-w-0">
        <button
          class="framed block w-full p-1 text-left"
          :class="{ current: id === current?.id }"
          :aria-pressed="id === current?.id"
          data-test="gradient"
          @click="chosen = id"
        >
          <span class="block h-10" :style="{ background: plainCssOf(exported) }" /><span
            class="line-clamp-2 text-caption leading-[13px]"
            >{{ exported.name }}</span
          >
        </button>
      </li>
    </ul>
    <GradientEditor v-if="current" :key="current.id" :gradient="current" />
  </section>
</template>
