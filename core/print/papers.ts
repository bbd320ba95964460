import { z } from 'zod'
import { MAX_PROFILE_TITLE } from './profile'

/** Papers that can be printed on: what they are called, the profile that knows them, the ink they bear in percent. */
export const PAPERS = {
  coated: { title: 'coated paper', profile: 'coated.icc', ink: 300 },
  uncoated: { title: 'uncoated paper', profile: 'uncoated.icc', ink: 300 },
} as const
export type Paper = keyof typeof PAPERS
export const PAPER_NAMES = Object.keys(PAPERS) as [Paper, ...Paper[]]

/** A printer's own profile: the hash of its file, and its title. */
export const ownProfileSchema = z.object({
  hash: z.string().regex(/^[0-9a-f]{64}$/),
  title: z.string().min(1).max(MAX_PROFILE_TITLE),
})
export type OwnProfile = z.infer<typeof ownProfileSchema>

/** Rendering intents, in the order color management numbers it (ICC.1:2022, 7.2.15). */
export const INTENTS = ['perceptual', 'relative', 'saturation', 'absolute'] as const
export type Intent = (typeof INTENTS)[number]
export const INTENT_TITLES: Record<Intent, string> = {
  perceptual: 'keeps differences between colors',
  relative: 'printable colors stay exact',
  saturation: 'keeps colors vivid',
  absolute: 'exact, including the paper color',
}

/** Maximum and minimum total ink coverage of a press, all four inks together, in percent. */
export const INK = { min: 200, max: 400 } as const

/**
 * Print settings of a project: on what, if at all, or by the printer's own profile, which is remembered; the intent; whether black is
 * to stay the darkest; the ink at most.
 */
export const printSchema = z.object({
  paper: z.enum([...PAPER_NAMES, 'own']).nullable(),
  own: ownProfileSchema.optional(),
  intent: z.enum(INTENTS),
  blackPoint: z.boolean(),
  ink: z.number().int().min(INK.min).max(INK.max),
})
export type Print = z.infer<typeof printSchema>

export const FIRST_PRINT: Print = { paper: 'coated', intent: 'relative', blackPoint: true, ink: PAPERS.coated.ink }

/** The paper or profile of a project in words; null where it is not printed. */
export const paperTitle = ({ paper, own }: Pick<Print, 'paper' | 'own'>): string | null => {
  if (paper !== 'own') return paper && PAPERS[paper].title
  return own ? `“${own.title}”` : null
}
