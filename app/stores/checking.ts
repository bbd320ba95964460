import { computed, ref, shallowRef, watch } from 'vue'
import { useLocalStorage } from '@vueuse/core'
import { wrap, type Remote } from 'comlink'
import { defineStore } from 'pinia'
import { isAside } from '#core/check/check'
import type { Finding, Fix } from '#core/check/finding'
import { nextPiece, piecesWith } from '#core/check/pieces'
import { isOfColors, type MendedLook, type Unsettled } from '#core/check/mend'
import type { Hex } from '#core/color/convert'
import type { CheckDesk, Checking } from '~/workers/check.worker'
import { leadsAt, targetFor } from '#core/painting/resolveRemap'
import { whileUnderway } from '~/workers/progress'
import { latestOnly } from '~/browser/latestOnly'
import { reasonOf } from '~/words/reasonOf'
import { useArtworkFiles } from './artwork'
import { useHistory } from './history'
import { usePainting } from './painting'

/** The views of Check. */
export const CHECK_VIEWS = [
  { view: 'findings', title: 'Findings' },
  { view: 'contrast', title: 'Contrast' },
  { view: 'vision', title: 'Vision' },
  { view: 'values', title: 'Values' },
  { view: 'print', title: 'Print' },
] as const
export type CheckView = (typeof CHECK_VIEWS)[number]['view']

/** Problems of the scheme in use, and how each of it is mended. Found in a worker, the latest only. */
export const useChecking = defineStore('checking', () => {
  const history = useHistory()
  const painting = usePainting()
  const files = useArtworkFiles()
  const view = useLocalStorage<CheckView>('plumbago check view', 'findings')
  const found = shallowRef<readonly Finding[]>([])
  /** The ways to mend findings, by their keys, as far as they are worked out. */
  const fixes = shallowRef<ReadonlyMap<string, readonly Fix[]>>(new Map())
  const problem = ref<string | null>(null)
  const busy = ref(false)
  /** Why print could not be checked with the rest. */
  const pressProblem = ref<string | null>(null)
  let desk: Remote<CheckDesk> | undefined

  const isOnStandIn = computed(() => history.settled?.artwork.length === 0)
  /** The subject of the check: all artwork together or, without any, the stand-in on the stage. */
  const asked = computed<Checking | null>(() => {
    const project = history.settled
    if (!project) return null
    const inks = isOnStandIn.value ? (files.files.get(painting.piece?.hash ?? '')?.inks ?? []) : painting.inks
    return inks.length ? { project, inks, standIns: isOnStandIn.value ? painting.standIns : [] } : null
  })

  /** Finds what there is to find; and, where that is wanted, what mends it, one after the other. */
  const refresh = latestOnly(async (checking: Checking | null, withFixes: boolean) => {
    if (!checking) {
      found.value = []
      return
    }
    busy.value = true
    try {
      desk ??= wrap<CheckDesk>(new Worker(new URL('../workers/check.worker.ts', import.meta.url), { type: 'module' }))
      const start = performance.now()
      const { findings: all, problem: press } = await desk.findings(checking)
      performance.measure('plumbago findings', { start })
      found.value = all
      pressProblem.value = press
      fixes.value = new Map()
      problem.value = null
      for (const finding of withFixes ? all : []) {
        if (asked.value !== checking) return // a newer state is asked for
        const ways = await desk.fixes(finding)
        if (asked.value !== checking) return
        fixes.value = new Map([...fixes.value, [finding.key, ways]])
      }
    } catch (error) {
      problem.value = reasonOf(error)
    } finally {
      busy.value = false
    }
  })
  const open = computed(() => found.value.filter(finding => history.settled && !isAside(finding, history.settled)))
  const aside = computed(() => found.value.filter(finding => history.settled && isAside(finding, history.settled)))
  const serious = computed(() => open.value.filter(({ severity }) => severity === 'serious').length)

  /** Findings that are not to be mended with the rest, by their keys; and how far hues may shift for the others. */
  const unticked = ref<ReadonlySet<string>>(new Set())
  const tolerance = useLocalStorage<number>('plumbago mend tolerance', 5)
  const ticked = computed(() => open.value.filter(each => isOfColors(each) && !unticked.value.has(each.key)))
  const tick = ({ key }: Finding, on: boolean): void => {
    const all = new Set(unticked.value)
    if (on) all.delete(key)
    else all.add(key)
    unticked.value = all
  }
  /** Fixes of the ticked findings together, as far as it was searched; it goes with the state it was searched for. */
  const mending = shallowRef<{ of: Checking; part: number | null; looks: MendedLook[]; unsettled: Unsettled[] } | null>(
    null,
  )
  const mend = async (): Promise<void> => {
    const of = asked.value
    const at = desk
    if (!of || !at || !ticked.value.length) return
    const order = { keys: ticked.value.map(({ key }) => key), tolerance: tolerance.value, seed: 1 }
    mending.value = { of, part: 0, looks: [], unsettled: [] }
    const own = (): boolean => mending.value?.of === of
    try {
      const start = performance.now()
      const found = await whileUnderway(
        part => {
          if (own()) mending.value = { of, part, looks: [], unsettled: [] }
        },
        says => at.mend(order, says),
      )
      performance.measure('plumbago mend', { start })
      if (own()) mending.value = found && { of, part: null, ...found }
    } catch (error) {
      if (own()) mending.value = null
      problem.value = reasonOf(error)
    }
  }
  const stopMending = (): void => {
    mending.value = null
    void desk?.stop()
  }
  watch(asked, now => {
    if (mending.value && mending.value.of !== now) stopMending()
  })

  /** The ids of the pieces of artwork each finding holds in, by its key. */
  const pieces = computed<ReadonlyMap<string, readonly string[]>>(() => {
    const project = history.settled
    if (!project || project.artwork.length < 2) return new Map()
    const known = project.artwork.map(({ id, hash }) => ({ id, inks: files.files.get(hash)?.inks ?? [] }))
    const leads = leadsAt(painting.inks, project.remap.tolerance)
    const swatchOf = (piece: string, ink: Hex): string | null => targetFor(project.remap, leads, ink, piece)?.to ?? null
    return new Map(open.value.map(finding => [finding.key, piecesWith(finding, known, swatchOf)]))
  })
  /** Puts the next, or the last, of the pieces of a finding on the stage. */
  const goToPiece = ({ key }: Finding, by: 1 | -1): void => {
    painting.shownId = nextPiece(pieces.value.get(key) ?? [], painting.piece?.id ?? null, by)
  }

  const preview = (fix: Fix | null): void => history.preview(fix && fix.command)
  const take = ({ command, words }: Fix): void => history.runSaying(command, `${words}: done.`)
  const putAside = ({ key, measured }: Finding, note: string): void =>
    history.run({ do: 'put aside', key, note: note.trim().slice(0, 500), measured: [...measured] })
  const takeUp = ({ key }: Finding): void => history.run({ do: 'take up again', key })
  /** The names of the swatches in a key. */
  const namesIn = (key: string): string =>
    key
      .split(' ')
      .flatMap(id => history.settled?.scheme.find(swatch => swatch.id === id)?.name ?? [])
      .join(' and ')
  const again = (): void => void refresh(asked.value, true)

  return {
    view,
    asked,
    isOnStandIn,
    busy,
    problem,
    pressProblem,
    open,
    aside,
    serious,
    fixes,
    ticked,
    tick,
    tolerance,
    mending,
    mend,
    stopMending,
    refresh,
    again,
    preview,
    take,
    putAside,
    takeUp,
    namesIn,
    pieces,
    goToPiece,
  }
})
