<script setup lang="ts">
import { computed, useTemplateRef } from 'vue'
import { useElementSize } from '@vueuse/core'
import { arc, degrees } from '#core/color/convert'
import { atAngle } from '#core/color/wheel'
import { distinctFrom } from '#core/harmony/distinct'
import { spreadAt } from '#core/harmony/open'
import { offsetsOf } from '#core/harmony/harmony'
import { anglesOf } from '#core/scheme/compose'
import type { Command } from '#core/commands/commands'
import { MOST_SWATCHES } from '#core/document/limits'
import type { Swatch } from '#core/document/scheme'
import { angleOfSwatch, baseSwatchOf } from '#core/scheme/worn'
import { followDrag } from '~/browser/followDrag'
import { spot } from '#core/interaction/dial'
import { arrowOf } from '~/browser/arrowOf'
import { useArtworkFiles } from '~/stores/artwork'
import { useHand } from '~/composables/useHand'
import { useHistory } from '~/stores/history'
import { usePainting } from '~/stores/painting'
import { useStage } from '~/stores/stage'

/**
 * The scheme on its wheel. Dragging the base turns the shape; dragging another opens its spread, or turns too where
 * there is none. With Alt a swatch is freed and moves alone, as all do in a free or gathered scheme. A click beside
 * them adds one, Delete removes one.
 */
const history = useHistory()
const painting = usePainting()
const stage = useStage()
const files = useArtworkFiles()
const svg = useTemplateRef<SVGSVGElement>('svg')
const { width } = useElementSize(svg)
const hand = useHand()
/** How far a target is felt, in units of the drawing. */
const reach = computed(() => Math.max(13, (hand.least.value * R.rim) / Math.max(1, width.value)))
const R = { target: 96, inner: 17, rim: 122, inside: 62 }
const inks = computed(() => files.files.get(painting.piece?.hash ?? '')?.inks ?? [])
const base = computed(() => (history.document ? baseSwatchOf(history.document) : undefined))

/** How far in a swatch stands: extra ones on the same hue of a harmony stand inside the first. */
const roundOf = (swatch: Swatch): number => {
  const now = history.document
  if (!now?.derived || now.harmony.kind === 'free' || swatch.from.kind !== 'harmony' || swatch.freed) return 0
  return Math.floor(swatch.from.place / Math.max(1, offsetsOf(now.harmony.kind, now.harmony.spread).length))
}
const targets = computed(() => {
  const now = history.document
  return (now?.scheme ?? []).map((swatch, i) => {
    const [angle, round] = [now ? angleOfSwatch(now, swatch) : 0, Math.min(2, roundOf(swatch))]
    const [x, y] = spot(angle, R.target - round * R.inner)
    const isBase = swatch.id === base.value?.id
    // the base comes first, then the others as they stand in the scheme
    return { swatch, x, y, angle, size: round === 0 ? 9 : 6, isBase, round, stop: isBase ? 0 : i + 1 }
  })
})
const polygon = computed(() =>
  history.document
    ? anglesOf(history.document)
        .sort((a, b) => degrees(a) - degrees(b))
        .map(angle => spot(angle, R.target).join(','))
        .join(' ')
    : '',
)
type Target = (typeof targets.value)[number]

/** What it means to bring a swatch to an angle; `alone` frees it from the harmony. */
const moved = ({ swatch, isBase }: Target, angle: number, alone: boolean): Command | null => {
  const now = history.settled
  const from = now?.scheme.find(({ id }) => id === swatch.id)
  if (!now || !from || from.locked) return null
  const by = arc(angleOfSwatch(now, from), angle)
  const single: Command = { do: 'turn swatch', id: from.id, angle: angleOfSwatch(now, from) + by }
  if (alone && !isBase) return single
  const turn: Command = { do: 'compose', harmony: { turn: Math.round(arc(0, now.harmony.turn + by)) } }
  if (isBase) return turn
  if (!now.derived || now.harmony.kind === 'free' || from.freed || from.from.kind !== 'harmony') return single
  const hues = offsetsOf(now.harmony.kind, now.harmony.spread).length
  const spread = spreadAt(now.harmony.kind, from.from.place % hues, arc(0, from.offset + by))
  return spread === null ? turn : { do: 'compose', harmony: { spread: Math.round(spread) } }
}
const angleAt = (event: PointerEvent | MouseEvent): { angle: number; radius: number } => {
  const box = svg.value?.getBoundingClientRect()
  if (!box) return { angle: 0, radius: 0 }
  const [x, y] = [event.clientX - box.left - box.width / 2, box.top + box.height / 2 - event.clientY]
  return { angle: (Math.atan2(x, y) * 180) / Math.PI, radius: (Math.hypot(x, y) / box.width) * R.rim * 2 }
}
const drag = (target: Target, event: PointerEvent): void => {
  ;(event.currentTarget as SVGElement).focus()
  const away = arc(angleAt(event).angle, target.angle)
  let change: Command | null = null
  followDrag(event, {
    move: now => {
      change = moved(target, angleAt(now).angle + away, now.altKey)
      history.preview(change)
    },
    drop: () => {
      if (change) history.run(change)
    },
    cancel: () => history.preview(null),
  })
}
const add = (angle: number): void => {
  const now = history.settled
  const like = now && baseSwatchOf(now)
  if (!now || !like || now.scheme.length >= MOST_SWATCHES) return
  const hex = distinctFrom(
    atAngle(now.harmony.wheel, like.hex, angle),
    now.scheme.map(each => each.hex),
  )
  history.run({ do: 'add swatches', colors: [{ hex }], how: 'ring', after: null })
}
/** A click beside the swatches adds one; the end of a drag is no click. */
let pressed: PointerEvent | null = null
const press = (event: PointerEvent): void => {
  pressed = (event.target as Element).closest('.target') ? null : event
}
const addHere = (event: MouseEvent): void => {
  const { angle, radius } = angleAt(event)
  const still = pressed && Math.hypot(pressed.clientX - event.clientX, pressed.clientY - event.clientY) < 4
  if (still && radius > R.inside && radius < R.rim) add(angle)
}
const keyed = (target: Target, event: KeyboardEvent): void => {
  if (event.key === 'Delete' && targets.value.length > 2) {
    event.preventDefault()
    history.runSaying({ do: 'remove swatch', id: target.swatch.id }, `Removed ${target.swatch.name}.`)
  } else if (event.key === '+' || event.key === 'Insert') {
    event.preventDefault()
    add(target.angle + 40)
  } else {
    const way = arrowOf(event)
    const change = way && moved(target, target.angle + way.x + way.y, event.altKey)
    if (change) history.run(change)
  }
}
/** Four short strokes around a target. No part of it is moved by a transform: that would be a layer's work at every move. */
const ticksAt = ({ x, y, size }: Target): string =>
  [
    `M${x - size - 5} ${y}h3.5`,
    `M${x + size + 1.5} ${y}h3.5`,
    `M${x} ${y - size - 5}v3.5`,
    `M${x} ${y + size + 1.5}v3.5`,
  ].join('')
const labelOf = ({ isBase, swatch: { name, locked, freed } }: (typeof targets.value)[number]): string =>
  `${isBase ? 'Base' : name} on the hue ring${locked ? ', locked' : freed ? ', freed' : ''}`
</script>

<template>
  <!-- Add… in the band adds a swatch by keyboard. -->
  <!-- eslint-disable vuejs-accessibility/no-static-element-interactions -->
  <!-- eslint-disable vuejs-accessibility/click-events-have-key-events -->
  <svg
    ref="svg"
    v-one-stop="{ of: '.target', by: 'pages', first: '[data-stop=\'0\']' }"
    viewBox="-122 -122 244 244"
    class="w-full max-w-[248px] cursor-copy touch-none"
    aria-label="Hue ring"
    role="group"
    data-test="ring"
    @pointerdown="press"
    @click="addHere"
  >
    <RingDial
      :wheel="history.document?.harmony.wheel ?? 'light'"
      :inks="inks"
      :colors="painting.piece ? painting.settled(painting.piece.id).colors : painting.settled().colors"
    />
    <polygon :points="polygon" fill="none" stroke="var(--text)" stroke-width="1" />
    <g
      v-for="target in [...targets].reverse()"
      :key="target.swatch.id"
      class="target"
      :class="{ locked: target.swatch.locked }"
      tabindex="-1"
      :data-stop="target.stop"
      role="slider"
      :aria-label="labelOf(target)"
      :aria-valuenow="Math.round(degrees(target.angle))"
      aria-valuemin="0"
      aria-valuemax="360"
      :aria-valuetext="`${Math.round(degrees(target.angle))}°`"
      :data-test="`target-${target.swatch.id}`"
      @focus="stage.pickedId = target.swatch.id"
      @pointerdown="drag(target, $event)"
      @keydown="keyed(target, $event)"
    >
      <title>
        {{ target.swatch.name }}:
        {{ target.swatch.locked ? 'locked' : target.isBase ? 'turns the whole' : 'drag; with Alt it is freed' }}
      </title>
      <circle :cx="target.x" :cy="target.y" :r="reach" fill="transparent" />
      <rect
        v-if="target.swatch.locked"
        :x="target.x - target.size"
        :y="target.y - target.size"
        :width="target.size * 2"
        :height="target.size * 2"
        :fill="target.swatch.hex"
        stroke="var(--text)"
      />
      <template v-else>
        <circle
          :cx="target.x"
          :cy="target.y"
          :r="target.size"
          :fill="target.swatch.hex"
          stroke="var(--panel)"
          stroke-width="2.5"
        />
        <circle
          :cx="target.x"
          :cy="target.y"
          :r="target.size + 1.5"
          fill="none"
          stroke="var(--text)"
          :stroke-dasharray="target.swatch.freed ? '2 2' : undefined"
        />
      </template>
      <path v-if="target.round === 0" :d="ticksAt(target)" stroke="var(--text)" />
      <circle v-if="target.isBase" :cx="target.x" :cy="target.y" r="2" fill="var(--panel)" />
    </g>
  </svg>
</template>

<style scoped>
.target {
  cursor: grab;
  outline: none;
}
.target.locked {
  cursor: not-allowed;
}
.target:not(.locked):active {
  cursor: grabbing;
}
.target:focus-visible circle:first-of-type {
  stroke: var(--accent);
  stroke-width: 2;
}
</style>
