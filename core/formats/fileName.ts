/** The most bytes a name takes in UTF-8, so that with its number and extension it stays under the 255 of file systems. */
const MAX_NAME_BYTES = 200

/**
 * Characters that some file system refuses in a name: separators, wildcards, quotes and control characters; and what turns the way it
 * reads around.
 */
const REFUSED = /[<>:"/\\|?*\p{Cc}\p{Cs}\p{Zl}\p{Zp}\u200E\u200F\u202A-\u202E\u2066-\u2069]+/gu

/** Names that mean devices on Windows, whatever their extension. */
const DEVICE = /^(con|prn|aux|nul|com\d|lpt\d)(\.|$)/i

const bytesOf = (character: string): number => {
  const code = character.codePointAt(0) ?? 0
  return code < 0x80 ? 1 : code < 0x800 ? 2 : code < 0x10000 ? 3 : 4
}

/**
 * A title as the name of a file, without an extension: letters of all scripts in lower case, words joined by hyphens, only
 * what file systems refuse left out, in at most so many bytes. Empty where nothing is left.
 */
export const fileNameOf = (title: string, max = MAX_NAME_BYTES): string => {
  const joined = title
    .normalize('NFC')
    .replace(REFUSED, ' ')
    .trim()
    .replace(/\s+/g, '-')
    .replace(/^[-.]+|[-.]+$/g, '')
    .toLowerCase()
  let [name, size] = ['', 0]
  for (const character of joined) {
    size += bytesOf(character)
    if (size > max) break
    name += character
  }
  name = name.replace(/[-.]+$/, '')
  return DEVICE.test(name) ? `_${name}` : name
}

/** The most folders within one another, and the most bytes of their path, so that no path is too long for a file system. */
const MAX_DEPTH = 8
const MAX_FOLDER_BYTES = 120

/**
 * A path of folders as file systems take it: each name as that of a file, without what is empty. The innermost ones of a path
 * that is long or deep; empty where nothing is left.
 */
export const folderPathOf = (folder: string): string => {
  const names = folder.split('/').map(name => fileNameOf(name, MAX_FOLDER_BYTES))
  let path = ''
  for (const name of names.filter(Boolean).slice(-MAX_DEPTH).toReversed()) {
    const longer = path ? `${name}/${path}` : name
    if ([...longer].reduce((sum, character) => sum + bytesOf(character), 0) > MAX_FOLDER_BYTES) break
    path = longer
  }
  return path
}

/** The endings of a file, one after the other. */
const EXTENSIONS = /(?:\.[a-z]{2,4})+$/i

/**
 * The name of a file as a title to be read: without endings, words that were joined by underscores or hyphens parted.
 * The name itself where nothing would be left.
 */
export const displayTitle = (name: string): string => {
  const bare = name.replace(EXTENSIONS, '')
  const joined = bare.includes(' ') ? /_+/g : /[_-]+/g
  return bare.replace(joined, ' ').replace(/\s+/g, ' ').trim() || name
}
