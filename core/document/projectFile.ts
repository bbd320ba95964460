import { z } from 'zod'
import { Unreadable } from '#core/svg/unreadable'
import { fileNameOf } from '#core/formats/fileName'
import { projectSchema, type Project } from './project'

/** Extension of a project's file. */
export const PROJECT_EXTENSION = '.plumbago.json'

const fileSchema = z.object({ plumbago: z.literal(1), document: projectSchema })

/** A project as a file of its own; artwork and references are in it by their hashes alone. */
export const writeProjectFile = (document: Project): { name: string; text: string } => ({
  name: `${fileNameOf(document.name) || 'project'}${PROJECT_EXTENSION}`,
  text: JSON.stringify({ plumbago: 1, document }),
})

/** The project of such a file. Throws Unreadable, in a plain sentence, for anything else. */
export const readProjectFile = (text: string): Project => {
  try {
    return fileSchema.parse(JSON.parse(text)).document
  } catch {
    throw new Unreadable('The file is not a saved project.')
  }
}
