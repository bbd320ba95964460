import { computed, ref, watch, type ComputedRef } from 'vue'
import { useLocalStorage } from '@vueuse/core'
import type { Hex } from '#core/color/convert'
import type { Command } from '#core/commands/commands'
import type { Artwork, ArtworkFile } from '#core/document/artwork'
import { sentence } from '#core/document/sentence'
import { countWords } from '#core/document/names'
import {
  differenceWords,
  distanceFromSet,
  findArtwork,
  foldersOf,
  inksAmong,
  lostIn,
  meanCovers,
  pickAfterClick,
  wornPiece,
  type WornPiece,
} from '#core/interaction/artworkWall'
import { targetsIn } from '#core/painting/resolveRemap'
import { useArtworkFiles } from '~/stores/artwork'
import { useHistory } from '~/stores/history'
import { usePainting } from '~/stores/painting'

/** The orders of a wall. */
export const WALL_ORDERS = [
  { value: 'added', title: 'As added' },
  { value: 'name', title: 'By name' },
  { value: 'unlike', title: 'Unlike the others first' },
] as const
export type WallOrder = (typeof WALL_ORDERS)[number]['value']

const NO_INKS: readonly never[] = []

/** The shares of the scheme in each piece as it stands, and the distance from the average of the set. */
const useWornPieces = (
  all: ComputedRef<readonly Artwork[]>,
  inksOf: (art: Artwork) => ArtworkFile['inks'] | readonly never[],
) => {
  const history = useHistory()
  const painting = usePainting()
  /** The shares of swatches in each piece as the scheme stands, by its id. */
  const worn = computed<ReadonlyMap<string, WornPiece>>(() => {
    const project = history.settled
    if (!project) return new Map()
    const { targets } = targetsIn(project.remap, painting.inks)
    return new Map(
      project.artwork.map(art => {
        const own = project.remap.exceptions[art.id]
        const targetOf = (ink: string): string | null => (own?.[ink] ? own[ink].to : (targets.get(ink) ?? null))
        return [art.id, wornPiece(inksOf(art), targetOf)]
      }),
    )
  })
  const means = computed(() => {
    const pieces = [...worn.value.values()]
    return { covers: meanCovers(pieces), left: pieces.reduce((sum, { left }) => sum + left, 0) / (pieces.length || 1) }
  })
  /** The weight of lost boundaries of each piece, by its id: only that order asks for it. */
  const lost = computed(
    () => new Map(all.value.map(art => [art.id, lostIn(inksOf(art), painting.settled(art.id).colors)])),
  )
  const distances = computed(
    () =>
      new Map(
        [...worn.value].map(([id, piece]) => [
          id,
          distanceFromSet(piece, lost.value.get(id) ?? 0, means.value.covers, means.value.left),
        ]),
      ),
  )
  const distanceOf = ({ id }: Artwork): number => distances.value.get(id) ?? 0
  /** In what a piece differs from the others, in words. */
  const differenceOf = ({ id }: Artwork): string | null => {
    const piece = worn.value.get(id)
    const scheme = history.settled?.scheme ?? []
    if (!piece) return null
    const words = differenceWords(piece, lost.value.get(id) ?? 0, means.value.covers, means.value.left, scheme)
    return words && sentence(words)
  }
  return { worn, distanceOf, differenceOf }
}

/** The pieces that are picked, and how they are: by presses, within a rectangle, all, or all others. */
const usePickedPieces = (all: ComputedRef<readonly Artwork[]>, found: ComputedRef<readonly Artwork[]>) => {
  const painting = usePainting()
  const picked = ref<ReadonlySet<string>>(new Set())
  let anchor: string | null = null
  /** Shows a piece, or picks it: with Ctrl one more, with Shift all up to it. */
  const press = (
    { id }: Artwork,
    { shiftKey, ctrlKey, metaKey }: Pick<MouseEvent, 'shiftKey' | 'ctrlKey' | 'metaKey'>,
  ): void => {
    const isMore = ctrlKey || metaKey
    if (shiftKey || isMore)
      picked.value = pickAfterClick(
        picked.value,
        anchor ?? painting.artwork?.id ?? null,
        id,
        found.value.map(each => each.id),
        shiftKey ? 'range' : 'toggle',
      )
    else {
      picked.value = new Set()
      painting.shownId = id
    }
    anchor = id
  }
  /** Picks the pieces a rectangle touches, beside those picked before it was drawn where `more` says so. */
  let before: ReadonlySet<string> = new Set()
  const pickWithin = (pieces: readonly Artwork[], begins: boolean, more: boolean): void => {
    if (begins) before = more ? picked.value : new Set()
    picked.value = new Set([...before, ...pieces.map(({ id }) => id)])
  }
  const pickAll = (): void => {
    picked.value = new Set(found.value.map(({ id }) => id))
  }
  const pickOthers = (): void => {
    picked.value = new Set(found.value.flatMap(({ id }) => (picked.value.has(id) ? [] : [id])))
  }
  const unpick = (): void => {
    picked.value = new Set()
  }
  watch(all, now => {
    const ids = new Set(now.map(({ id }) => id))
    const left = [...picked.value].filter(id => ids.has(id))
    if (left.length !== picked.value.size) picked.value = new Set(left)
  })
  /** The picked pieces, in the order of the project. */
  const chosen = computed(() => all.value.filter(({ id }) => picked.value.has(id)))
  return { picked, chosen, press, pickWithin, pickAll, pickOthers, unpick }
}

/** Actions on pieces: they are removed, moved, put first, made to represent all, or to follow all again. */
const usePieceActions = (
  all: ComputedRef<readonly Artwork[]>,
  chosen: ComputedRef<readonly Artwork[]>,
  inksOf: (art: Artwork) => ArtworkFile['inks'] | readonly never[],
) => {
  const history = useHistory()
  /** Takes pieces out of the project, with what is set on them alone; a notice brings all of it back. */
  const remove = (pieces: readonly Artwork[]): void => {
    const { touches = {}, exceptions = {}, meantIn = {} } = history.settled?.remap ?? {}
    const ids = pieces.map(({ id }) => id)
    const going = new Set(ids)
    const ofThese = <Value>(all: Readonly<Record<string, Value>>): Record<string, Value> =>
      Object.fromEntries(Object.entries(all).filter(([id]) => going.has(id)))
    const own = { touches: ofThese(touches), exceptions: ofThese(exceptions), meantIn: ofThese(meantIn) }
    const count = (lists: Readonly<Record<string, object>>): number =>
      Object.values(lists).reduce((sum, list) => sum + Object.keys(list).length, 0)
    const gone = [
      { number: count(own.touches), what: 'touch-up' },
      { number: count(own.exceptions), what: 'exception' },
    ].flatMap(({ number, what }) => (number ? [countWords(number, what)] : []))
    const named = pieces.length === 1 ? `“${pieces[0]?.name}”` : countWords(pieces.length, 'piece')
    history.runSaying(
      { do: 'remove artwork', ids },
      `Removed ${named} from the project${gone.length ? `, with ${gone.join(' and ')}` : ''}.`,
      { do: 'add artwork', artwork: [...pieces], own },
    )
  }
  const ids = (): string[] => chosen.value.map(({ id }) => id)
  const moveTo = (to: string | null): void =>
    history.runSaying(
      { do: 'move artwork', ids: ids(), folder: to },
      `Moved ${countWords(chosen.value.length, 'piece')} ${to === null ? 'out of their folders' : `to “${to}”`}.`,
    )
  const putFirst = (): void => history.run({ do: 'put artwork first', ids: ids() })
  /** Has the picked pieces stand for all on proofs and in the line-up; or, where they all do, those that differ most again. */
  const representedBy = computed(() => chosen.value.every(({ represents }) => represents))
  const represent = (): void => {
    const wanted = representedBy.value ? [] : ids()
    history.runSaying(
      { do: 'represent by', ids: wanted },
      wanted.length
        ? `Proofs and line-up show ${countWords(wanted.length, 'piece')} of ${all.value.length}.`
        : 'Proofs and line-up show the pieces whose inks differ most.',
    )
  }
  const excepted = computed(() =>
    chosen.value.filter(({ id }) => Object.keys(history.settled?.remap.exceptions[id] ?? {}).length),
  )
  const followAll = (): void =>
    history.runSaying(
      excepted.value.map(({ id }) => ({ do: 'follow all' as const, artwork: id, inks: null })),
      `${countWords(excepted.value.length, 'piece')} ${excepted.value.length === 1 ? 'follows' : 'follow'} all again.`,
    )
  const inksOfChosen = computed(() => inksAmong(chosen.value.map(inksOf)))
  /** The commands that send an ink to a swatch, or leave it as it is, in each of the picked pieces that have it, in these alone. */
  const sending = (ink: Hex, to: string | null): Command[] =>
    chosen.value
      .filter(art => inksOf(art).some(({ hex }) => hex === ink))
      .map(({ id }) => ({ do: 'retarget' as const, inks: [ink], to, artwork: id }))
  const send = (ink: Hex, to: string | null): void => {
    const commands = sending(ink, to)
    const name = history.settled?.scheme.find(({ id }) => id === to)?.name
    history.runSaying(commands, `${ink} is ${name ?? 'left as is'} in ${countWords(commands.length, 'piece')} now.`)
  }
  return { remove, moveTo, putFirst, representedBy, represent, excepted, followAll, inksOfChosen, sending, send }
}

/** The artwork of the project on a wall: found, in an order, picked; and what is done with what is picked. */
export const useArtworkWall = () => {
  const history = useHistory()
  const files = useArtworkFiles()
  const words = ref('')
  /** A folder; empty for all. */
  const folder = ref('')
  const order = useLocalStorage<WallOrder>('plumbago wall order', 'added')

  const all = computed<readonly Artwork[]>(() => history.settled?.artwork ?? [])
  const inksOf = ({ hash }: Artwork) => files.files.get(hash)?.inks ?? NO_INKS
  const { worn, distanceOf, differenceOf } = useWornPieces(all, inksOf)
  /** In what a piece differs from the others, where they stand in that order. */
  const difference = (art: Artwork): string | null => (order.value === 'unlike' ? differenceOf(art) : null)

  const folders = computed(() => foldersOf(all.value))
  watch(folders, now => {
    if (folder.value && !now.some(each => each.folder === folder.value)) folder.value = ''
  })
  const found = computed<Artwork[]>(() => {
    const pieces = findArtwork(
      all.value,
      { words: words.value, folder: folder.value || null },
      inksOf,
      ({ id }) => worn.value.get(id)?.covers ?? new Map(),
      history.settled?.scheme ?? [],
    )
    if (order.value === 'name')
      return pieces.sort((one, other) => one.name.localeCompare(other.name, 'en', { numeric: true }))
    if (order.value === 'unlike') return pieces.sort((one, other) => distanceOf(other) - distanceOf(one))
    return pieces
  })
  const picking = usePickedPieces(all, found)

  return {
    ...{ words, folder, order, all, folders, found, worn, difference },
    ...picking,
    ...usePieceActions(all, picking.chosen, inksOf),
  }
}
export type Wall = ReturnType<typeof useArtworkWall>
