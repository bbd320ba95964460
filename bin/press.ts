import { readFile } from 'node:fs/promises'
import { pressOf } from '#core/print/engine'
import { FIRST_PRINT, PAPER_NAMES, type Paper } from '#core/print/papers'
import type { Press } from '#core/print/press'
import { NoProfile, readProfile } from '#core/print/profile'
import { Unreadable } from '#core/svg/unreadable'
import { colorEngine, paperProfile } from '../render/press'

/** True for the name of a paper that ships with the app. */
export const isPaper = (name: string): name is Paper => PAPER_NAMES.some(each => each === name)

/**
 * The press of a paper that ships, by its name, or of a printer's profile, by its file. Rejects with Unreadable where that is no profile
 * of a press in CMYK.
 */
export const pressBy = async (profile: string): Promise<Press> => {
  if (isPaper(profile)) return pressOf(await colorEngine(), await paperProfile(profile), FIRST_PRINT)
  const bytes = await readFile(profile)
  try {
    readProfile(bytes)
    return pressOf(await colorEngine(), bytes, FIRST_PRINT)
  } catch (error) {
    throw error instanceof NoProfile || error instanceof RangeError ? new Unreadable(error.message) : error
  }
}
