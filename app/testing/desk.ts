import { hexOfRgb } from '#core/color/convert'

/*
 * A worker whose code runs in this process, for tests in Node: they mock `comlink` and `~/workers/desk` with what is here, and require
 * the worker's own module.
 */

type Desk = Record<string, (...given: unknown[]) => unknown>

/** The worker: its functions once its module is there, the names of those that were called, and whether all of them fail. */
export const worker: { desk: Desk; calls: string[]; fails: boolean } = { desk: {}, calls: [], fails: false }

/** A stand-in for `comlink`. */
export const comlink = {
  expose: (desk: Desk): void => void (worker.desk = desk),
  proxy: (call: unknown): unknown => call,
  transfer: (value: unknown): unknown => value,
  wrap: (): object => ({}),
}

/** A canvas is handed over as it is; everything else is copied, as between threads. */
const sent = (name: string, given: unknown[]): unknown[] =>
  name === 'takeCanvas' ? given : (structuredClone(given) as unknown[])

/** A stand-in for `~/workers/desk`. */
export const desks = {
  deskOf: () => ({
    at: () =>
      new Proxy(
        {},
        {
          get:
            (_, name: string) =>
            async (...given: unknown[]) => {
              worker.calls.push(name)
              if (worker.fails) throw new Error('The worker broke down.')
              return structuredClone(await worker.desk[name]?.(...sent(name, given)))
            },
        },
      ),
    letGo: () => undefined,
  }),
}

/** Begins a test: nothing was called, and nothing fails. */
export const freshWorker = (): void => {
  worker.calls.length = 0
  worker.fails = false
  Object.assign(globalThis, { Worker: class {} })
}

/** So many inks of different colors, with equal areas. */
export const inksOf = (count: number): Array<readonly [hex: string, area: number]> =>
  Array.from({ length: count }, (_, n) => {
    const light = n / count
    return [hexOfRgb(light, (light * 7) % 1, 1 - light), 1 / count] as const
  })
