<script setup lang="ts">
import { ref, shallowRef, watch } from 'vue'
import type { ShelfScheme, ShelfVersion } from '#core/document/shelf'
import { momentWords } from '~/words/momentWords'
import { reasonOf } from '~/words/reasonOf'
import { server } from '~/api/server'
import { useShelf } from '~/stores/shelf'

/** Earlier versions of a scheme on the shelf before it was saved over, the latest first; any of it can be brought back. */
const { scheme } = defineProps<{ scheme: ShelfScheme }>()
const shelf = useShelf()
const versions = shallowRef<ShelfVersion[] | null>(null)
const reason = ref('')
const load = async (): Promise<void> => {
  try {
    versions.value = await server.shelfVersions(scheme.id)
  } catch (error) {
    reason.value = reasonOf(error)
  }
}
watch(() => scheme.version, load, { immediate: true })
</script>

<template>
  <p v-if="reason" class="text-caption" role="alert">▲ {{ reason }}</p>
  <ol
    v-else-if="versions"
    class="grid gap-1.5"
    :aria-label="`Earlier versions of ${scheme.name}`"
    data-test="shelf-versions"
  >
    <li v-for="version in versions" :key="version.version" class="flex items-center gap-2">
      <SchemeStrip class="h-4 min-w-0 grow" :scheme="version.swatches" />
      <span class="text-caption text-quiet">until {{ momentWords(version.keptAt) }}</span>
      <button class="control bare" @click="shelf.bringBack(scheme, version)">Restore</button>
    </li>
  </ol>
</template>
