import { computed, ref, shallowRef, watch } from 'vue'
import { defineStore } from 'pinia'
import { REST, type Extraction, type Lean } from '#core/extract/extract'
import type { Command } from '#core/commands/commands'
import { MAX_SWATCHES } from '#core/document/limits'
import type { Gathering, Reference, Region } from '#core/document/gathering'
import { latestOnly } from '~/browser/latestOnly'
import { reasonOf } from '~/words/reasonOf'
import { useHistory } from './history'
import { useNotices } from './notices'
import { usePainting } from './painting'
import { usePictures } from './pictures'
import { useProjectSession } from './session'

/** Something a scheme can be extracted from: one reference, or all together; and what comes of it at rest. */
export interface Candidate {
  key: string
  title: string
  of: string[]
  extraction: Extraction | null
  problem: string | null
}

const ALL = 'all'

/** Taking schemes from the references of the project in work. */
export const useGathering = defineStore('gathering', () => {
  const history = useHistory()
  const painting = usePainting()
  const session = useProjectSession()
  const pictures = usePictures()
  const notices = useNotices()
  /** The reference looked at; null for the board with all of them. */
  const looked = ref<string | null>(null)
  const results = shallowRef<ReadonlyMap<string, Pick<Candidate, 'extraction' | 'problem'>>>(new Map())

  const references = computed<readonly Reference[]>(() => history.document?.references ?? [])
  const settings = computed(() => history.settled?.gathering ?? null)
  const lockedColors = computed(() =>
    (history.settled?.scheme ?? []).filter(({ locked }) => locked).map(({ hex }) => hex),
  )

  const sourcesOf = (of: readonly string[]) =>
    of.flatMap(id => {
      const reference = references.value.find(each => each.id === id)
      return reference ? [{ hash: reference.hash, region: reference.region && { ...reference.region } }] : []
    })

  /** The colors of references. A palette of flat blocks gives all of them, however many are asked. */
  const find = async (of: readonly string[], lean: Lean, change: Partial<Gathering> = {}): Promise<Extraction> => {
    const { count, apart, by } = { ...(settings.value as Gathering), ...change }
    const wanted = { count: Math.max(count, lockedColors.value.length), apart, by, fixed: lockedColors.value }
    const found = await pictures.extract(sourcesOf(of), wanted, lean)
    return found.flat && found.note ? pictures.extract(sourcesOf(of), { ...wanted, count: MAX_SWATCHES }, lean) : found
  }

  const asCommand = (
    of: readonly string[],
    { found }: Extraction,
    gathering: Partial<Gathering>,
  ): Extract<Command, { do: 'extract' }> => ({
    do: 'extract',
    gathering: { of: [...of], ...gathering },
    found: found.map(({ hex, share, source, x, y }) => ({
      hex,
      share: Math.min(1, share),
      reference: of[source] ?? of[0] ?? '',
      x,
      y,
    })),
  })

  const sources = computed(() => {
    const each = references.value.map(({ id, name }) => ({ key: id, title: name, of: [id] }))
    return each.length > 1
      ? [{ key: ALL, title: 'All together', of: references.value.map(({ id }) => id) }, ...each]
      : each
  })
  const candidates = computed<Candidate[]>(() =>
    sources.value.map(source => ({
      ...source,
      ...(results.value.get(source.key) ?? { extraction: null, problem: null }),
    })),
  )

  const refresh = latestOnly(async () => {
    const next = new Map(results.value)
    for (const { key, of } of sources.value) {
      try {
        next.set(key, { extraction: await find(of, REST), problem: null })
      } catch (error) {
        next.set(key, { extraction: null, problem: reasonOf(error) })
      }
      results.value = new Map(next)
    }
  })
  const asked = computed(() =>
    JSON.stringify([
      references.value.map(({ id, hash, region }) => [id, hash, region]),
      settings.value?.count,
      settings.value?.apart,
      settings.value?.by,
      lockedColors.value,
    ]),
  )

  /** Takes the colors of references as the scheme, at rest. */
  const adopt = (of: readonly string[], change: Partial<Gathering> = {}): Promise<void | null> =>
    notices.attempt(async () => {
      const here = session.still()
      const extraction = await find(of, REST, change)
      if (!here()) return
      if (!extraction.found.length) throw new Error(extraction.note ?? 'No colors were found here.')
      history.run(
        asCommand(of, extraction, {
          ...change,
          lean: REST,
          pull: { ...(settings.value?.pull ?? { kind: 'analogous with accent' }), amount: 0 },
        }),
      )
      if (extraction.note) notices.say(extraction.note)
    })

  /** The colors of a candidate, for small proofs. */
  const colorsWith = ({ of, extraction }: Candidate): ReadonlyMap<string, string> => {
    const now = history.settled
    if (!now || !extraction?.found.length) return new Map()
    return painting.of(history.after(now, asCommand(of, extraction, {})))(null).colors
  }
  const preview = (candidate: Candidate | null): void =>
    history.preview(candidate?.extraction?.found.length ? asCommand(candidate.of, candidate.extraction, {}) : null)

  /** Changes how many colors are taken, how far apart or by what: at once where the scheme is an extraction. */
  const change = async (settingsNow: Partial<Pick<Gathering, 'count' | 'apart' | 'by'>>): Promise<void> => {
    const of = settings.value?.of ?? []
    if (of.length && !history.settled?.derived) await adopt(of, settingsNow)
    else if (history.settled && settings.value) history.run({ do: 'set gathering', gathering: settingsNow })
  }

  let leaning = false
  const leanPreview = latestOnly(async (lean: Lean) => {
    const of = settings.value?.of ?? []
    const extraction = await find(of, lean)
    if (leaning) history.preview(asCommand(of, extraction, { lean }))
  })
  /** Bends the extraction while the hand is on the pad. */
  const lean = (to: Lean): void => {
    leaning = true
    void notices.attempt(() => leanPreview(to))
  }
  /** Stays where the pad leans, or, with null, goes back to where it was. */
  const leanSettle = async (to: Lean | null): Promise<void> => {
    leaning = false
    history.preview(null)
    const of = settings.value?.of ?? []
    if (to) await notices.attempt(async () => history.run(asCommand(of, await find(of, to), { lean: to })))
  }

  /**
   * Marks the part of a reference colors are taken from, or, with null, the whole again; an extraction in use follows.
   */
  const mark = async (id: string, region: Region | null): Promise<void> => {
    history.run({ do: 'change reference', id, change: { region } })
    if (settings.value?.of.includes(id) && !history.settled?.derived) await adopt(settings.value.of)
  }

  watch(
    () => session.id,
    () => {
      looked.value = null
      results.value = new Map()
    },
  )

  return {
    looked,
    references,
    settings,
    candidates,
    asked,
    refresh,
    adopt,
    colorsWith,
    preview,
    change,
    lean,
    leanSettle,
    mark,
  }
})
