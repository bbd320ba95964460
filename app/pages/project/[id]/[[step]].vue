<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { STEPS, stepOf, type Step } from '~/composables/useSteps'

definePageMeta({ key: route => String(route.params.id) })

const route = useRoute()
const history = useHistory()
const session = useProjectSession()
const proofs = useProofs()
const step = computed(() => stepOf(route.params.step))
const problem = ref<string | null>(null)
const stage = useStage()

const go = (next: Step): void => {
  void navigateTo(`/project/${route.params.id}/${next}`)
}

const load = async (): Promise<void> => {
  problem.value = null
  try {
    await session.open(String(route.params.id))
    // the other steps are there before they are asked for
    void prefetchComponents(['GatherBench', 'ComposeBench', 'RemapBench', 'HandOverBench'])
  } catch (error) {
    problem.value = reasonOf(error)
  }
}

/** Leads to where artwork comes in. */
const start = useStart()
const addArtwork = (): void => {
  start.value = 'artwork'
  go('gather')
}

useKeys({
  ...Object.fromEntries(STEPS.map(({ step: each }, i) => [String(i + 1), () => go(each)])),
  'ctrl+z': history.undo,
  'ctrl+shift+z': history.redo,
  'ctrl+y': history.redo,
  'o': () => {
    stage.before = true
  },
})
useEventListener(window, 'keyup', event => {
  if (event.key.toLowerCase() === 'o') stage.before = false
})
useEventListener(window, 'blur', () => {
  stage.before = false
})
watch(step, stage.clear)
useHead({ title: () => (history.document ? `${history.document.name} · Plumbago` : 'Plumbago') })
onMounted(load)
onUnmounted(session.close)
</script>

<template>
  <div v-if="history.document" class="grid h-full grid-rows-[44px_minmax(0,1fr)_112px]">
    <TopLine :step="step" @step="go" />
    <main class="grid min-h-0 grid-cols-[minmax(0,1fr)_480px] xl:grid-cols-[minmax(0,1fr)_560px]">
      <div class="relative min-h-0 min-w-0">
        <ArtworkStage @add="addArtwork" />
        <ComparisonTable v-if="step === 'compose' && proofs.comparing" />
      </div>
      <div class="min-h-0 overflow-y-auto border-l border-line bg-panel" data-test="bench">
        <LazyGatherBench v-if="step === 'gather'" />
        <LazyComposeBench v-else-if="step === 'compose'" />
        <LazyRemapBench v-else-if="step === 'remap'" />
        <LazyHandOverBench v-else />
      </div>
    </main>
    <SchemeBand />
    <ConflictDialog />
    <WaitingBar />
  </div>
  <div v-else class="grid h-full place-items-center">
    <div v-if="problem" class="grid gap-3 text-center" role="alert">
      <p>▲ {{ problem }}</p>
      <p class="flex justify-center gap-2">
        <button class="control" @click="load">Try again</button><NuxtLink class="control" to="/">All projects</NuxtLink>
      </p>
    </div>
    <p v-else role="status">Opening the project…</p>
  </div>
</template>
