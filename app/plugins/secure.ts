import { defineNuxtPlugin } from '#imports'

/**
 * Over plain http browsers make no ids by themselves; a client's page has to work there, too. An id is 122 random bits, written as
 * RFC 9562 does (version 4).
 */
export default defineNuxtPlugin(() => {
  if ('randomUUID' in crypto) return
  Object.assign(crypto, {
    randomUUID: (): string => {
      const bytes = (crypto as Crypto).getRandomValues(new Uint8Array(16))
      bytes[6] = ((bytes[6] as number) & 0x0f) | 0x40
      bytes[8] = ((bytes[8] as number) & 0x3f) | 0x80
      const hex = [...bytes].map(byte => byte.toString(16).padStart(2, '0')).join('')
      return [hex.slice(0, 8), hex.slice(8, 12), hex.slice(12, 16), hex.slice(16, 20), hex.slice(20)].join('-')
    },
  })
})
