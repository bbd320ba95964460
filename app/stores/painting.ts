import { computed, markRaw, ref, watch } from 'vue'
import { defineStore } from 'pinia'
import standIns from '~/stand-ins.json'
import { knownFrom } from '#core/commands/known'
import type { Artwork } from '#core/document/artwork'
import type { Look, Project } from '#core/document/project'
import {
  NOTHING_BY_HAND,
  paintingOf,
  touchesOf,
  UNPAINTED,
  type ByHand,
  type Painted,
  type Painting,
} from '#core/painting/painting'
import { representativePieces } from '#core/proofs/representatives'
import { inLook } from '#core/scheme/looks'
import { passingColors } from './passingColors'
import { useArtworkFiles } from './artwork'
import { useHistory } from './history'

const STAND_INS: readonly Artwork[] = standIns.pieces.map(piece => ({ kind: 'svg' as const, ...piece }))
const STAND_IN_INKS = markRaw(standIns.inks as Array<[string, number]>)
const NOTHING: Painting = () => UNPAINTED

/** The painting of the project that is shown: as it is, as it is previewed, as it could be. */
export const usePainting = defineStore('painting', () => {
  const history = useHistory()
  const files = useArtworkFiles()
  const shownId = ref<string | null>(null)

  const artwork = computed<Artwork | null>(() => {
    const all = history.document?.artwork ?? []
    return all.find(({ id }) => id === shownId.value) ?? all[0] ?? null
  })
  /** The artwork a scheme is shown on: the artwork of the project or, as long as there is none, the stand-ins. */
  const pieces = computed<readonly Artwork[]>(() =>
    history.document?.artwork.length ? history.document.artwork : STAND_INS,
  )
  const piece = computed<Artwork | null>(
    () => pieces.value.find(({ id }) => id === shownId.value) ?? pieces.value[0] ?? null,
  )

  const known = computed(() => knownFrom(files.files))
  /** The artwork as a list that stays the same while only colors change. */
  const artworks = computed<readonly Artwork[]>(() => history.document?.artwork ?? [])
  /** All inks of the project's artwork. */
  const inks = computed(() => known.value.inks(artworks.value))

  /** The pieces that stand for all where there are many: those somebody chose, or those whose inks differ most. */
  const representatives = computed(() =>
    representativePieces(pieces.value, ({ hash }) => files.files.get(hash)?.inks ?? []),
  )

  const of = (project: Project | null): Painting =>
    project ? paintingOf(project, { inks: inks.value, standIns: STAND_IN_INKS }) : NOTHING
  const settledNow = computed(() => of(history.settled))
  /** The previewed project, if a worker computes its colors: they come a frame later, and until then the earlier ones stay. */
  const passing = markRaw(passingColors())
  const followed = computed<Project | null>(() => {
    const project = history.previewing ? history.document : null
    return project?.artwork.length && passing.follows(project, inks.value) ? project : null
  })
  watch(
    followed,
    project => {
      if (project) passing.follow(project, inks.value)
      else passing.rest()
    },
    { flush: 'sync' },
  )
  /** Touch-ups of the previewed project, computed once for each artwork. */
  const byHandOn = computed(() => {
    const [project, known] = [followed.value, new Map<string, ByHand>()]
    return (art: string | null): ByHand => {
      if (!project || art === null) return NOTHING_BY_HAND
      const own = known.get(art) ?? touchesOf(project, art)
      known.set(art, own)
      return own
    }
  })
  const shownNow = computed(() => (history.previewing ? of(history.document) : settledNow.value))
  /** Appearance of an artwork while something is previewed, and as it is; without one, any without exceptions. */
  const shown = (art: string | null = null): Painted => {
    if (!followed.value) return shownNow.value(art)
    const colors = passing.latest.value?.get(art) ?? passing.latest.value?.get(null) ?? settledNow.value(art).colors
    return { colors, byHand: byHandOn.value(art) }
  }
  const settled = (art: string | null = null): Painted => settledNow.value(art)
  /** Appearance of the piece on the stage in another look. */
  const inOther = (look: Look): Painted =>
    history.settled ? of(inLook(history.settled, look))(piece.value?.id ?? null) : UNPAINTED

  /** Artwork that is put on the stage is fetched at once. */
  watch(
    () => piece.value?.hash,
    () => {
      if (history.document && piece.value) void files.show(piece.value.hash, piece.value.name)
    },
  )

  return {
    standIns: STAND_IN_INKS,
    shownId,
    artwork,
    pieces,
    piece,
    representatives,
    inks,
    known,
    of,
    shown,
    settled,
    inOther,
    passing,
    letGo: passing.letGo,
  }
})
