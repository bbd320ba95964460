import { computed, ref, shallowRef, watch } from 'vue'
import { defineStore } from 'pinia'
import { visibleLosses } from '#core/svg/visibleLosses'
import type { Artwork, ArtworkFile, PdfFile } from '#core/document/artwork'
import { MAX_PAGES, MAX_PDF_BYTES } from '#core/pdf/limits'
import { countWords } from '#core/document/names'
import { takenOutWords } from '#core/interaction/inkOrigin'
import { incomingKind, sizeRefusal } from '#core/interaction/incoming'
import {
  type FileReport,
  folderOf,
  intakeRefusal,
  isArchive,
  intakeSummary,
  splitByHash,
} from '#core/interaction/intake'
import { server } from '~/api/server'
import { isTransient, needsPassword } from '~/api/request'
import { filePathOf } from '~/browser/filePaths'
import { noteIntake, takeIntakeNote } from '~/browser/intakeNotes'
import { usePdfQuestions } from './pdfQuestions'
import { unpackFiles } from './unpackFiles'
import { reasonOf } from '~/words/reasonOf'
import { useArtworkFiles } from './artwork'
import { useHistory } from './history'
import { useNotices } from './notices'
import { usePainting } from './painting'
import { useProjectSession } from './session'

/** Progress of an intake. */
export interface IntakeProgress {
  /** The number of files chosen, of those that are read, and of those that could not be taken. */
  of: number
  done: number
  refused: number
  /** The name of the file read last. */
  name: string
  /** True while it waits to be continued; and why, where nobody paused it. */
  isPaused: boolean
  why: string | null
}

/** Number of files on their way at the same time: the server reads two at once, and has the next at hand. */
const LANES = 4
/** Answers at which somebody has to do something first: none at all, and that the server's disk is full. */
const PAUSING: ReadonlySet<number> = new Set([0, 507])
/** Number of tries of a file while the server is busy, and the pause between them in milliseconds. */
const MAX_TRIES = 5
const BUSY_PAUSE_MS = 1000

interface Waiting {
  file: File
  /** Its place among what was chosen; the pages of a PDF follow each other within one. */
  at: number
  tries: number
  /** The page to be taken of a PDF that the server has. */
  page?: { pdf: PdfFile; number: number }
}
/** A PDF that somebody has to be asked about: it needs a password, or has several pages. */
interface Asking {
  file: File
  at: number
  pdf: PdfFile | null
}
interface Received {
  at: number
  file: File
  record: ArtworkFile
}

/**
 * Artwork that comes into the open project, one file or a thousand: several are read at the same time, and what came in becomes one step
 * at the end, when it is matched and saved once. The stage stays where it is, unless a single file came or there was nothing on it.
 * Where the window or the project is left before, what was read until then is added.
 */
export const useIntake = defineStore('intake', () => {
  const history = useHistory()
  const painting = usePainting()
  const session = useProjectSession()
  const files = useArtworkFiles()
  const notices = useNotices()
  const progress = ref<IntakeProgress | null>(null)
  const reports = ref<FileReport[]>([])
  /** The archive that is being unpacked, and the number of files found in it. */
  const unpacking = shallowRef<{ name: string; found: number; stop: () => void } | null>(null)
  /** Number of pieces the last intake added. */
  const taken = ref(0)
  /** Number of places that show reports: where there is none, a notice says that a single file came in. */
  const places = ref(0)
  const isUnderway = computed(() => progress.value !== null)

  const pdf = usePdfQuestions()

  let waiting: Waiting[] = []
  let asking: Asking[] = []
  let received: Received[] = []
  let stopping: AbortController | null = null
  let resume: (() => void) | null = null
  let resumed = Promise.resolve()

  const pause = (why: string | null = null): void => {
    if (!progress.value) return
    progress.value = { ...progress.value, isPaused: true, why }
    resumed = resume
      ? resumed
      : new Promise(done => {
          resume = done
        })
  }
  const goOn = (): void => {
    if (progress.value) progress.value = { ...progress.value, isPaused: false, why: null }
    resume?.()
    resume = null
  }
  const advance = (change: Partial<IntakeProgress>): void => {
    if (progress.value) progress.value = { ...progress.value, ...change }
  }

  const refuse = (file: File, error: unknown): void => {
    const report: FileReport = { file: file.name, lines: [reasonOf(error)], refused: true }
    if (isTransient(error)) report.again = () => void add([file])
    reports.value = [...reports.value, report]
    advance({ refused: (progress.value?.refused ?? 0) + 1 })
  }

  const takePage = async ({ file, at, page }: Required<Omit<Waiting, 'tries'>>, signal: AbortSignal): Promise<void> => {
    const record = await server.addPdfPage(page.pdf, page.number, signal)
    received.push({ at: at + page.number / (MAX_PAGES + 1), file, record })
  }
  /** Takes a PDF: its only page at once, several when it was asked which. */
  const takePdf = async (file: File, at: number, signal: AbortSignal, password?: string): Promise<void> => {
    const record = await server.addPdf(file, password, signal)
    const lines = takenOutWords(record)
    if (lines.length) reports.value = [...reports.value, { file: file.name, lines, refused: false }]
    if (record.pages.length > 1) asking.push({ file, at, pdf: record })
    else await takePage({ file, at, page: { pdf: record, number: 1 } }, signal)
  }

  const readOne = async (next: Waiting, signal: AbortSignal): Promise<void> => {
    const { file, at, page } = next
    if (page) return takePage({ file, at, page }, signal)
    const what = incomingKind(file)
    if (what === 'pdf') {
      const refusal = sizeRefusal(file, MAX_PDF_BYTES, 'a PDF')
      if (refusal) throw new Error(refusal)
      return takePdf(file, at, signal).catch((error: unknown) => {
        if (!needsPassword(error)) throw error
        asking.push({ file, at, pdf: null })
      })
    }
    const kind = what === 'picture' ? 'raster' : 'svg'
    const { max, noun } = files.kindOf({ kind })
    const refusal = sizeRefusal(file, max, noun)
    if (refusal) throw new Error(refusal)
    received.push({ at, file, record: await server.addArtwork(file, kind, signal) })
  }

  /** Reads what waits, one file after the other, until there is none or it is stopped. */
  const runLane = async (signal: AbortSignal, isHere: () => boolean): Promise<void> => {
    for (;;) {
      await resumed
      const next = waiting.shift()
      if (!next || signal.aborted || !isHere()) return
      advance({ name: next.file.name })
      try {
        await readOne(next, signal)
      } catch (error) {
        if (signal.aborted || !isHere()) return
        const isLot = (progress.value?.of ?? 0) > 1
        if (isLot && isTransient(error) && next.tries < MAX_TRIES) {
          waiting.unshift({ ...next, tries: next.tries + 1 })
          if (PAUSING.has(error.status)) pause(reasonOf(error))
          else await new Promise(done => setTimeout(done, BUSY_PAUSE_MS))
          continue
        }
        refuse(next.file, error)
      }
      advance({ done: (progress.value?.done ?? 0) + 1 })
    }
  }

  const artworkOf = ({ file, record: { kind, name, hash, width, height, page } }: Received): Artwork => {
    const folder = folderOf(filePathOf(file))
    const origin = { ...(page ? { page } : {}), ...(folder ? { folder } : {}) }
    return { kind, id: crypto.randomUUID(), name, hash, width, height, ...origin }
  }

  /** Notes on a file that was taken; none for most. */
  const reportOn = ({ file, record: { removed, notes } }: Received, hint: readonly string[] = []): FileReport[] => {
    const lines = [...visibleLosses(removed), ...notes, ...hint]
    const details = removed.map(({ what, line }) => `line ${line}: ${what}`)
    return lines.length ? [{ file: file.name, lines, details, refused: false }] : []
  }

  /** Says for a single drawing that parts it was left with can be recolored too. */
  const hintFor = async (hash: string): Promise<string[]> => {
    await files.open(hash).catch(() => null) // what cannot be shown says so itself
    const left = files.screens.get(hash)?.left
    return left && left.pictures + left.computed > 0 ? ['In Remap, under Inks, you can have that recolored too.'] : []
  }

  /** Adds what was received as one step. */
  const settle = (left: number): void => {
    const now = progress.value
    const all = received.sort((one, other) => one.at - other.at)
    ;[waiting, asking, received, progress.value, stopping] = [[], [], [], null, null]
    pdf.close()
    goOn()
    if (!now || !history.settled) return
    files.keepAll(all.map(({ record }) => record))
    const pieces = all.map(each => ({ ...each, hash: each.record.hash }))
    const { fresh, doubles } = splitByHash(pieces, history.settled.artwork)
    const counts = { added: fresh.length, of: now.of, doubles: doubles.length, refused: now.refused, left }
    const words = intakeSummary(counts, (fresh[0] ?? doubles[0])?.record.name ?? '')
    taken.value = fresh.length
    const isFirst = !history.settled.artwork.length
    const artwork = fresh.map(artworkOf)
    const command = { do: 'add artwork', artwork } as const
    if (artwork.length && now.of === 1) history.run(command)
    else if (artwork.length)
      history.runSaying(command, words, { do: 'remove artwork', ids: artwork.map(({ id }) => id) })
    if (artwork[0] && (now.of === 1 || isFirst)) painting.shownId = artwork[0].id
    if (doubles.length)
      notices.say(words, 'done', () => history.run({ do: 'add artwork', artwork: doubles.map(artworkOf) }), 'Add again')
    else if (now.of === 1 ? artwork.length && !places.value : !artwork.length && !reports.value.length)
      notices.say(words)
    const refusal = reports.value.find(({ refused }) => refused)
    if (refusal && now.of === 1 && !places.value) notices.sayRefused(refusal)
    const about = fresh.flatMap(each => reportOn(each))
    if (now.of > 1 || !fresh[0]) reports.value = [...reports.value, ...about]
    else void addHint(fresh[0])
  }
  const addHint = async (only: Received): Promise<void> => {
    const isHere = session.still()
    const report = reportOn(only, await hintFor(only.record.hash))
    if (isHere()) reports.value = [...reports.value, ...report]
  }

  /** Asks for the password of a PDF until it opens or is left out. */
  const askPassword = async ({ file, at }: Asking, signal: AbortSignal): Promise<void> => {
    for (let problem: string | null = null; !signal.aborted; ) {
      const password = await pdf.askPassword(file.name, problem)
      if (password === null) return refuse(file, new Error('It is protected by a password, and was left out.'))
      try {
        return await takePdf(file, at, signal, password)
      } catch (error) {
        if (signal.aborted) return
        if (!needsPassword(error)) return refuse(file, error)
        problem = reasonOf(error)
      }
    }
  }

  /** Asks which pages of a PDF come in, and has them read next. */
  const askPages = async (file: File, at: number, record: PdfFile): Promise<void> => {
    const pages = await pdf.askPages(file.name, record)
    if (!pages?.length) return refuse(file, new Error('No page of it was chosen.'))
    const { of, done } = progress.value ?? { of: 1, done: 1 }
    advance({ of: of + pages.length - 1, done: done - 1 })
    waiting.push(...pages.map(number => ({ file, at, tries: 0, page: { pdf: record, number } })))
  }

  /** Asks about the next PDF somebody has to be asked about; false where there is none. */
  const askNext = async (signal: AbortSignal): Promise<boolean> => {
    const next = asking.shift()
    if (!next) return false
    if (next.pdf) await askPages(next.file, next.at, next.pdf)
    else await askPassword(next, signal)
    return true
  }

  /** Takes files of artwork into the open project; those chosen while others are still being read come after them. */
  const add = async (chosen: readonly File[], problems: readonly FileReport[] = []): Promise<void> => {
    if (history.refuses()) return
    if (!progress.value) reports.value = []
    reports.value = [...reports.value, ...problems]
    if (!chosen.length) return
    const refusal = intakeRefusal(
      [...waiting.map(({ file }) => file), ...chosen],
      (history.settled?.artwork.length ?? 0) + received.length,
    )
    if (refusal) return notices.say(refusal, 'problem')
    const before = progress.value?.of ?? 0
    waiting.push(...chosen.map((file, n) => ({ file, at: before + n, tries: 0 })))
    if (progress.value) return advance({ of: before + chosen.length })
    progress.value = { of: chosen.length, done: 0, refused: 0, name: chosen[0]?.name ?? '', isPaused: false, why: null }
    const [isHere, own] = [session.still(), new AbortController()]
    stopping = own
    do await Promise.all(Array.from({ length: LANES }, () => runLane(own.signal, isHere)))
    while (stopping === own && (await askNext(own.signal)))
    if (stopping === own) settle(0)
  }

  /** Opens the archives among files, one after the other. What could not be unpacked is returned with the reason. */
  const unpack = async (chosen: readonly File[]): Promise<{ files: File[]; problems: FileReport[] }> => {
    const [files, problems] = [[] as File[], [] as FileReport[]]
    for (const file of chosen) {
      if (!isArchive(file)) {
        files.push(file)
        continue
      }
      const own = new AbortController()
      const count = (found: number): void =>
        void (unpacking.value = { name: file.name, found, stop: () => own.abort() })
      count(0)
      const unpacked = await unpackFiles(file, count, own.signal)
      unpacking.value = null
      if (own.signal.aborted) continue
      files.push(...unpacked.files)
      problems.push(...unpacked.refused.map(({ name, reason }) => ({ file: name, lines: [reason], refused: true })))
    }
    return { files, problems }
  }

  /** Reads no more: what was read until now is added. */
  const stop = (): void => {
    if (!progress.value) return
    const { of, done } = progress.value
    stopping?.abort(new DOMException('Canceled', 'AbortError'))
    pdf.question.value?.answer(null)
    settle(of - done)
  }

  /** Adds what was read when the window or the project is left, and notes that there was more. */
  const leave = (): void => {
    if (!progress.value || !session.id) return
    const [project, { of }] = [session.id, progress.value]
    const added = received.length
    stop()
    noteIntake({ project, of, added })
  }

  /** Says that an intake of this project was cut short when its window was closed. */
  const sayCutShort = (project: string): void => {
    const note = takeIntakeNote(project)
    if (note)
      notices.say(
        `${note.added} of ${countWords(note.of, 'file')} had been read when this project was left. ` +
          'Choose them again to add the rest: nothing is added twice.',
      )
  }

  const dismiss = (): void => {
    reports.value = []
  }
  // reports belong to the project that was open
  watch(() => session.id, dismiss)

  return {
    ...{ progress, isUnderway, unpacking, reports, taken, places },
    ...{ question: pdf.question, questions: pdf.questions },
    ...{ add, unpack, pause, goOn, stop, leave, sayCutShort, dismiss },
  }
})
