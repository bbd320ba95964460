import { createHash } from 'node:crypto'
import type { PictureFile } from '#core/document/pictures'
import { titleOf } from '../title'
import { PICTURE_NAME, pictureInfo, workingFiles, workingPicture } from '../../render/pictures'

/**
 * A picture as it is stored: what is known of it, its bytes as they came, and what it is worked on and shown small with.
 */
export interface ReceivedPicture {
  file: PictureFile
  media: string
  source: Uint8Array
  working: Uint8Array
  thumbnail: Uint8Array
}

/** Takes in a picture file. Throws Unreadable, in a plain sentence, for what cannot be taken. */
export const receivePicture = async (fileName: string, bytes: Uint8Array): Promise<ReceivedPicture> => {
  const info = await pictureInfo(bytes)
  const files = await workingFiles(await workingPicture(bytes, info))
  const file: PictureFile = {
    hash: createHash('sha256').update(bytes).digest('hex'),
    name: titleOf(fileName.replace(/[-_]/g, ' '), PICTURE_NAME, 'Reference'),
    width: info.width,
    height: info.height,
    notes: info.notes,
  }
  return { file, media: info.media, source: bytes, ...files }
}
