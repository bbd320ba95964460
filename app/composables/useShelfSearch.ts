import { computed, ref, type Ref } from 'vue'
import { SHELF_ORDERS, type ShelfQuery, type ShelfScheme } from '#core/document/shelf'
import type { FoundScheme } from '#core/interaction/finding'
import { server } from '~/api/server'
import { usePublished } from '~/stores/published'
import { useShelf } from '~/stores/shelf'
import { useFinding } from './useFinding'
import { useSought } from './useSought'

/** Choices for the condition on locked swatches. */
export const LOCKED_CHOICES = [
  { value: 'any', title: 'Locked: any' },
  { value: 'fits', title: 'Fits the locked' },
  { value: 'holds', title: 'Holds the locked' },
]

/** A scheme of the shelf as it is found. */
export type FoundOnShelf = FoundScheme & { scheme: ShelfScheme }

const MAX_TOTAL = 2000

/** The folders and tags of the shelf as choices, and the folder that is chosen. */
const useShelfChoices = (folder: Readonly<Ref<string>>) => {
  const shelf = useShelf()
  const folderChoices = computed(() => [
    { value: 'all', title: 'All folders' },
    { value: 'none', title: 'In no folder' },
    ...shelf.folders.map(({ id, name, count }) => ({ value: id, title: `${name} (${count})` })),
  ])
  const tagChoices = computed(() => [
    { value: '', title: 'All tags' },
    ...shelf.tags.map(({ tag: each, count }) => ({ value: each, title: `${each} (${count})` })),
  ])
  const currentFolder = computed(() => shelf.folders.find(({ id }) => id === folder.value) ?? null)
  return { folderChoices, tagChoices, currentFolder }
}

/** Looks for schemes on the shelf by word, tag, folder and color, as far as each is set. */
export const useShelfSearch = () => {
  const published = usePublished()
  const { words, color, near, several, locked } = useSought()
  /** The condition on locked swatches. */
  const lockedAs = ref<'any' | 'fits' | 'holds'>('any')
  const folder = ref<string>('all')
  const tag = ref('')
  const favorite = ref(false)
  const order = ref<(typeof SHELF_ORDERS)[number]>('newest')
  const query = computed(
    (): Partial<ShelfQuery> => ({
      words: words.value.trim(),
      ...(near.value ? { near: near.value } : {}),
      holds: [...(lockedAs.value === 'holds' ? locked.value : []), ...several.value].slice(0, 12),
      fits: lockedAs.value === 'fits' ? locked.value : [],
      ...(folder.value === 'all' ? {} : { folder: folder.value }),
      tags: tag.value ? [tag.value] : [],
      favorite: favorite.value,
      order: order.value,
    }),
  )
  /** Where a scheme is published, in words; empty where it is not. */
  const publishedOf = ({ swatches }: ShelfScheme): string =>
    published
      .ofColors(swatches.map(({ hex }) => hex))
      .map(({ title, version, project }) => `Published as “${title}”, version ${version}, in ${project.name}`)
      .join('; ')
  const shown = (scheme: ShelfScheme): FoundOnShelf => ({
    ...{ id: scheme.id, name: scheme.name, colors: scheme.swatches, scheme },
    captions: [...(publishedOf(scheme) ? ['published'] : []), ...scheme.tags],
    words:
      [...scheme.tags, scheme.note, scheme.origin.project?.name ?? '', publishedOf(scheme)]
        .filter(Boolean)
        .join(', ') || 'a scheme',
  })
  const { found, total, state, reason, ask, cancel, more } = useFinding<Partial<ShelfQuery>, FoundOnShelf>(
    {
      ask: async (asked, from, signal) => {
        const [page] = await Promise.all([server.shelf(asked, from, signal), published.whenLoaded()])
        return { schemes: page.schemes.map(shown), total: page.total }
      },
    },
    () => query.value,
  )
  const totalWords = computed(() =>
    total.value >= MAX_TOTAL ? 'over 2,000 schemes' : `${total.value} ${total.value === 1 ? 'scheme' : 'schemes'}`,
  )
  const isUnfiltered = computed(
    () =>
      JSON.stringify(query.value) ===
      JSON.stringify({ words: '', holds: [], fits: [], tags: [], favorite: false, order: order.value }),
  )
  const choices = useShelfChoices(folder)
  return {
    ...{ words, color, locked, lockedAs, folder, tag, favorite, order },
    ...{ found, total, totalWords, state, reason, ask, cancel, more, isUnfiltered, publishedOf },
    ...choices,
  }
}
