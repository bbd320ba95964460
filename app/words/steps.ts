/** The steps of the work that are there, in its order. */
export const STEPS = [
  { step: 'gather', title: 'Gather' },
  { step: 'compose', title: 'Compose' },
  { step: 'remap', title: 'Remap' },
  { step: 'check', title: 'Check' },
  { step: 'hand-over', title: 'Hand over' },
] as const
export type Step = (typeof STEPS)[number]['step']

/** The step an address names; the first where it names none. */
export const stepOf = (value: unknown): Step => STEPS.find(({ step }) => step === value)?.step ?? 'gather'

/** Returns whether an address names a step. */
export const isStep = (value: unknown): value is Step => STEPS.some(({ step }) => step === value)
