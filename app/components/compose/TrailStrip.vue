<script setup lang="ts">
import { sentence } from '#core/document/sentence'
import { computed, nextTick, ref, useTemplateRef, watch } from 'vue'
import { asName } from '#core/document/names'
import { withKey } from '~/words/shortcuts'
import { useVirtualList } from '@vueuse/core'
import { BookmarkIcon, ChevronDownIcon, ChevronUpIcon } from '@heroicons/vue/20/solid'
import { isBranch } from '#core/history/trail'
import { markerFraction, stateAtFraction, stateBeside } from '#core/interaction/trailStrip'
import type { TrailState } from '#core/document/trail'
import { followDrag } from '~/browser/followDrag'
import { arrowOf } from '~/browser/arrowOf'
import { momentWords } from '~/words/momentWords'
import { restingPointer } from '~/browser/restingPointer'
import { useHistory } from '~/stores/history'
import { usePainting } from '~/stores/painting'
import { useProjectSession } from '~/stores/session'
import { useProofs } from '~/stores/proofs'
import { useShelf } from '~/stores/shelf'
import { useTrail } from '~/stores/trail'

/**
 * Where one has been: every state as a small proof, newest right, over a bar with the colors of them all, which is
 * scrubbed. A click goes back; nothing later is lost. Closed, it is one line that says where one is and scrubs.
 */
const open = defineModel<boolean>('open', { default: true })
const history = useHistory()
const shelf = useShelf()
const painting = usePainting()
const session = useProjectSession()
const trail = useTrail()
const proofs = useProofs()
const bar = useTemplateRef<HTMLCanvasElement>('bar')
const onlyKept = ref(false)
const TILE = 50

const states = computed(() => (onlyKept.value ? trail.states.filter(({ kept }) => kept !== null) : trail.states))
const current = computed(() => history.settled?.state ?? null)
const pointed = ref<string | null>(null)
const shown = computed(() => trail.find(pointed.value) ?? trail.find(current.value))
const { list, containerProps, wrapperProps, scrollTo } = useVirtualList(
  computed(() => [...states.value]),
  { itemWidth: TILE, overscan: 4 },
)
const placeOf = (id: string | null): number => states.value.findIndex(state => state.id === id)

const pointer = restingPointer()
const point = (state: TrailState | null, event?: PointerEvent): void => {
  if (event && pointer.rests(event)) return
  pointed.value = state?.id ?? null
  proofs.point(state && { key: state.id, caption: state.kept ?? state.did, look: state.look })
}
const go = (state: TrailState | undefined, event?: MouseEvent): void => {
  if (event) pointer.rest(event)
  point(null)
  if (state) trail.goTo(state)
}
const step = (by: number): void => go(states.value[stateBeside(placeOf(current.value), by, states.value.length)])
const keyed = (event: KeyboardEvent): void => {
  const way = arrowOf(event)
  if (way) step(way.x + way.y)
}
const scrub = (event: PointerEvent): void => {
  ;(event.currentTarget as HTMLElement).focus()
  const at = (now: PointerEvent): TrailState | undefined => {
    const box = bar.value?.getBoundingClientRect()
    return box && states.value[stateAtFraction((now.clientX - box.left) / box.width, states.value.length)]
  }
  const move = (now: PointerEvent): void => {
    const state = at(now)
    if (!state) return
    point(state)
    scrollTo(Math.max(0, placeOf(state.id) - 4))
  }
  move(event)
  followDrag(event, { move, drop: now => go(at(now)), cancel: () => point(null) })
}

/** The bar: a column for each state, its swatches stacked by share. */
const paint = (): void => {
  const [canvas, all] = [bar.value, states.value]
  const pen = canvas?.getContext('2d')
  if (!canvas || !pen || !all.length) return
  canvas.width = Math.max(1, Math.round(canvas.clientWidth * devicePixelRatio))
  canvas.height = Math.round(12 * devicePixelRatio)
  const wide = canvas.width / all.length
  all.forEach(({ look: { scheme } }, i) => {
    let top = 0
    const total = scheme.reduce((sum, { share }) => sum + share, 0) || 1
    for (const { hex, share } of scheme) {
      const high = (share / total) * canvas.height
      pen.fillStyle = hex
      pen.fillRect(Math.floor(i * wide), top, Math.ceil(wide), Math.ceil(high))
      top += high
    }
  })
}
watch([bar, states], paint, { flush: 'post' })
watch(
  [current, () => states.value.length],
  () => {
    const place = placeOf(current.value)
    if (place >= 0) void nextTick(() => scrollTo(Math.max(0, place - 7)))
  },
  { immediate: true, flush: 'post' },
)

const rename = (typed: string): void => {
  const name = asName(typed)
  if (shown.value && name) trail.rename(shown.value.id, name)
}
const marker = computed(() => `${markerFraction(placeOf(pointed.value ?? current.value), states.value.length) * 100}%`)
</script>

<template>
  <section class="-mx-5 min-w-0 border-t border-line px-5 pb-1.5 pt-1" aria-label="Trail" data-test="trail">
    <p v-if="trail.problem" class="flex h-20 items-center gap-2" role="alert">
      ▲ The trail could not be read: {{ trail.problem
      }}<button class="control" @click="session.id && trail.open(session.id, null, session.still())">Try again</button>
    </p>
    <p v-else-if="!trail.states.length" class="grid h-7 place-items-center text-caption text-quiet">
      Every change adds a state here. K keeps the current one for good.
    </p>
    <div v-else class="flex flex-wrap items-center gap-x-2 text-caption" :class="{ 'flex-nowrap!': !open }">
      <div class="flex min-h-6 min-w-0 items-center gap-2" :class="open ? 'grow' : 'max-w-3/5'">
        <h3>Trail</h3>
        <span class="value whitespace-nowrap" data-test="trail-at"
          >{{ placeOf(shown?.id ?? null) + 1 }} of {{ states.length }}</span
        >
        <template v-if="shown">
          <TypedField
            v-if="shown.kept !== null"
            class="small w-44 px-1! font-sans! text-caption"
            aria-label="Name of the kept state"
            maxlength="120"
            :value="shown.kept"
            @settle="rename"
          />
          <span v-else class="truncate text-quiet">{{ sentence(shown.did) }} · {{ momentWords(shown.time) }}</span>
        </template>
      </div>
      <div class="order-1 flex items-center gap-2">
        <button
          v-if="shown"
          class="control small px-1.5! text-caption"
          title="Put the scheme of this state on the shelf"
          data-test="trail-shelf"
          @click="shelf.offer({ name: shown.kept ?? asName(shown.did), kind: 'trail', scheme: shown.look.scheme })"
        >
          Shelf…
        </button>
        <button
          class="control small px-1.5! text-caption"
          :aria-pressed="shown?.kept !== null"
          :title="withKey('Keep the current state for good', 'keep')"
          @click="shown?.kept ? trail.rename(shown.id, null) : proofs.keep()"
        >
          {{ shown?.kept ? 'Stop keeping' : 'Keep' }}
        </button>
        <label v-if="open" class="flex items-center gap-1"><input v-model="onlyKept" type="checkbox" />Kept only</label>
        <button
          class="control bare small px-1!"
          :aria-expanded="open"
          :aria-label="open ? 'Close the trail' : 'Open the trail'"
          :title="open ? 'Trail as one line' : 'All states of the trail'"
          data-test="trail-open"
          @click="open = !open"
        >
          <component :is="open ? ChevronDownIcon : ChevronUpIcon" class="size-4" />
        </button>
      </div>
      <div
        v-if="open"
        v-bind="containerProps"
        class="order-2 h-[50px] basis-full overflow-x-auto overflow-y-hidden [scrollbar-width:none]"
        @pointerleave="point(null)"
      >
        <ul
          v-one-stop="{ of: '.state', by: 'nothing' }"
          v-bind="wrapperProps"
          data-previews
          class="flex"
          aria-label="States of the trail"
        >
          <li
            v-for="{ data: state, index } in list"
            :key="state.id"
            class="group relative shrink-0 pr-1"
            :style="{ width: `${TILE}px` }"
          >
            <button
              class="state"
              :class="{ current: state.id === current, branch: !onlyKept && isBranch(trail.states, index) }"
              :aria-label="`State ${index + 1}: ${state.kept ?? state.did}`"
              :aria-current="state.id === current ? 'step' : undefined"
              :title="state.kept ?? `${state.did}, ${momentWords(state.time)}`"
              data-test="state"
              :data-state="state.id"
              @click="go(state, $event)"
              @pointerenter="point(state, $event)"
              @focus="point(state)"
              @blur="point(null)"
              @keydown="keyed"
            >
              <ArtworkProof v-if="painting.piece" :art="painting.piece" v-bind="painting.inOther(state.look)" />
              <BookmarkIcon
                v-if="state.kept !== null"
                class="absolute left-0 top-0 size-3.5 bg-panel"
                aria-label="kept"
              />
            </button>
          </li>
        </ul>
      </div>
      <div
        class="relative flex min-h-(--low) min-w-16 touch-none items-center"
        :class="open ? 'order-3 basis-full' : 'grow'"
        role="slider"
        tabindex="0"
        aria-label="Scrub through the trail"
        :aria-valuenow="placeOf(current) + 1"
        aria-valuemin="1"
        :aria-valuemax="states.length"
        :aria-valuetext="shown?.kept ?? shown?.did"
        data-test="scrub"
        @pointerdown="scrub"
        @keydown="keyed"
      >
        <canvas ref="bar" class="block h-3 w-full cursor-ew-resize" />
        <i
          v-if="placeOf(pointed ?? current) >= 0"
          class="pointer-events-none absolute inset-y-0.5 w-[3px] -translate-x-1/2 border-x border-panel bg-ink"
          :style="{ left: marker }"
        />
      </div>
    </div>
  </section>
</template>

<style scoped>
.state {
  position: relative;
  display: block;
  width: 100%;
  height: 48px;
  padding: 2px;
  border: 1px solid var(--line);
  border-radius: 2px;
  background: var(--table);
}
.state:hover {
  border-color: var(--strong-line);
}
.state.current {
  border-color: var(--text);
  box-shadow: inset 0 -3px 0 var(--text);
}
.state.branch {
  border-left: 3px double var(--strong-line);
}
:root:not([data-pressed='pointer']) .state:focus-visible {
  outline-offset: -2px;
}
</style>
