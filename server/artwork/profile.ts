import { createHash } from 'node:crypto'
import { FIRST_PRINT, type OwnProfile } from '#core/print/papers'
import { pressOf } from '#core/print/engine'
import { NoProfile, readProfile } from '#core/print/profile'
import { Unreadable } from '#core/svg/unreadable'
import { colorEngine } from '../../render/press'

/** Checks that a file is a profile a project can be printed by, and that colors can be converted by it. Throws Unreadable where not. */
export const checkProfile = async (bytes: Uint8Array): Promise<OwnProfile> => {
  try {
    const { title } = readProfile(bytes)
    pressOf(await colorEngine(), bytes, FIRST_PRINT).cmykOf('#e07a5f')
    return { hash: createHash('sha256').update(bytes).digest('hex'), title }
  } catch (error) {
    if (error instanceof NoProfile || error instanceof RangeError) throw new Unreadable(error.message)
    throw error
  }
}
