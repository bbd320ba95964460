import { computed, ref, shallowRef, watch } from 'vue'
import { useLocalStorage } from '@vueuse/core'
import { wrap, type Remote } from 'comlink'
import { defineStore } from 'pinia'
import type { Artwork } from '#core/document/artwork'
import type { Colorway } from '#core/document/lineUp'
import { MAX_COLORWAYS } from '#core/document/limits'
import { lookOf } from '#core/document/project'
import { paintingOf, UNPAINTED, type Painted } from '#core/painting/painting'
import { verdictOf, type Verdict } from '#core/proofs/verdict'
import { stateOf } from '#core/check/state'
import { representativePieces } from '#core/proofs/representatives'
import { artworkSince, changesSince, proposeName } from '#core/scheme/colorways'
import { inLook } from '#core/scheme/looks'
import type { Candidate } from '#core/proofs/candidates'
import type { DealDesk } from '~/workers/deals.worker'
import { betweenFrames } from '~/browser/betweenFrames'
import { useArtworkFiles } from './artwork'
import { useHistory } from './history'
import { useNotices } from './notices'
import { usePainting } from './painting'
import { useTrail } from './trail'

/** Layouts of colorways: each a row with all its artwork, or all as a wall of one artwork. */
export const LAYOUTS = ['wall', 'rows'] as const
/** Comparisons of two colorways. */
export const COMPARISONS = ['divider', 'blink', 'swatches'] as const

/** Figures of a colorway on an artwork. */
export type ColorwayFigures = Pick<Verdict, 'edgesKept' | 'serious' | 'merged'>

/** The colorways of the project: what each looks like, how it does, and how they are laid out and compared. */
export const useLineUp = defineStore('line-up', () => {
  const history = useHistory()
  const painting = usePainting()
  const files = useArtworkFiles()
  const trail = useTrail()
  const notices = useNotices()

  const colorways = computed<readonly Colorway[]>(() => history.settled?.lineUp.colorways ?? [])
  const chosen = computed(() => history.settled?.lineUp.chosen ?? null)
  const isFull = computed(() => colorways.value.length >= MAX_COLORWAYS)
  const now = (): string => new Date().toISOString()

  const large = ref(false)
  const layout = useLocalStorage<(typeof LAYOUTS)[number]>('plumbago line-up', 'wall')

  /** The artwork a colorway shows: the piece that is on the stage, or the first it has. */
  const pieceOf = ({ artwork }: Colorway): Artwork | null =>
    artwork.find(({ id }) => id === painting.piece?.id) ?? artwork[0] ?? painting.piece
  /** The artwork a row of a colorway shows: what stands for all of it where there is much. */
  const rowOf = ({ artwork }: Colorway): Artwork[] => {
    const chosen = new Set(history.settled?.artwork.flatMap(({ id, represents }) => (represents ? [id] : [])))
    const own = artwork.map(({ represents: _, ...art }) =>
      chosen.has(art.id) ? { ...art, represents: true as const } : art,
    )
    return representativePieces(own, ({ hash }) => files.files.get(hash)?.inks ?? [])
  }
  /** Appearance of an artwork in a colorway, on the file the colorway was frozen on. */
  const paintingIn = ({ look, artwork }: Colorway): ((art: string) => Painted) => {
    const project = history.settled
    if (!project) return () => UNPAINTED
    const standIns = artwork.length ? [] : painting.standIns
    return paintingOf({ ...inLook(project, look), artwork }, { inks: painting.known.inks(artwork), standIns })
  }
  const paintings = computed(() => new Map(colorways.value.map(each => [each.id, paintingIn(each)])))
  const paintedIn = (colorway: Colorway, art: Artwork): Painted =>
    paintings.value.get(colorway.id)?.(art.id) ?? UNPAINTED
  // what was replaced since is still shown as it was frozen
  watch(
    () => colorways.value.flatMap(({ artwork }) => artwork.filter(({ hash }) => !files.files.has(hash))),
    unknown => {
      for (const { hash, name } of unknown) void files.learnOne(hash, name)
    },
    { immediate: true },
  )

  /** Figures of each on the piece it shows, by its id, as far as it is measured. */
  const figures = shallowRef<ReadonlyMap<string, ColorwayFigures>>(new Map())
  let work = 0
  watch(
    [colorways, () => painting.piece, () => files.files] as const,
    async ([all]) => {
      const own = ++work
      const found = new Map<string, ColorwayFigures>()
      const judge = (colorway: Colorway): void => {
        const [piece, project] = [pieceOf(colorway), history.settled]
        const inks = files.files.get(piece?.hash ?? '')?.inks
        if (!piece || !inks || !project) return
        const { colors } = paintedIn(colorway, piece)
        found.set(colorway.id, verdictOf(inks, colors, stateOf(inLook(project, colorway.look), inks, colors)))
      }
      const show = (): void => {
        figures.value = new Map(found)
      }
      if (await betweenFrames(all, judge, show, () => own === work)) show()
    },
    { immediate: true },
  )

  const freeze = (): void => {
    const project = history.settled
    if (!project || isFull.value) return
    const name = proposeName(
      lookOf(project),
      colorways.value.map(each => each.name),
    )
    history.runSaying({ do: 'freeze', name, time: now() }, `Froze this look as “${name}”.`)
  }
  /** Five that are proposed, those that were not taken yet; null while none are, and while they are looked for. */
  const proposed = shallowRef<readonly Candidate[] | null>(null)
  const proposing = ref(false)
  let seed = 0
  let desk: Remote<DealDesk> | undefined
  const propose = async (): Promise<void> => {
    const project = history.settled
    if (!project || proposing.value) return
    proposing.value = true
    desk ??= wrap<DealDesk>(new Worker(new URL('../workers/deals.worker.ts', import.meta.url), { type: 'module' }))
    const keptLooks = trail.states.flatMap(({ id, kept: name, look }) =>
      name ? [{ key: id, caption: name, look }] : [],
    )
    const looks = colorways.value.map(({ look }) => look)
    const pieces = project.artwork.flatMap(({ hash }) => [files.files.get(hash)?.inks ?? []])
    proposed.value = await notices.attempt(
      () => desk?.five(project, keptLooks, looks, painting.inks, pieces, ++seed) ?? Promise.resolve([]),
    )
    proposing.value = false
  }
  const takeProposed = (candidate: Candidate): void => {
    proposed.value = (proposed.value ?? []).filter(each => each !== candidate)
    const taken = colorways.value.map(each => each.name)
    history.run({ do: 'freeze', name: proposeName(candidate.look, taken), time: now(), look: candidate.look })
  }

  /** The colorway that is open to be changed, and what was changed since. */
  const open = computed(() => {
    const project = history.settled
    const colorway = colorways.value.find(({ id }) => id === project?.lineUp.open)
    return project && colorway ? { colorway, changes: changesSince(colorway.look, project) } : null
  })
  /** Changes of the artwork of a colorway since it was frozen, in words; empty where it is the same. */
  const sinceWords = (colorway: Colorway): string => {
    const { replaced, gone, added } = artworkSince(colorway, history.settled?.artwork ?? [])
    const describe = (all: readonly Artwork[], what: string): string[] =>
      all.length ? [`${all.map(({ name }) => name).join(', ')} ${what}`] : []
    return [
      ...describe(replaced, 'replaced since'),
      ...describe(gone, 'removed since'),
      ...describe(added, 'added since'),
    ].join('; ')
  }

  /** The two that are compared, by their ids, the one marked longest first. */
  const marked = ref<readonly string[]>([])
  const mark = (id: string): void => {
    marked.value = marked.value.includes(id)
      ? marked.value.filter(each => each !== id)
      : [...marked.value, id].slice(-2)
  }
  const pair = computed(() => {
    const [one, other] = marked.value.map(id => colorways.value.find(each => each.id === id))
    return one && other ? ([one, other] as const) : null
  })

  return {
    ...{ colorways, chosen, isFull, large, layout, figures, marked, pair, open },
    ...{ proposed, proposing, propose, takeProposed },
    ...{ pieceOf, rowOf, paintedIn, freeze, sinceWords, mark, now },
  }
})
