import { createHash } from 'node:crypto'
import { readFile } from 'node:fs/promises'
import { instantiate, type ColorEngine } from 'lcms-wasm'
import { LRUCache } from 'lru-cache'
import { converterOf, type ProfileConverter } from '#core/print/engine'
import { PAPERS, type Paper } from '#core/print/papers'

let engine: Promise<ColorEngine> | undefined

/** The color engine, started when it is first asked for. */
export const colorEngine = (): Promise<ColorEngine> => (engine ??= instantiate())

const profiles = new Map<Paper, Promise<Uint8Array>>()

/** The profile of a paper that ships with the app, read once. */
export const paperProfile = (paper: Paper): Promise<Uint8Array> => {
  const known = profiles.get(paper)
  if (known) return known
  const own = readFile(new URL(`../public/press/${PAPERS[paper].profile}`, import.meta.url))
  profiles.set(paper, own)
  own.catch(() => profiles.delete(paper)) // whoever waits for it hears why
  return own
}

/** Conversions of the profiles that were asked for last: each takes some megabytes of the engine and a tenth of a second. */
const converters = new LRUCache<string, ProfileConverter>({ max: 12, dispose: ({ free }) => free() })

/** Converts by a profile of so many components; null where it cannot be used. It is to be used at once: it is freed after some others. */
export const converterBy = (of: ColorEngine, profile: Uint8Array, components: number): ProfileConverter | null => {
  const key = `${components} ${createHash('sha1').update(profile).digest('hex')}`
  const known = converters.get(key)
  if (known) return known
  const made = converterOf(of, profile, components)
  if (made) converters.set(key, made)
  return made
}
