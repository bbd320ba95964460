/** The steps of the work that are there, in its order. */
export const STEPS = [
  { step: 'gather', title: 'Gather' },
  { step: 'compose', title: 'Compose' },
  { step: 'remap', title: 'Remap' },
  { step: 'hand-over', title: 'Hand over' },
] as const
export type Step = (typeof STEPS)[number]['step']

/** The step an address names; the first where it names none. */
export const stepOf = (said: unknown): Step => STEPS.find(({ step }) => step === said)?.step ?? 'gather'
