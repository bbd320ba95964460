import { defineNitroPlugin } from 'nitropack/runtime'
import { drawMissingPreviews } from '../previews'
import { startWorker } from '../workers/pool'

/** A worker is ready before the first file comes in, and draws what Home lacks until then. */
export default defineNitroPlugin(() => {
  startWorker()
  void drawMissingPreviews()
})
