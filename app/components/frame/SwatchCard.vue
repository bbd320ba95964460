<script setup lang="ts">
import { LinkIcon, LockClosedIcon, LockOpenIcon, XMarkIcon } from '@heroicons/vue/20/solid'
import { hsbOf } from '../../../core/color/convert'
import { parseColor } from '../../../core/color/parse'
import { sourceOf } from '../../../core/project/gather'
import type { Swatch } from '../../../core/project/schema'

/** One swatch of the band: its color by hand, where it came from, whether it is locked. */
const { swatch } = defineProps<{ swatch: Swatch }>()
const emit = defineEmits<{ close: [] }>()
const project = useProject()
const notices = useNotices()
const copy = useCopying()
const typed = ref('')
const problem = ref('')
watch(() => swatch.hex, hex => { typed.value = hex }, { immediate: true })

const isBase = computed(() => project.document?.scheme[0]?.id === swatch.id)
const source = computed(() => project.document ? sourceOf(project.document, swatch) : null)
const origin = computed(() => {
  const { from } = swatch
  if (from.kind === 'harmony') return 'Derived by the harmony'
  if (from.kind === 'sample') {
    const sample = project.document?.samples.find(({ id }) => id === from.sample)
    const reference = project.document?.references.find(({ id }) => id === sample?.reference)
    return `Sampled from “${reference?.name ?? 'a reference'}”`
  }
  return `${from.kind === 'ink' ? 'An ink of' : 'Taken from'} ${from.kind === 'list' && !from.title.includes('.') ? from.title : `“${from.title}”`}`
})
const edit = (hex: string): void => {
  problem.value = ''
  project.run({ do: 'edit swatch', id: swatch.id, hex })
}
const take = (): void => {
  const color = parseColor(typed.value)
  if (color) edit(color.hex)
  else problem.value = `“${typed.value.slice(0, 30)}” is not a color.`
}
const remove = (): void => {
  project.run(project.matching({ do: 'remove swatch', id: swatch.id }))
  notices.say(`Removed ${swatch.name}.`, 'done', project.undo)
  emit('close')
}
</script>

<template>
  <div class="grid w-[300px] gap-2 border border-strong bg-panel p-3 shadow-float" role="dialog" :aria-label="`Swatch ${swatch.name}`" data-test="swatch-card">
    <div class="flex items-center gap-2">
      <i class="size-4" :style="{ background: swatch.hex }" /><span class="grow truncate font-semibold">{{ swatch.name }}</span>
      <button class="control bare px-1" aria-label="Close the card" @click="emit('close')"><XMarkIcon class="size-4" /></button>
    </div>
    <form class="flex gap-2" @submit.prevent="take">
      <input v-model="typed" class="field min-w-0 grow" aria-label="Color of the swatch in any notation" spellcheck="false" maxlength="60" @change="take">
      <button type="button" class="control" @click="copy(swatch.hex, `Copied ${swatch.hex}.`)">Copy</button>
    </form>
    <p v-if="problem" class="text-caption" role="alert">▲ {{ problem }}</p>
    <ColorPicker
      :hex="swatch.hex" :hue="hsbOf(swatch.hex).h" @preview="project.preview($event && { do: 'edit swatch', id: swatch.id, hex: $event.hex })" @pick="edit($event.hex)"
    />
    <p class="flex items-center gap-2 text-caption" data-test="origin">
      <LinkIcon v-if="source" class="size-3.5 shrink-0" :class="{ 'opacity-30': !swatch.tied }" />
      <span class="grow">{{ origin }}<template v-if="source && !swatch.tied"> · edited by hand, the tie is cut</template></span>
      <button v-if="source && !swatch.tied" class="control h-6!" @click="project.run({ do: 'restore swatch', id: swatch.id })">Tie again</button>
    </p>
    <p class="flex gap-1.5">
      <button class="control grow" :aria-pressed="swatch.locked" @click="project.run({ do: 'lock', id: swatch.id, locked: !swatch.locked })"><component :is="swatch.locked ? LockClosedIcon : LockOpenIcon" class="size-4" />{{ swatch.locked ? 'Unlock' : 'Lock' }}</button>
      <button class="control grow" :disabled="isBase" @click="project.run({ do: 'make base', id: swatch.id })">{{ isBase ? 'Is the base' : 'Make base' }}</button>
      <button class="control" :disabled="(project.document?.scheme.length ?? 0) <= 2" @click="remove">Remove</button>
    </p>
  </div>
</template>
