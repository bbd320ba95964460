import { sizeRefusal } from '#core/interaction/incoming'
import type { FileReport } from '#core/interaction/intake'
import { onUnmounted, ref } from 'vue'
import { reasonOf } from '~/words/reasonOf'
import { isTransient } from '~/api/request'
import { useNotices } from '~/stores/notices'
import { useProjectSession } from '~/stores/session'

/** A way of taking in a file. */
export type Way = (file: File, signal: AbortSignal) => Promise<void>

/** Throws where a file is larger than it may be, in bytes. */
export const refuseOver = (file: File, max: number, what: string): void => {
  const refusal = sizeRefusal(file, max, what)
  if (refusal) throw new Error(refusal)
}

/**
 * Files that are taken in one after the other, with what is being done, and cancel; what could not be taken is reported, the rest
 * goes on. Whoever leaves where that is shown for another step of the same project loses nothing: the files come in, and what became of
 * them is said in a notice. With the project, the rest of them is left.
 */
export const useFileQueue = () => {
  const current = ref<{ file: string; doing: string } | null>(null)
  const reports = ref<FileReport[]>([])
  /** Number that came in, in this run, of those that are counted. */
  const taken = ref(0)
  const waiting: Array<{ file: File; way: Way }> = []
  let stop: AbortController | null = null
  const notices = useNotices()
  const session = useProjectSession()
  let isShown = true
  const say = (report: FileReport): void => {
    if (isShown) reports.value.push(report)
    else notices.sayRefused(report)
  }

  const run = async (files: readonly File[], way: Way): Promise<void> => {
    waiting.push(...files.map(file => ({ file, way })))
    if (stop) return
    stop = new AbortController()
    const { signal } = stop
    const here = session.still()
    reports.value = []
    taken.value = 0
    for (let next = waiting.shift(); next && !signal.aborted && here(); next = waiting.shift()) {
      const { file, way: own } = next
      current.value = { file: file.name, doing: 'reading it' }
      try {
        await own(file, signal)
        if (!isShown && here()) notices.say(`Added “${file.name}”.`)
      } catch (error) {
        if (!signal.aborted && here())
          say({
            file: file.name,
            lines: [reasonOf(error)],
            refused: true,
            ...(isTransient(error) ? { again: () => void run([file], own) } : {}),
          })
      }
    }
    if (signal.aborted || !here()) waiting.length = 0
    stop = null
    current.value = null
  }
  const cancel = (): void => stop?.abort(new DOMException('Canceled', 'AbortError'))
  const dismiss = (): void => {
    reports.value = []
  }
  onUnmounted(() => {
    isShown = false
  })
  return { current, reports, taken, run, cancel, dismiss }
}
export type FileQueue = Pick<ReturnType<typeof useFileQueue>, 'current' | 'reports' | 'taken' | 'cancel' | 'dismiss'>
