<script setup lang="ts">
import { apply } from '../../../core/project/commands'
import { offsetsOf, type HarmonyKind } from '../../../core/harmony/harmony'
import type { Project } from '../../../core/project/schema'

/** One harmony to choose: its shape on the wheel and the scheme it would make. */
const { kind, project } = defineProps<{ kind: HarmonyKind, project: Project }>()

const next = computed(() => apply(project, { do: 'compose', harmony: { kind } }))
const total = computed(() => next.value.scheme.reduce((sum, { share }) => sum + share, 0))
const points = computed(() => offsetsOf(kind, next.value.harmony.spread, next.value.harmony.free).map(offset => {
  const angle = offset * Math.PI / 180
  return [Math.sin(angle) * 8, -Math.cos(angle) * 8] as const
}))
const outline = computed(() => [...points.value].sort((a, b) => Math.atan2(a[0], -a[1]) - Math.atan2(b[0], -b[1])).map(point => point.join(',')).join(' '))
</script>

<template>
  <button role="radio" :aria-checked="project.derived && project.harmony.kind === kind" class="tile" :data-test="`harmony-${kind}`">
    <span class="flex min-w-0 items-center gap-1.5 text-[12px]">
      <svg viewBox="-11 -11 22 22" class="size-4 shrink-0" aria-hidden="true">
        <circle r="8" fill="none" stroke="var(--line)" /><polygon :points="outline" fill="none" stroke="currentColor" />
        <circle v-for="([x, y], i) in points" :key="i" :cx="x" :cy="y" :r="i === 0 ? 2.6 : 1.7" fill="currentColor" />
      </svg>
      <span class="truncate first-letter:uppercase">{{ kind }}</span>
    </span>
    <span class="flex h-3.5 min-w-0 overflow-hidden">
      <i v-for="swatch in next.scheme" :key="swatch.id" class="h-full" :style="{ background: swatch.hex, flex: `${swatch.share / total} 1 6px` }" />
    </span>
  </button>
</template>

<style scoped>
.tile { display: grid; min-width: 0; gap: 6px; padding: 6px 7px 8px; border: 1px solid var(--line); border-radius: 2px; text-align: left; }
.tile:hover { border-color: var(--strong-line); }
.tile[aria-checked='true'] { border-color: var(--text); font-weight: 600; box-shadow: inset 0 -2px 0 var(--text); }
</style>
