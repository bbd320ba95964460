import { ref } from 'vue'
import { defineStore } from 'pinia'
import type { FileReport } from '#core/interaction/intake'
import { Left } from '~/workers/left'
import { reasonOf } from '~/words/reasonOf'

/**
 * A short message at the foot of the screen; `undo` is offered where it can be taken back, or something else done
 * instead.
 */
export interface Notice {
  id: number
  text: string
  kind: 'done' | 'problem'
  undo?: () => void | Promise<void>
  label: string
  /** Number of times in a row it was shown. */
  count: number
}

/** The most notices that are shown at once. */
const MAX_SHOWN = 2

export const useNotices = defineStore('notices', () => {
  const shown = ref<Notice[]>([])
  let next = 1

  const dismiss = (id: number): void => {
    shown.value = shown.value.filter(notice => notice.id !== id)
  }

  const say = (text: string, kind: Notice['kind'] = 'done', undo?: Notice['undo'], label = 'Undo'): void => {
    const id = next++
    const count = (shown.value.find(notice => notice.text === text)?.count ?? 0) + 1
    const others = shown.value.filter(notice => notice.text !== text)
    shown.value = [...others.slice(1 - MAX_SHOWN), { id, text, kind, label, count, ...(undo ? { undo } : {}) }]
  }

  /** Says that a file was not taken, and offers another try where that may help. */
  const sayRefused = ({ file, lines, again }: FileReport): void =>
    say(`“${file}” was not added: ${lines.join(' ')}`, 'problem', again, 'Try again')

  /** Runs something that may fail and says so in its own words; null where it did. */
  const attempt = async <Result>(work: () => Promise<Result>): Promise<Result | null> => {
    try {
      return await work()
    } catch (error) {
      if (!(error instanceof Left)) say(reasonOf(error), 'problem')
      return null
    }
  }

  return { shown, say, sayRefused, dismiss, attempt }
})
