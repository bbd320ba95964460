import { z } from 'zod'
import { hashSchema, nameSchema } from './basics'

/**
 * Known facts about a picture file: its size as it is seen (turned upright), and the smaller one it is worked on at.
 */
export const pictureFileSchema = z.object({
  hash: hashSchema,
  name: nameSchema,
  width: z.number().int().positive(),
  height: z.number().int().positive(),
  notes: z.array(z.string()),
})
export type PictureFile = z.infer<typeof pictureFileSchema>

/** The stored forms of a picture: as it came, at the size it is worked on, small. */
export const PICTURE_FORMS = ['source', 'working', 'thumbnail'] as const
export type PictureForm = (typeof PICTURE_FORMS)[number]
