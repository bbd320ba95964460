import { defineNitroPlugin } from 'nitropack/runtime'
import { warmHands } from '../hands/hands'

/** A hand is ready before the first file comes in. */
export default defineNitroPlugin(() => warmHands())
