<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { SHADINGS } from '../../../core/remap/shading'
import { columnSlots, ribbonPath, type Slot } from './ribbons'
import { followDrag } from '~/composables/useDrag'

const { pointed } = defineProps<{ pointed: readonly string[] }>()
const before = defineModel<boolean>('before', { required: true })
const emit = defineEmits<{ light: [inks: ReadonlySet<string> | null] }>()

const project = useProject()
const files = useArtworkFiles()
const bed = useTemplateRef<HTMLElement>('bed')
const { width, height } = useElementSize(bed)
const byArrow = useRovingRadio()
const INK_WIDTH = 96
const SWATCH_WIDTH = 132
const LEAST = 5

const inks = computed(() => files.files.get(project.artwork?.hash ?? '')?.inks ?? [])
const scheme = computed(() => project.document?.scheme ?? [])
const targetOf = (hex: string): string | null => project.document?.remap.targets[hex]?.to ?? null
const colorOf = (hex: string): string => project.colors.get(hex) ?? hex

/** Inks stand by the swatch they go to, so that ribbons cross as little as they can; those left as is come last. */
const rows = computed(() => {
  const order = new Map(scheme.value.map(({ id }, i) => [id, i]))
  const place = (hex: string): number => order.get(targetOf(hex) ?? '') ?? scheme.value.length
  return [...inks.value].sort((one, other) => place(one.hex) - place(other.hex) || other.area - one.area)
})
const room = computed(() => Math.max(height.value, rows.value.length * (LEAST + 2)))
const inkSlots = computed(() => columnSlots(rows.value.map(({ area }) => area), room.value, LEAST))
const groups = computed(() => scheme.value.map(({ id }) => rows.value.filter(({ hex }) => targetOf(hex) === id)))
const areaOf = (group: typeof inks.value): number => group.reduce((sum, { area }) => sum + area, 0)
const swatchSlots = computed(() => columnSlots([...groups.value.map(areaOf), 0], room.value, 34, 6))

const ribbons = computed(() => {
  const used = new Map<string, number>()
  return rows.value.flatMap(({ hex }, i) => {
    const to = targetOf(hex)
    const at = scheme.value.findIndex(({ id }) => id === to)
    const [from, swatch] = [inkSlots.value[i], swatchSlots.value[at]]
    if (!from || !swatch || !to) return []
    const group = groups.value[at] ?? []
    const full = group.reduce((sum, { hex: each }) => sum + (inkSlots.value[rows.value.findIndex(row => row.hex === each)]?.height ?? 0), 0) || 1
    const done = used.get(to) ?? 0
    used.set(to, done + from.height)
    const end: Slot = { top: swatch.top + swatch.height * done / full, height: swatch.height * from.height / full }
    return [{ hex, to, end, from }]
  })
})

const hovered = ref<string | null>(null)
const litHere = computed(() => new Set(hovered.value ? [hovered.value] : pointed))
const light = (hex: string | null): void => {
  hovered.value = hex
  emit('light', hex ? new Set([hex]) : null)
}
const lightSwatch = (id: string | null): void => emit('light', id ? new Set(inks.value.filter(({ hex }) => targetOf(hex) === id).map(({ hex }) => hex)) : null)

const toggleLeft = (hex: string): void => {
  if (targetOf(hex) === null) project.match(hex)
  else project.run({ do: 'retarget', inks: [hex], to: null })
}

/** What is under way: an ink's ribbon on its way to another swatch, or a swatch to be exchanged. */
const carried = ref<{ kind: 'ink', hex: string } | { kind: 'swatch', id: string } | null>(null)
const at = ref({ x: 0, y: 0 })
const over = ref<string | null>(null)

const carry = (event: PointerEvent, what: NonNullable<typeof carried.value>, clicked: () => void): void => {
  if (event.button !== 0) return
  const [x, y] = [event.clientX, event.clientY]
  const place = (now: PointerEvent): void => {
    const box = bed.value?.getBoundingClientRect()
    if (!box) return
    if (!carried.value && Math.hypot(now.clientX - x, now.clientY - y) < 4) return
    carried.value = what
    at.value = { x: now.clientX - box.left, y: now.clientY - box.top + (bed.value?.scrollTop ?? 0) }
    over.value = document.elementsFromPoint(now.clientX, now.clientY).map(each => (each as HTMLElement).dataset?.drop).find(Boolean) ?? null
  }
  const end = (): void => {
    carried.value = null
    over.value = null
  }
  followDrag(event, {
    move: place,
    drop: now => {
      place(now)
      if (!carried.value) clicked()
      else if (over.value) dropOn(what, over.value)
      end()
    },
    cancel: end,
  })
}
const dropOn = (what: NonNullable<typeof carried.value>, target: string): void => {
  if (what.kind === 'ink') project.run({ do: 'retarget', inks: [what.hex], to: target === 'left' ? null : target })
  else if (target !== 'left' && target !== what.id) project.run({ do: 'exchange', swatches: [what.id, target] })
}
const targetName = (hex: string): string => scheme.value.find(({ id }) => id === targetOf(hex))?.name ?? 'left as is'
const leftCount = computed(() => rows.value.filter(({ hex }) => targetOf(hex) === null).length)
</script>

<template>
  <div class="grid h-full grid-rows-[auto_auto_minmax(0,1fr)] gap-3 p-5 pb-3 pt-3" data-test="remap">
    <div class="flex items-center justify-between gap-3">
      <h2>Remap</h2>
      <div class="flex gap-2">
        <div role="radiogroup" aria-label="Shading" class="flex w-40" @keydown="byArrow">
          <button v-for="shading in SHADINGS" :key="shading" role="radio" class="choice first-letter:uppercase" :aria-checked="project.document?.remap.shading === shading" :tabindex="project.document?.remap.shading === shading ? 0 : -1" :title="shading === 'flat' ? 'All inks of a swatch become it' : 'Inks keep their difference from the largest one'" @click="project.run({ do: 'shade', shading })">{{ shading }}</button>
        </div>
        <button class="control" title="Match all inks again, those set by hand too" @click="project.match()">Match again</button>
        <button class="control" :aria-pressed="before" title="Hold O anywhere" @pointerdown="before = true" @pointerup="before = false" @pointerleave="before = false" @keydown.space.prevent="before = true" @keyup.space="before = false">Original <span class="text-caption text-quiet">hold O</span></button>
      </div>
    </div>
    <ArtworkStrip small />
    <div v-if="rows.length" ref="bed" class="relative min-h-0 overflow-y-auto overflow-x-hidden" data-test="ribbons">
      <div class="relative" :style="{ height: `${room}px` }">
        <svg class="absolute inset-0 size-full" aria-hidden="true">
          <defs>
            <linearGradient v-for="({ hex }, i) in ribbons" :id="`ribbon-${i}`" :key="hex" gradientUnits="userSpaceOnUse" :x1="INK_WIDTH" :x2="width - SWATCH_WIDTH">
              <stop offset="0.5" :stop-color="hex" /><stop offset="0.5" :stop-color="colorOf(hex)" />
            </linearGradient>
          </defs>
          <path
            v-for="({ hex, from, end }, i) in ribbons" :key="hex" :d="ribbonPath(from, end, INK_WIDTH + 2, width - SWATCH_WIDTH - 14)" :fill="`url(#ribbon-${i})`" class="cursor-grab"
            :opacity="litHere.size && !litHere.has(hex) ? 0.18 : 1" :data-ribbon="hex" @pointerdown="carry($event, { kind: 'ink', hex }, () => toggleLeft(hex))" @pointerenter="light(hex)" @pointerleave="light(null)"
          />
          <path v-for="{ hex, end } in ribbons" :key="`${hex} end`" :d="`M${width - SWATCH_WIDTH - 14} ${end.top + end.height / 2}h12`" stroke="var(--strong-line)" :stroke-width="Math.max(1, Math.min(3, end.height))" />
          <path v-if="carried?.kind === 'ink'" :d="`M${INK_WIDTH} ${(ribbons.find(({ hex }) => carried?.kind === 'ink' && hex === carried.hex)?.from.top ?? at.y) + 4}L${at.x} ${at.y}`" stroke="var(--text)" stroke-dasharray="3 3" />
        </svg>
        <ul aria-label="Inks">
          <li v-for="({ hex, area, uses }, i) in rows" :key="hex" class="absolute left-0 flex" :style="{ top: `${inkSlots[i]?.top}px`, height: `${inkSlots[i]?.height}px`, width: `${INK_WIDTH}px` }">
            <InkMenu
              :hex="hex" :scheme="scheme" :target="targetOf(hex)" :label="`Ink ${hex}, ${(area * 100).toFixed(1)}% of the artwork, ${uses} uses, ${targetName(hex)}`" :lit="litHere.has(hex)" :tall="(inkSlots[i]?.height ?? 0) >= 16" :low="(inkSlots[i]?.top ?? 0) > room / 2"
              @carry="carry($event, { kind: 'ink', hex }, () => toggleLeft(hex))" @light="light($event ? hex : null)" @send="project.run({ do: 'retarget', inks: [hex], to: $event })"
            />
          </li>
        </ul>
        <ul aria-label="Swatches">
          <li v-for="(swatch, i) in scheme" :key="swatch.id" class="absolute right-0" :style="{ top: `${swatchSlots[i]?.top}px`, height: `${swatchSlots[i]?.height}px`, width: `${SWATCH_WIDTH}px` }">
            <SwatchMenu
              :swatch="swatch" :scheme="scheme" :area="areaOf(groups[i] ?? [])" :over="over === swatch.id" :low="(swatchSlots[i]?.top ?? 0) > room / 2"
              @carry="carry($event, { kind: 'swatch', id: swatch.id }, () => {})" @light="lightSwatch($event ? swatch.id : null)" @exchange="project.run({ do: 'exchange', swatches: [swatch.id, $event] })"
            />
          </li>
          <li class="absolute right-0" :style="{ top: `${swatchSlots[scheme.length]?.top}px`, height: `${swatchSlots[scheme.length]?.height}px`, width: `${SWATCH_WIDTH}px` }">
            <div class="grid h-full content-center border border-dashed px-2" :class="over === 'left' ? 'border-ink' : 'border-strong'" data-drop="left">
              <span class="pointer-events-none">Left as is<template v-if="leftCount"> · {{ leftCount }}</template></span>
            </div>
          </li>
        </ul>
      </div>
    </div>
    <p v-else class="self-start border border-dashed border-strong p-6 text-center">{{ project.artwork ? 'This artwork says no colors.' : 'Add artwork in Gather; its inks stand here, joined to the swatches they become.' }}</p>
  </div>
</template>
