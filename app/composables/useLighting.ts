import { onScopeDispose } from 'vue'
import { useStage } from '~/stores/stage'

/**
 * Lights inks in the artwork, or none. What one place lights, another leaving it late does not put out: none but who
 * lit it last does, and whoever goes.
 */
export const useLighting = (): ((inks: Iterable<string> | null) => void) => {
  const stage = useStage()
  const who = Symbol('who lights')
  const light = (inks: Iterable<string> | null): void => stage.light(inks, who)
  onScopeDispose(() => light(null))
  return light
}
