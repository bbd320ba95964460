import { defineNuxtPlugin } from '#imports'
import { checkAnswersBy } from '~/api/call'

/** In development every answer of the server is compared with its contract. */
export default defineNuxtPlugin(async () => {
  if (import.meta.dev) checkAnswersBy((await import('#core/api/contracts')).checkAnswer)
})
