import { defineNitroPlugin } from 'nitropack/runtime'
import { startWorker } from '../workers/pool'

/** A worker is ready before the first file comes in. */
export default defineNitroPlugin(() => startWorker())
