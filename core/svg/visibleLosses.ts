import type { Removal } from './clean'

/** The visible loss in a picture once something was removed, by its name; the first that fits. */
const MISSING: ReadonlyArray<readonly [what: RegExp, words: string]> = [
  [/^a foreign object|^a web page element|^an embedded/, 'Text or a form that only a web page can show is missing.'],
  [/^a (sound|video)/, 'A sound or a video is missing.'],
  [/style sheet/, 'A style sheet or font outside of the file is not used: colors or lettering may look different.'],
  [/^a picture from/, 'A picture outside of the file is missing.'],
  [/^a part from/, 'A part outside of the file is missing.'],
  [/^a reference|^a style with/, 'A pattern, picture or effect outside of the file is missing.'],
]
const NOTHING_MISSING = 'Scripts and links were removed; the picture looks the same.'

/** The visible losses of removals from a file, in plain sentences, each once. */
export const visibleLosses = (removed: readonly Pick<Removal, 'what'>[]): string[] => {
  const words = removed.map(({ what }) => MISSING.find(([pattern]) => pattern.test(what))?.[1] ?? NOTHING_MISSING)
  const missing = [...new Set(words.filter(each => each !== NOTHING_MISSING))]
  return missing.length || !removed.length ? missing : [NOTHING_MISSING]
}
