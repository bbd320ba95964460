import { readFile } from 'node:fs/promises'
import { instantiate, type ColorEngine } from 'lcms-wasm'
import { PAPERS, type Paper } from '#core/print/papers'

let engine: Promise<ColorEngine> | undefined

/** The color engine, started when it is first asked for. */
export const colorEngine = (): Promise<ColorEngine> => (engine ??= instantiate())

/** The profile of a paper that ships with the app. */
export const paperProfile = (paper: Paper): Promise<Uint8Array> =>
  readFile(new URL(`../public/press/${PAPERS[paper].profile}`, import.meta.url))
