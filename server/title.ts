import { asName } from '#core/document/names'

/** A title from the name of a file: without folder and ending, in one line; `otherwise` where nothing is left. */
export const titleOf = (fileName: string, ending: RegExp, otherwise: string): string =>
  asName(
    fileName
      .replace(/^.*[\\/]/, '')
      .replace(ending, '')
      .replace(/\s+/g, ' '),
  ) || otherwise
