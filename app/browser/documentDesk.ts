import { deskOf } from '~/workers/desk'
import type { DocumentDesk } from '~/workers/documents.worker'

/** Reads drafts, remembered choices, project files and lists of colors in a worker, which starts with the first of them. */
export const documentDesk = deskOf<DocumentDesk>(
  () => new Worker(new URL('../workers/documents.worker.ts', import.meta.url), { type: 'module' }),
)
