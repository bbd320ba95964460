import { computed, ref, shallowRef, watch } from 'vue'
import { useLocalStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import type { Artwork } from '#core/document/artwork'
import type { HandOverJob } from '#core/document/job'
import { SCHEME_FORMATS, type SchemeFormatKind } from '#core/formats/formats'
import { exportGradient, exportSchemeFor } from '#core/handover/schemeOfProject'
import { allArtwork, exportLooks, planFiles, treeOf, type ExportLook } from '#core/handover/plan'
import { FIRST_WANTED, NOW, type Remembered, type Wanted } from '#core/handover/options'
import type { InkArea } from '#core/remap/match'
import { documentDesk } from '~/browser/documentDesk'
import { reasonOf } from '~/words/reasonOf'
import { useHistory } from './history'
import { useNotices } from './notices'
import { usePainting } from './painting'
import { useProjectSession } from './session'
import { useSaving } from './saving'
import { server } from '~/api/server'

/** Interval of asking for the state of jobs, in milliseconds. */
const ASK = 400

const isOpen = ({ state }: HandOverJob): boolean => state === 'waiting' || state === 'underway'

/** The export of files: what is chosen, which files that makes, and the jobs that write them. */
export const useHandOver = defineStore('hand over', () => {
  const history = useHistory()
  const session = useProjectSession()
  const saving = useSaving()
  const painting = usePainting()
  const notices = useNotices()

  const choosing = ref(false)

  /** Export options as they were chosen last; of what is chosen anew in each project. */
  const how = useLocalStorage<Remembered>('plumbago hand over', FIRST_WANTED, { mergeDefaults: true, deep: true })
  const remembered = JSON.stringify(how.value)
  if (remembered !== JSON.stringify(FIRST_WANTED))
    void notices.attempt(async () => {
      how.value = await documentDesk.at().readWanted(remembered)
    })
  const artwork = ref<string[]>([])
  const looks = ref<string[]>([])
  /** All artwork there is to choose from. */
  const everything = computed(() => (history.settled ? allArtwork(history.settled) : []))
  /** Everything there is, to begin with: all artwork, and all colorways or the project as it is. */
  const chooseAll = (): void => {
    const project = history.settled
    artwork.value = everything.value.map(({ id }) => id)
    const frozen = project?.lineUp.colorways.map(({ id }) => id) ?? []
    looks.value = frozen.length ? frozen : [NOW]
  }
  const wanted = computed((): Wanted => ({ ...how.value, artwork: [...artwork.value], looks: [...looks.value] }))
  const chosenLooks = computed((): ExportLook[] => (history.settled ? exportLooks(history.settled, wanted.value) : []))
  const files = computed(() => planFiles(chosenLooks.value, wanted.value))
  const tree = computed(() =>
    treeOf([...(files.value.length > 1 ? ['contents.html'] : []), ...files.value.map(({ path }) => path)]),
  )

  const inksOf = (art: Artwork): readonly InkArea[] => painting.known.inks([art])
  /** The scheme of a look as it is handed over, and the swatches that are left out of it. */
  const schemeOf = ({ project, name }: ExportLook) => {
    const chosen = project.artwork.filter(({ id }) => wanted.value.artwork.includes(id))
    return exportSchemeFor(project, name, chosen, wanted.value, inksOf)
  }
  const left = computed(() =>
    chosenLooks.value.flatMap(look => {
      const names = schemeOf(look).left.map(({ name }) => name)
      return names.length ? [{ look: look.name, names }] : []
    }),
  )
  /** The scheme of the project as it is, in a format, and what is left out of it. */
  const present = (format: SchemeFormatKind): { text: string; left: string[] } => {
    const project = history.settled
    if (!project) return { text: '', left: [] }
    const { scheme, left: out } = exportSchemeFor(project, project.name, project.artwork, how.value, inksOf)
    return { text: SCHEME_FORMATS[format].write(scheme), left: out.map(({ name }) => name) }
  }
  const gradients = computed(() => {
    const project = history.document
    return project
      ? project.gradients.map(each => ({ id: each.id, exported: exportGradient(each, project.scheme) }))
      : []
  })

  /** The jobs of the project, the latest first. */
  const jobs = shallowRef<readonly HandOverJob[]>([])
  /** Those that were asked for here: their results are saved as soon as they are there. */
  const asked = new Set<string>()
  let timer: ReturnType<typeof setTimeout> | undefined
  let unreachable = false

  const save = (job: HandOverJob): void => {
    const link = document.createElement('a')
    link.href = `/api/jobs/${job.id}/result`
    link.download = ''
    link.click()
  }
  const ended = (job: HandOverJob): void => {
    if (job.state === 'done') {
      save(job)
      const count = job.failures.length
      notices.say(
        `Saved ${job.name}${count ? `; ${count} of its files could not be written` : ''}.`,
        count ? 'problem' : 'done',
      )
    } else if (job.state === 'failed') notices.say(`Nothing was written: ${job.reason ?? 'it failed.'}`, 'problem')
  }
  const put = (job: HandOverJob): void => {
    const others = jobs.value.filter(({ id }) => id !== job.id)
    jobs.value = [job, ...others].sort((one, other) => (one.createdAt < other.createdAt ? 1 : -1))
    if (asked.has(job.id) && !isOpen(job)) {
      asked.delete(job.id)
      ended(job)
    }
    if (jobs.value.some(isOpen)) {
      clearTimeout(timer)
      timer = setTimeout(() => void ask(), ASK)
    }
  }
  /** Asks how the jobs stand, again and again while one is open. One that cannot be asked about is asked about later. */
  const ask = async (): Promise<void> => {
    const project = session.id
    if (!project) return
    const here = session.still()
    const open = jobs.value.filter(isOpen)
    try {
      const all = open.length ? await Promise.all(open.map(({ id }) => server.job(id))) : await server.jobs(project)
      if (!here()) return
      unreachable = false
      if (open.length) all.forEach(put)
      else {
        jobs.value = all
        if (all.some(isOpen)) timer = setTimeout(() => void ask(), ASK)
      }
    } catch (error) {
      if (!here()) return
      if (!unreachable) notices.say(`The state of the files is unknown: ${reasonOf(error)}`, 'problem')
      unreachable = true
      timer = setTimeout(() => void ask(), ASK * 5)
    }
  }
  watch(
    () => session.id,
    id => {
      clearTimeout(timer)
      asked.clear()
      jobs.value = []
      choosing.value = false
      if (id) void ask()
    },
    { immediate: true },
  )

  const starting = ref(false)
  /** Asks for what is chosen, as soon as the project is on the server. */
  const start = async (): Promise<void> => {
    const project = session.id
    if (!project || starting.value) return
    const here = session.still()
    starting.value = true
    const plan = wanted.value
    const job = await notices.attempt(async () => server.addJob(project, await saving.whenSaved(), plan))
    starting.value = false
    if (!job || !here()) return
    asked.add(job.id)
    put(job)
  }
  /** One file of the project as it is, made on the server: to be copied. Rejects with what went wrong. */
  const made = async (only: Partial<Wanted>): Promise<Blob> => {
    const project = session.id
    if (!project) throw new Error('No project is open.')
    const nothing = { svg: null, pdf: [], png: [], ground: null, sheet: [], mood: [], scheme: [], gradients: [] }
    const plan = { ...FIRST_WANTED, ...nothing, artwork: [], looks: [NOW], ...only }
    let job = await server.addJob(project, await saving.whenSaved(), plan, false)
    while (isOpen(job)) {
      await new Promise(done => setTimeout(done, ASK / 2))
      job = await server.job(job.id)
    }
    if (job.state !== 'done') throw new Error(job.reason ?? 'It could not be made.')
    return server.jobResult(job.id)
  }
  const stop = async ({ id }: HandOverJob): Promise<void> => {
    const job = await notices.attempt(() => server.stopJob(id))
    if (job) put(job)
  }
  const retry = async ({ id }: HandOverJob): Promise<void> => {
    const job = await notices.attempt(() => server.retryJob(id))
    if (!job) return
    asked.add(job.id)
    put(job)
  }

  return {
    ...{
      choosing,
      how,
      everything,
      artwork,
      looks,
      chooseAll,
      files,
      tree,
      left,
      present,
      gradients,
    },
    ...{ jobs, starting, start, made, stop, retry, save, isOpen },
  }
})
