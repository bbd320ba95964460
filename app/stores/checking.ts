import { useLocalStorage } from '@vueuse/core'
import { wrap, type Remote } from 'comlink'
import { defineStore } from 'pinia'
import { isAside } from '../../core/check/check'
import type { Finding, Fix } from '../../core/check/finding'
import type { CheckDesk, Checking } from '~/workers/check.worker'

/** The views of Check. */
export const CHECK_VIEWS = [
  { view: 'findings', title: 'Findings' },
  { view: 'contrast', title: 'Contrast' },
  { view: 'vision', title: 'Vision' },
  { view: 'values', title: 'Values' },
  { view: 'print', title: 'Print' },
] as const
export type CheckView = (typeof CHECK_VIEWS)[number]['view']

/** What would go wrong with the scheme in use, and how each of it is mended. Found in a worker, the latest only. */
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
  /** What is checked: all artwork together or, without any, the stand-in on the stage. */
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
    refresh,
    again,
    preview,
    take,
    putAside,
    takeUp,
    namesIn,
  }
})
