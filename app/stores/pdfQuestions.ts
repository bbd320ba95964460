import { ref, shallowRef } from 'vue'
import type { PdfFile } from '#core/document/artwork'

/** A question about a PDF: its password, null where it is left out; or which of its pages come in. */
export type PdfQuestion =
  | { kind: 'password'; file: string; problem: string | null; answer: (password: string | null) => void }
  | { kind: 'pages'; file: string; pdf: PdfFile; answer: (pages: readonly number[] | null) => void }

/** Questions about PDF files that come in, one at a time; each waits for its answer. */
export const usePdfQuestions = () => {
  /** The open question about a PDF that comes in, and the number of questions so far. */
  const question = shallowRef<PdfQuestion | null>(null)
  const questions = ref(0)

  /** Asks, and waits for the answer. */
  const ask = async <Answer>(questionOf: (answer: (given: Answer) => void) => PdfQuestion): Promise<Answer> => {
    const given = await new Promise<Answer>(answer => {
      questions.value++
      question.value = questionOf(answer)
    })
    question.value = null
    return given
  }

  return {
    question,
    questions,
    /** Asks for a password; null where the file is left out. `problem` says why the last one was none. */
    askPassword: (file: string, problem: string | null) =>
      ask<string | null>(answer => ({ kind: 'password', file, problem, answer })),
    /** Asks which pages come in; null where none does. */
    askPages: (file: string, pdf: PdfFile) =>
      ask<readonly number[] | null>(answer => ({ kind: 'pages', file, pdf, answer })),
    /** Takes the open question away. */
    close: (): void => {
      question.value = null
    },
  }
}
