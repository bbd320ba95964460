/** Does something once the browser has nothing else to do, or after two seconds. */
export const whenIdle = (act: () => unknown): void => {
  if ('requestIdleCallback' in globalThis) requestIdleCallback(act, { timeout: 2000 })
  else setTimeout(act, 200)
}
