import { ref, shallowRef, type Ref } from 'vue'
import type { Reference, Sample } from '#core/document/gathering'
import { nudgePlace, type Place } from '#core/interaction/samples'
import type { Loupe } from '~/workers/pictures.worker'
import { followDrag } from '~/browser/followDrag'
import { latestOnly } from '~/browser/latestOnly'
import { useHistory } from '~/stores/history'
import { useNotices } from '~/stores/notices'
import { usePictures } from '~/stores/pictures'

/** Width and height of what the loupe shows, in pixels of the picture. */
export const LOUPE_SIZE = 13

/** The loupe over a picture: what it shows, where, and for which sample that is being moved. */
const useLoupe = (reference: () => Reference) => {
  const history = useHistory()
  const pictures = usePictures()
  const notices = useNotices()
  const moving = ref<string | null>(null)
  const loupe = shallowRef<{ seen: Loupe; x: number; y: number } | null>(null)
  const look = latestOnly(async (sample: Sample, x: number, y: number) => {
    const seen = await pictures.loupe(reference().hash, x, y, sample.patch, LOUPE_SIZE)
    if (moving.value !== sample.id) return
    loupe.value = { seen, x, y }
    if (seen.hex) history.preview({ do: 'move sample', id: sample.id, change: { x, y, hex: seen.hex } })
  })
  /** Shows what a sample that is being moved is over, and previews its color. */
  const show = (sample: Sample, { x, y }: Place): void => {
    moving.value = sample.id
    void notices.attempt(() => look(sample, x, y))
  }
  /** Shows what a sample that rests stands on. */
  const showAt = (sample: Sample): Promise<void | null> =>
    notices.attempt(async () => {
      await pictures.openFine(reference().hash)
      const seen = await pictures.loupe(reference().hash, sample.x, sample.y, sample.patch, LOUPE_SIZE)
      loupe.value = { seen, x: sample.x, y: sample.y }
    })
  const hide = (): void => {
    moving.value = null
    loupe.value = null
  }
  return { loupe, show, showAt, hide }
}

/**
 * Moving samples of a picture, by pointer and by keys, under a loupe; the scheme follows live. `placeOf` returns where
 * on the picture a pointer is, in fractions of its width and height.
 */
export const useSampleMoving = (
  reference: () => Reference,
  samples: Readonly<Ref<readonly Sample[]>>,
  chosen: Ref<string | null>,
  placeOf: (event: PointerEvent) => Place,
) => {
  const history = useHistory()
  const pictures = usePictures()
  const notices = useNotices()
  const { loupe, show, showAt, hide: hideLoupe } = useLoupe(reference)
  const settleAt = (sample: Sample, x: number, y: number): Promise<void | null> =>
    notices.attempt(async () => {
      const hex = await pictures.measure(reference().hash, x, y, sample.patch)
      history.preview(null)
      if (hex) history.run({ do: 'move sample', id: sample.id, change: { x, y, hex } })
    })

  /** Follows a pointer that has pressed a sample. */
  const drag = (sample: Sample, event: PointerEvent): void => {
    if (event.button !== 0) return
    ;(event.currentTarget as HTMLElement).focus()
    chosen.value = sample.id
    void notices.attempt(() => pictures.openFine(reference().hash))
    let went = false
    show(sample, sample)
    followDrag(event, {
      move: now => {
        went = true
        show(sample, placeOf(now))
      },
      drop: now => {
        hideLoupe()
        if (went) void settleAt(sample, placeOf(now).x, placeOf(now).y)
        else history.preview(null)
      },
      cancel: () => {
        hideLoupe()
        history.preview(null)
      },
    })
  }

  /**
   * Where keys are taking a sample: pressed fast, each goes on from the one before, though what is there is still being
   * measured.
   */
  let aim: { id: string; x: number; y: number } | null = null
  const moveByKey = (sample: Sample, way: Place): void => {
    const to = { id: sample.id, ...nudgePlace(aim?.id === sample.id ? aim : sample, way, reference()) }
    aim = to
    void settleAt(sample, to.x, to.y).then(() => {
      if (aim === to) aim = null
      const there = samples.value.find(({ id }) => id === sample.id)
      return there && showAt(there)
    })
  }
  return { loupe, drag, moveByKey, hideLoupe }
}
