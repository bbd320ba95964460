import { shallowRef } from 'vue'
import { defineStore } from 'pinia'

/** Dropped or pasted content: files, or a text. */
export interface Arrival {
  files: readonly File[]
  text: string
}

/** Content that came in anywhere and waits to be taken: in Gather, of the project that is open or being made. */
export const useArrivals = defineStore('arrivals', () => {
  const waiting = shallowRef<Arrival | null>(null)
  const put = (arrival: Arrival): void => {
    waiting.value = arrival
  }
  const take = (): Arrival | null => {
    const now = waiting.value
    waiting.value = null
    return now
  }
  return { waiting, put, take }
})
