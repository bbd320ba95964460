<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { DAYS_KEPT, daysLeft, type Deleted } from '#core/document/deleted'
import { reasonOf } from '~/words/reasonOf'
import { server } from '~/api/server'
import { useShelf } from '~/stores/shelf'

/** Recently deleted things, and how long they can still be restored. */
const emit = defineEmits<{ close: []; back: [] }>()
const shelf = useShelf()
const all = ref<Deleted[] | null>(null)
const problem = ref<string | null>(null)
const now = Date.now()

const load = async (): Promise<void> => {
  problem.value = null
  try {
    all.value = await server.deleted()
  } catch (error) {
    problem.value = reasonOf(error)
  }
}
const bringBack = async ({ kind, id }: Deleted): Promise<void> => {
  problem.value = null
  try {
    if (kind === 'project') await server.restore(id)
    else await server.changeShelf({ on: [id] })
    if (kind === 'scheme') shelf.changed()
    emit('back')
    await load()
  } catch (error) {
    problem.value = reasonOf(error)
  }
}
const words = (left: number): string => (left > 1 ? `${left} days left` : left ? '1 day left' : 'expires today')
onMounted(load)
</script>

<template>
  <DialogFrame title="Deleted" test="deleted" wide @close="emit('close')">
    <p class="text-quiet">
      Deleted items can be restored for {{ DAYS_KEPT }} days. After that they are gone for good, with any files nothing
      else uses.
    </p>
    <p v-if="problem" class="flex items-center gap-3" role="alert">
      <span>▲ {{ problem }}</span
      ><button class="control" @click="load">Try again</button>
    </p>
    <p v-else-if="!all" role="status">Loading deleted items…</p>
    <p v-if="all && !all.length" class="border border-dashed border-strong p-6 text-center">
      Nothing was deleted recently.
    </p>
    <ul v-if="all?.length" class="grid max-h-[50vh] content-start overflow-y-auto border-y border-line">
      <li
        v-for="each in all"
        :key="each.id"
        class="flex items-center gap-3 border-b border-line py-1.5 last:border-0"
        data-test="deleted-one"
      >
        <span class="grid min-w-0 grow"
          ><b class="wrap-anywhere font-semibold">{{ each.name }}</b
          ><span class="text-caption text-quiet"
            >{{ each.kind === 'project' ? 'Project' : 'Scheme on the shelf' }} · deleted
            <TimeStamp :at="each.deletedAt" /></span
        ></span>
        <span class="shrink-0 text-caption" data-test="days-left">{{ words(daysLeft(each, now)) }}</span>
        <button class="control" :aria-label="`Restore ${each.name}`" @click="bringBack(each)">Restore</button>
      </li>
    </ul>
    <p class="text-right"><button class="control" @click="emit('close')">Close</button></p>
  </DialogFrame>
</template>
