<script setup lang="ts">
import { computed, useId } from 'vue'
import { NOW } from '#core/handover/options'
import { useHistory } from '~/stores/history'
import { useLineUp } from '~/stores/lineUp'

/** Which colorways something is of, or which `one`: those that are frozen, and the project as it is now. */
const { one = false } = defineProps<{ one?: boolean }>()
const chosen = defineModel<string[]>({ required: true })
const group = useId()
const history = useHistory()
const lineUp = useLineUp()
const looks = computed(() => [
  ...lineUp.colorways.map(({ id, name, look }) => ({ id, name, scheme: look.scheme })),
  ...(history.settled ? [{ id: NOW, name: 'As it is now', scheme: history.settled.scheme }] : []),
])
const choose = (id: string): void => {
  if (one) chosen.value = [id]
  else chosen.value = chosen.value.includes(id) ? chosen.value.filter(each => each !== id) : [...chosen.value, id]
}
</script>

<template>
  <fieldset class="grid gap-1.5">
    <legend class="mb-1 font-semibold">{{ one ? 'Colorway' : 'Colorways' }}</legend>
    <label v-for="{ id, name, scheme } in looks" :key="id" class="flex items-center gap-2"
      ><input
        :type="one ? 'radio' : 'checkbox'"
        :name="group"
        class="size-4 accent-accent"
        :checked="chosen.includes(id)"
        @change="choose(id)"
      /><SchemeStrip class="h-4 w-24 shrink-0" :scheme="scheme" /><span class="min-w-0 wrap-anywhere">{{
        name
      }}</span></label
    >
  </fieldset>
</template>
