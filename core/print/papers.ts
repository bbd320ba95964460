import { z } from 'zod'

/** Papers that can be printed on: what they are called, the profile that knows them, the ink they bear in percent. */
export const PAPERS = {
  coated: { title: 'coated paper', profile: 'coated.icc', ink: 300 },
  uncoated: { title: 'uncoated paper', profile: 'uncoated.icc', ink: 300 },
} as const
export type Paper = keyof typeof PAPERS
export const PAPER_NAMES = Object.keys(PAPERS) as [Paper, ...Paper[]]

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
 * Print settings of a project: on what, if at all; the intent; whether black is to stay the darkest; the ink at most.
 */
export const printSchema = z.object({
  paper: z.enum(PAPER_NAMES).nullable(),
  intent: z.enum(INTENTS),
  blackPoint: z.boolean(),
  ink: z.number().int().min(INK.min).max(INK.max),
})
export type Print = z.infer<typeof printSchema>

export const FIRST_PRINT: Print = { paper: 'coated', intent: 'relative', blackPoint: true, ink: PAPERS.coated.ink }
