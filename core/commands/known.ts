import type { Artwork } from '#core/document/artwork'
import type { InkArea } from '#core/remap/match'
import { uniteInks } from '#core/remap/unite'
import type { Known } from './commands'

/** Known facts about artwork whose file is not there: it keeps its place among the others. */
const NOT_THERE: { inks: readonly InkArea[] } = { inks: [] }

/** Known facts about artwork from its files, by hash. Lists of artwork that stay the same are gone through once. */
export const knownFrom = (files: ReadonlyMap<string, { inks: readonly InkArea[] }>): Known => {
  const united = new WeakMap<readonly Artwork[], readonly InkArea[]>()
  return {
    inks: artwork => {
      const known = united.get(artwork)
      if (known) return known
      const all = uniteInks(artwork.map(({ hash }) => files.get(hash) ?? NOT_THERE))
      united.set(artwork, all)
      return all
    },
  }
}

/** The same inks, whatever artwork there is. */
export const knownInks = (inks: readonly InkArea[]): Known => ({ inks: () => inks })
