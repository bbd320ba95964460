import { ref } from 'vue'
import { useEventListener } from '@vueuse/core'
import { type Hit } from '#core/interaction/touchUps'
import { useStage } from '~/stores/stage'
import type { Command } from '#core/commands/commands'
import { useHistory } from '~/stores/history'
import { useRemapping } from '~/stores/remapping'

/**
 * A swatch dragged from the band over the artwork: the shape under the pointer, or all that are picked where it is one
 * of them, shows its color; let go there, it is touched up for good. Escape calls it off.
 */
export const useSwatchDrop = () => {
  const history = useHistory()
  const stage = useStage()
  const remapping = useRemapping()
  const swatch = ref<string | null>(null)
  let shape: Hit | null = null

  const shapesAt = (place: Hit): Hit[] => (stage.picked.has(place) ? [...stage.picked] : [place])
  const paintOf = (place: Hit): 'fill' | 'stroke' => stage.shapes?.paintOf(place) ?? 'fill'
  const commandAt = (place: Hit, id: string): Command | null =>
    remapping.touching(shapesAt(place), paintOf(place), { swatch: id, rung: null })
  const follow = ({ clientX, clientY }: PointerEvent): void => {
    if (swatch.value === null) return
    const onStage = document.elementFromPoint(clientX, clientY)?.closest('[data-test=stage]')
    const at = onStage ? (stage.shapes?.at(clientX, clientY) ?? null) : null
    if (at === shape) return
    shape = at
    history.preview(at === null ? null : commandAt(at, swatch.value))
  }
  const callOff = (): void => {
    if (shape !== null) history.preview(null)
    swatch.value = shape = null
  }
  useEventListener(window, 'pointermove', follow)
  useEventListener(window, 'keydown', event => {
    if (event.key === 'Escape') callOff()
  })

  /** Returns whether the swatch was let go on a shape, which then is painted with it. */
  const drop = (): boolean => {
    const [id, at] = [swatch.value, shape]
    callOff()
    if (id === null || at === null) return false
    remapping.touchUp(shapesAt(at), paintOf(at), { swatch: id, rung: null })
    return true
  }
  return {
    start: (id: string): void => {
      swatch.value = id
    },
    drop,
  }
}
