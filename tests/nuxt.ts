/* The functions stores take from Nuxt, for tests of stores by themselves: where a page would go is only remembered. */

/** The addresses that were gone to, the latest last. */
export const visited: string[] = []

export const navigateTo = (address: string): Promise<void> => {
  visited.push(address)
  return Promise.resolve()
}
