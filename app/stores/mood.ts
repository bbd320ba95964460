import { computed, ref } from 'vue'
import { defineStore } from 'pinia'
import type { Mood, MoodPicture } from '#core/document/handOver'
import { MAX_MOOD_PICTURES } from '#core/document/limits'
import { moodPage } from '#core/handover/mood'
import type { Page } from '#core/handover/page'
import { shownScheme } from '#core/scheme/compose'
import { measureOnScreen } from '~/browser/measureText'
import { useHistory } from './history'
import { server } from '~/api/server'

/** The mood page: which pictures lie on it, and how it looks now. */
export const useMood = defineStore('mood', () => {
  const history = useHistory()
  const mood = computed<Mood | null>(() => history.document?.mood ?? null)
  const references = computed(() => history.document?.references ?? [])
  /** Those of its pictures that are still among the references. */
  const pictures = computed<readonly MoodPicture[]>(() => {
    const known = new Set(references.value.map(({ id }) => id))
    return (mood.value?.pictures ?? []).filter(({ reference }) => known.has(reference))
  })
  const addresses = computed(
    () =>
      new Map(
        references.value.map(({ id, hash, width, height }) => [
          id,
          { address: server.pictureUrl(hash, 'working'), ratio: width / height },
        ]),
      ),
  )
  const thumbnails = computed(
    () =>
      new Map(
        references.value.map(({ id, hash, width, height }) => [
          id,
          { address: server.pictureUrl(hash, 'thumbnail'), ratio: width / height },
        ]),
      ),
  )
  const laid = (reference: string): MoodPicture => ({ reference, x: 0.5, y: 0.5, zoom: 1 })
  /** The content of the page; as long as there is none, a sketch: the references, or places for some. */
  const sketched = computed<readonly MoodPicture[]>(() => {
    if (pictures.value.length) return pictures.value
    const could = references.value.slice(0, MAX_MOOD_PICTURES).map(({ id }) => id)
    return (could.length ? could : ['one', 'another', 'a third']).map(laid)
  })
  /** The page as it would be with a part of it otherwise, or other pictures on it. */
  const pageWith = (change: Partial<Mood>, shown = pictures.value): Page | null => {
    const project = history.document
    if (!project || !mood.value) return null
    const names = new Map(references.value.map(({ id, name }) => [id, name]))
    return moodPage(
      { ...mood.value, ...change },
      shown.map(({ reference, ...crop }) => ({ id: reference, name: names.get(reference) ?? '', crop })),
      shownScheme(project),
      measureOnScreen,
    )
  }
  const page = computed(() => pageWith({}))

  const arrange = (change: Partial<Mood>): void => history.run({ do: 'arrange mood', change })
  const isOn = (reference: string): boolean => pictures.value.some(each => each.reference === reference)
  const isFull = computed(() => pictures.value.length >= MAX_MOOD_PICTURES)
  /** Lays a reference on the page, or takes it off. */
  const toggle = (reference: string): void => {
    const now = pictures.value
    if (isOn(reference)) arrange({ pictures: now.filter(each => each.reference !== reference) })
    else if (!isFull.value) arrange({ pictures: [...now, laid(reference)] })
  }
  /** The pictures with one of them cropped otherwise. */
  const cropped = (reference: string, change: Partial<MoodPicture>): MoodPicture[] =>
    pictures.value.map(each => (each.reference === reference ? { ...each, ...change } : each))
  /** Moves a picture so many places on. */
  const move = (reference: string, by: number): void => {
    const now = [...pictures.value]
    const from = now.findIndex(each => each.reference === reference)
    const to = from + by
    const [one] = from >= 0 && to >= 0 && to < now.length ? now.splice(from, 1) : []
    if (!one) return
    now.splice(to, 0, one)
    arrange({ pictures: now })
  }

  /** The picture whose crop is at hand. */
  const selected = ref<string | null>(null)

  return {
    mood,
    references,
    pictures,
    sketched,
    addresses,
    thumbnails,
    page,
    pageWith,
    arrange,
    isOn,
    isFull,
    toggle,
    cropped,
    move,
    selected: selected,
  }
})
