import { asName } from '#core/document/names'

/** A title from the name of a file: without folder and extension, in one line; `otherwise` where nothing is left. */
export const titleOf = (fileName: string, extension: RegExp, otherwise: string): string =>
  asName(
    fileName
      .replace(/^.*[\\/]/, '')
      .replace(extension, '')
      .replace(/\s+/g, ' '),
  ) || otherwise
