import { computed, type Ref } from 'vue'
import { USUAL_PATCH } from '#core/extract/patch'
import type { Reference, Sample } from '#core/document/gathering'
import { MAX_SWATCHES } from '#core/document/limits'
import { patchOfSlider, type Place } from '#core/interaction/samples'
import { arrowOf } from '~/browser/arrowOf'
import { latestOnly } from '~/browser/latestOnly'
import { useHistory } from '~/stores/history'
import { useNotices } from '~/stores/notices'
import { usePictures } from '~/stores/pictures'

/** Adds, removes and widens the samples of a picture, and does what keys mean on one. */
export const useSampleEditing = (
  reference: () => Reference,
  samples: Readonly<Ref<readonly Sample[]>>,
  chosen: Ref<string | null>,
  moveByKey: (sample: Sample, way: Place) => void,
) => {
  const history = useHistory()
  const pictures = usePictures()
  const notices = useNotices()
  const swatchOf = (sample: Sample) =>
    history.document?.scheme.find(({ from }) => from.kind === 'sample' && from.sample === sample.id)
  const onSampleKey = (sample: Sample, event: KeyboardEvent): void => {
    const way = arrowOf(event)
    if (event.key === 'Delete' || event.key === 'Backspace') remove(sample)
    else if (event.key === 'Home') history.run({ do: 'snap samples', id: sample.id })
    else if (way) moveByKey(sample, way)
    else return
    event.preventDefault()
  }
  /** Width of the chosen sample's patch: by the square of the slider, so that small ones can be set finely. */
  const chosenSample = computed(() => samples.value.find(({ id }) => id === chosen.value) ?? null)
  const widen = latestOnly(async (event: Event, settle: boolean) => {
    const sample = chosenSample.value
    const patch = patchOfSlider(Number((event.target as HTMLInputElement).value))
    const hex = sample && (await pictures.measure(reference().hash, sample.x, sample.y, patch))
    if (!sample || !hex) return
    if (settle) history.run({ do: 'move sample', id: sample.id, change: { patch, hex } })
    else history.preview({ do: 'move sample', id: sample.id, change: { patch, hex } })
  })
  const remove = (sample: Sample): void => {
    const swatch = swatchOf(sample)
    if (!swatch) return
    if ((history.settled?.scheme.length ?? 0) <= 2)
      return notices.say('A scheme keeps at least two swatches.', 'problem')
    history.runSaying({ do: 'remove swatch', id: swatch.id }, `Removed ${swatch.name}.`)
  }
  const add = ({ x, y }: { x: number; y: number }): void => {
    if ((history.settled?.scheme.length ?? 0) >= MAX_SWATCHES)
      return notices.say(`A scheme holds up to ${MAX_SWATCHES} swatches; remove one first.`, 'problem')
    void notices.attempt(async () => {
      await pictures.openFine(reference().hash)
      const hex = await pictures.measure(reference().hash, x, y, USUAL_PATCH)
      if (!hex) return notices.say('This spot is transparent; there is no color to take.', 'problem')
      history.run({ do: 'add sample', sample: { reference: reference().id, x, y, patch: USUAL_PATCH, hex } })
      chosen.value = history.settled?.samples.at(-1)?.id ?? null
    })
  }
  return { swatchOf, chosenSample, onSampleKey, widen, add }
}
