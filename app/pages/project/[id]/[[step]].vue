<script setup lang="ts">
import { computed, onBeforeUnmount, onMounted, onUnmounted, ref, watch } from 'vue'
import { definePageMeta, navigateTo, useHead, useRoute } from '#imports'
import { useEventListener, watchDebounced } from '@vueuse/core'
import { useShortcuts } from '~/composables/useShortcuts'
import { BENCHES } from '~/components/frame/benches'
import { isStep, STEP_WORDS, STEPS, stepOf, type Step } from '~/words/steps'
import { useOnceStanding } from '~/composables/useOnceStanding'
import { reasonOf } from '~/words/reasonOf'
import { sentence } from '#core/document/sentence'
import { useArrivals } from '~/stores/arrivals'
import { useChecking } from '~/stores/checking'
import { useDropsAnywhere } from '~/composables/useDropsAnywhere'
import { useHandOverView } from '~/stores/handOverTabs'
import { useHistory } from '~/stores/history'
import { useIntake } from '~/stores/intake'
import { useLineUp } from '~/stores/lineUp'
import { useOthers } from '~/stores/others'
import { useProjectSession } from '~/stores/session'
import { useProofs } from '~/stores/proofs'
import { useReviews } from '~/stores/reviews'
import { useSaving } from '~/stores/saving'
import { useShelf } from '~/stores/shelf'
import { useStage } from '~/stores/stage'
import { useStart } from '~/composables/useStart'

definePageMeta({
  key: route => String(route.params.id),
  // an address that names no step leads to the first
  middleware: ({ params: { id, step } }) =>
    isStep(step) ? undefined : navigateTo(`/project/${String(id)}/gather`, { replace: true }),
})

const route = useRoute()
const history = useHistory()
const session = useProjectSession()
const proofs = useProofs()
const saving = useSaving()
const step = computed(() => stepOf(route.params.step))
/** True if proofs, or colorways, lie over stage and bench. */
const lineUp = useLineUp()
const large = computed(() => (step.value === 'compose' && proofs.large) || (step.value === 'hand-over' && lineUp.large))
/** The name of the project that is open: the page has nothing else that changes while colors pass by. */
const name = computed(() => history.document?.name ?? null)
const problem = ref<string | null>(null)
const stage = useStage()
/** A window that is closed while artwork comes in keeps what was read; the browser asks before. */
const intake = useIntake()
useEventListener(window, 'pagehide', intake.leave)
useEventListener(window, 'beforeunload', event => {
  if (intake.isUnderway) event.preventDefault()
})
/** The last action, for screen readers; the same one again is announced again. */
const announcement = ref('')
watch(
  () => [history.announcement, history.settled] as const,
  ([words]) => {
    const now = sentence(words)
    announcement.value = now && now === announcement.value ? `${now}\u00a0` : now
  },
)

const go = (next: Step): void => {
  void navigateTo(`/project/${route.params.id}/${next}`)
}

/** Returns whether the project that is open is the one of this page: another page may have opened its own meanwhile. */
let mine = (): boolean => false
const load = async (): Promise<void> => {
  problem.value = null
  const opened = session.open(String(route.params.id))
  mine = session.still()
  try {
    await opened
    if (mine()) intake.sayCutShort(String(route.params.id))
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

/** Targets of the skip links. */
const PARTS = [
  { to: 'artwork', within: '[data-test=stage]', where: '[data-test=stage]' },
  {
    to: 'bench',
    within: '[data-test=bench]',
    where: '[data-test=bench] [role=tab][tabindex="0"], [data-test=bench] :is(button, select)',
  },
  { to: 'scheme', within: '[data-test=band]', where: '[data-test=band] [data-swatch-id][tabindex="0"]' },
] as const
const partOf = (where: string): HTMLElement | null =>
  [...document.querySelectorAll<HTMLElement>(where)].find(each => !each.closest('[inert]')) ?? null
/** From artwork to bench to scheme and round again. */
const skip = (): void => {
  const at = PARTS.findIndex(({ within }) => document.activeElement?.closest(within))
  for (let n = 1; n <= PARTS.length; n++) {
    const part = partOf(PARTS[(at + n) % PARTS.length]?.where ?? '')
    if (part) return part.focus()
  }
}

const arrivals = useArrivals()
const over = useDropsAnywhere(arrival => {
  if (!history.document) return
  arrivals.put(arrival)
  if (step.value !== 'gather') go('gather')
})

useShortcuts({
  ...Object.fromEntries(STEPS.map(each => [each, () => go(each)])),
  undo: history.undo,
  redo: history.redo,
  eyes: stage.exchangeEyes,
  skip: skip,
  original: () => {
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
/** Findings are looked for whenever colors have come to rest; fixes only where they are shown. */
const checking = useChecking()
const handOver = useHandOverView()
/** Time after which what other steps need is fetched, in milliseconds: the first view has all there is until then. */
const SETTLED_MS = 8000
/** The benches of the other steps: fetched when a hand or the focus comes to the steps, or later. */
const fetchBenches = useOnceStanding(
  () => Promise.all(Object.values(BENCHES).map(fetchBench => fetchBench())),
  SETTLED_MS,
)
/** The store of exports, which announces them in every step, and findings, whose worker and engine are large. */
const isStanding = ref(false)
useOnceStanding(async () => {
  isStanding.value = true
  await import('~/stores/handOver').then(({ useHandOver }) => useHandOver())
}, SETTLED_MS)
/** Comments of clients are announced in every step. */
useReviews()
useOthers()
const shelf = useShelf()
/** Findings are looked for in the other steps once the page stands: their worker and its engine are large. */
watchDebounced(
  () => [checking.asked, step.value === 'check', isStanding.value] as const,
  ([asked, shown, stands]) => {
    if (shown || stands) void checking.refresh(asked, shown)
  },
  { debounce: 250, immediate: true },
)
const title = computed(() => STEP_WORDS[step.value].title)
useHead({ title: () => (name.value === null ? 'Plumbago' : `${title.value} · ${name.value} · Plumbago`) })
onMounted(load)
onBeforeUnmount(() => {
  if (mine()) intake.leave()
})
onUnmounted(() => {
  if (mine()) session.close()
})
</script>

<template>
  <div
    v-if="name !== null"
    class="grid h-full grid-rows-[44px_minmax(0,1fr)_var(--band)]"
    :class="{ 'outline-2 -outline-offset-4 outline-accent': over }"
  >
    <p class="skips">
      <button v-for="{ to, where } in PARTS" :key="to" class="control" @click="partOf(where)?.focus()">
        To the {{ to }}
      </button>
    </p>
    <p class="sr-only" role="status" data-test="announcement">{{ announcement }}</p>
    <TopLine :step="step" @step="go" @near="fetchBenches" />
    <main class="relative grid min-h-0 bench-wide grid-cols-[minmax(0,1fr)_var(--bench)]">
      <div class="relative min-h-0 min-w-0" :inert="large">
        <ArtworkStage :words="step === 'compose' ? proofs.words : null" @add="addArtwork" />
        <LazyComparisonTable v-if="step === 'compose' && proofs.comparing && !large" />
        <LazySheetStage v-if="step === 'hand-over' && handOver.view === 'sheet'" />
        <LazyMoodStage v-if="step === 'hand-over' && handOver.view === 'mood'" />
      </div>
      <div
        class="grid min-h-0 grid-cols-[minmax(0,1fr)] grid-rows-[minmax(0,1fr)] auto-rows-auto border-l border-line bg-panel"
        :inert="large"
      >
        <StepBench :step="step" />
        <IntakeLine v-if="!intake.places" class="border-t border-line px-5 py-2" />
        <FootLine :step="step" />
      </div>
      <LazyLargeSheet v-if="large && step === 'compose'" />
      <LazyLineUp v-else-if="large" />
    </main>
    <SchemeBand :letters="step === 'check' && checking.view === 'contrast'" />
    <EyesFilters />
    <LazyPdfDialog v-if="intake.question" :key="intake.questions" :question="intake.question" />
    <LazyConflictDialog v-if="saving.state.kind === 'conflict'" />
    <LazyShelfDialog v-if="shelf.offered" :offer="shelf.offered" @close="shelf.offered = null" />
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

<style scoped>
/* The bench takes its part of a large screen: more proofs, labels on ribbons, pages side by side. */
.bench-wide {
  --bench: 480px;
}
@media (width >= 1280px) {
  .bench-wide {
    --bench: 560px;
  }
}
@media (width >= 1700px) {
  .bench-wide {
    --bench: 42vw;
  }
}
/* Ways past what stands before: there for the keyboard, seen when they have the focus. */
.skips {
  position: absolute;
  left: 8px;
  top: 8px;
  z-index: 60;
}
.skips:not(:focus-within) {
  width: 1px;
  height: 1px;
  overflow: hidden;
  clip-path: inset(50%);
}
</style>
