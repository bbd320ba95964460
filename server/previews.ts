import { PROJECTS_A_PAGE } from '#core/document/limits'
import { database } from './db/connect'
import { withoutPreview } from './db/previews'
import { reasonOf } from './reason'
import { log } from './log'
import { runInWorker } from './workers/pool'

/** Previews that are being drawn, each once for all who ask. */
const drawing = new Map<string, Promise<string | null>>()

/** Draws and stores the preview of a version of a project; null where there is nothing to show. */
export const drawPreview = (id: string, version: number): Promise<string | null> => {
  const key = `${id} ${version}`
  let under = drawing.get(key)
  if (!under) {
    under = runInWorker(null, 'preview', { id }).finally(() => drawing.delete(key))
    drawing.set(key, under)
  }
  return under
}

/** Draws the previews that the first page of Home lacks, one after the other, so that nobody waits for them there. */
export const drawMissingPreviews = async (): Promise<void> => {
  try {
    for (const { id, version } of await withoutPreview(database(), PROJECTS_A_PAGE)) await drawPreview(id, version)
  } catch (error) {
    log.warn({ reason: reasonOf(error) }, 'previews were not drawn ahead') // each is drawn when it is asked for
  }
}
