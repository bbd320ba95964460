import { instantiate, type ColorEngine } from 'lcms-wasm'
import engineFile from 'lcms-wasm/dist/lcms.wasm?url'
import { PAPERS, paperTitle, type Print } from '#core/print/papers'
import { pressOf } from '#core/print/engine'
import type { Press } from '#core/print/press'

let engine: Promise<ColorEngine> | null = null
const profiles = new Map<string, Promise<Uint8Array>>()
const presses = new Map<string, Press>()
const MAX_PRESSES = 6

const fetched = async (address: string, title: string | null): Promise<Uint8Array> => {
  const answer = await fetch(address)
  if (!answer.ok) throw new Error(`The profile of ${title} could not be loaded.`)
  return new Uint8Array(await answer.arrayBuffer())
}
/** Runs a request once; again only where it failed. */
const once = <Key, Thing>(all: Map<Key, Promise<Thing>>, key: Key, ask: () => Promise<Thing>): Promise<Thing> => {
  const before = all.get(key)
  if (before) return before
  const asked = ask()
  all.set(key, asked)
  asked.catch(() => all.delete(key))
  return asked
}

/** The press a project is printed with, by the paper's profile; null where it is not printed. Rejects where it cannot be had. */
export const pressFor = async (print: Print): Promise<Press | null> => {
  const { paper, own, intent, blackPoint } = print
  if (!paper || (paper === 'own' && !own)) return null
  const address = paper === 'own' ? `/api/profiles/${own?.hash}` : `/press/${PAPERS[paper].profile}`
  const key = `${address} ${intent} ${blackPoint}`
  const known = presses.get(key)
  if (known) return known
  const profile = await once(profiles, address, () => fetched(address, paperTitle(print)))
  engine ??= instantiate({ locateFile: () => engineFile }).catch((error: unknown) => {
    engine = null
    throw error
  })
  const press = pressOf(await engine, profile, { intent, blackPoint })
  if (presses.size >= MAX_PRESSES) presses.clear()
  presses.set(key, press)
  return press
}
