import { computed, type ComputedRef } from 'vue'
import { STEP_WORDS, type Step } from '~/words/steps'
import { useChecking } from '~/stores/checking'
import { useGathering } from '~/stores/gathering'
import { useHandOverView } from '~/stores/handOverTabs'
import { useProofs } from '~/stores/proofs'
import { useRemapping } from '~/stores/remapping'
import { useStart } from './useStart'

/** The text of that line in a step, by the view that is open there. */
export const useFootWords = (step: () => Step): ComputedRef<string> => {
  const [proofs, remapping, checking, handOver] = [useProofs(), useRemapping(), useChecking(), useHandOverView()]
  const [gathering, start] = [useGathering(), useStart()]
  const view = computed(() => {
    switch (step()) {
      case 'gather':
        return start.value === 'references' && gathering.looked ? 'looked' : start.value
      case 'compose':
        return proofs.sheet
      case 'remap':
        return remapping.view
      case 'check':
        return checking.view
      case 'hand-over':
        return handOver.view
    }
  })
  return computed(() => STEP_WORDS[step()].foot[view.value] ?? '')
}
