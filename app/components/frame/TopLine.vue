<script setup lang="ts">
import { computed, onMounted, useTemplateRef } from 'vue'
import { withKey } from '~/words/shortcuts'
import { ArrowUturnLeftIcon, ArrowUturnRightIcon } from '@heroicons/vue/20/solid'
import { STEP_WORDS, STEPS, type Step } from '~/words/steps'
import { useChecking } from '~/stores/checking'
import { useHistory } from '~/stores/history'

defineProps<{ step: Step }>()
/** `near` says that a step is about to be chosen. */
const emit = defineEmits<{ step: [step: Step]; near: [] }>()
const history = useHistory()
const checking = useChecking()
const heading = useTemplateRef<HTMLElement>('heading')
/** A project that was opened begins at its heading, unless somebody is somewhere in it already. */
onMounted(() => {
  if (document.activeElement === document.body) heading.value?.focus({ preventScroll: true })
})
/** The mark rests while colors pass by. */
const swatches = computed(() => history.settled?.scheme.map(({ hex }) => hex) ?? [])
</script>

<template>
  <header class="top grid h-11 items-center border-b border-line bg-panel px-3">
    <div class="flex min-w-0 items-center gap-2">
      <NuxtLink
        to="/"
        aria-label="All projects"
        title="All projects"
        class="grid size-8 finger:size-10 place-items-center"
        ><PlumbagoMark :colors="swatches"
      /></NuxtLink>
      <ProjectTitle class="max-[760px]:hidden" />
    </div>
    <h1 ref="heading" class="sr-only" tabindex="-1" data-test="heading">
      {{ history.document?.name }}: {{ STEP_WORDS[step].title }}
    </h1>
    <nav aria-label="Steps" @pointerenter="emit('near')" @focusin="emit('near')">
      <ol v-one-stop="{ of: '.step-mark' }" class="flex">
        <li v-for="each in STEPS" :key="each">
          <button
            class="step-mark"
            :aria-current="each === step ? 'step' : undefined"
            :title="withKey(STEP_WORDS[each].title, each)"
            @click="emit('step', each)"
          >
            {{ STEP_WORDS[each].title
            }}<span
              v-if="each === 'check' && checking.serious"
              class="value ml-1"
              :title="`${checking.serious} serious ${checking.serious === 1 ? 'finding' : 'findings'}`"
              data-test="serious-count"
              >▲{{ checking.serious }}</span
            >
          </button>
        </li>
      </ol>
    </nav>
    <div class="flex items-center justify-end gap-2">
      <OthersHere />
      <button
        class="control bare px-1.5"
        :disabled="!history.undoable"
        :aria-label="history.undoable ? `Undo: ${history.undoable}` : 'Undo'"
        :title="history.undoable ? `Undo: ${history.undoable}` : 'Nothing to undo'"
        @click="history.undo"
      >
        <ArrowUturnLeftIcon class="size-4" />
      </button>
      <button
        class="control bare px-1.5"
        :disabled="!history.redoable"
        :aria-label="history.redoable ? `Redo: ${history.redoable}` : 'Redo'"
        :title="history.redoable ? `Redo: ${history.redoable}` : 'Nothing to redo'"
        @click="history.redo"
      >
        <ArrowUturnRightIcon class="size-4" />
      </button>
      <KeysHelp />
      <SurroundSwitch />
      <SaveMark />
      <PersonMenu />
    </div>
  </header>
</template>

<style scoped>
.top {
  grid-template-columns: minmax(0, 1fr) auto minmax(0, 1fr);
  gap: 16px;
}
.step-mark {
  position: relative;
  height: 44px;
  padding: 0 20px;
  color: var(--quiet);
}
:root:not([data-pressed='pointer']) .step-mark:focus-visible {
  z-index: 1;
  outline-offset: -3px;
}
.step-mark::after {
  content: '';
  position: absolute;
  left: 0;
  right: 0;
  bottom: 10px;
  height: 5px;
  border: solid var(--strong-line);
  border-width: 0 0 1px 1px;
}
li:last-child .step-mark::after {
  border-right-width: 1px;
}
.step-mark[aria-current] {
  color: var(--text);
  font-weight: 650;
}
.step-mark[aria-current]::after {
  background: var(--text);
  height: 3px;
}
.step-mark:hover {
  color: var(--text);
}
@media (max-width: 1100px) {
  .step-mark {
    padding: 0 12px;
  }
  [data-hand='finger'] .step-mark {
    padding: 0 7px;
  }
}
/* Where there is little room, as at 200% zoom, nothing lies over the steps. */
@media (max-width: 900px) {
  .top {
    grid-template-columns: minmax(0, 1fr) auto auto;
    gap: 6px;
  }
  .step-mark {
    padding: 0 8px;
  }
}
/* at 200% on a small screen the steps take what the controls leave */
@media (max-width: 760px) {
  .top {
    grid-template-columns: auto minmax(0, 1fr) auto;
    gap: 4px;
  }
  .step-mark,
  [data-hand='finger'] .step-mark {
    padding: 0 3px;
    font-size: var(--text-caption);
    white-space: nowrap;
  }
}
</style>
