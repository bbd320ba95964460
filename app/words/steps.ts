const PROOFS = 'Pointing previews a proof, a click adopts it; K keeps it, M marks it. Arrows go from proof to proof.'
const SLIDERS = 'Drag a slider to see it, let go to take it. Arrows nudge by 1, with Shift by 10.'

/** A step of the work: its title, and in each of its views the effects of a drag, a click and a key. */
interface StepWords {
  title: string
  foot: Readonly<Record<string, string>>
}

const WORDS = {
  'gather': {
    title: 'Gather',
    foot: {
      color: 'Drag in the square; letting go takes it. A click on a chip takes its color. Arrows go along.',
      references:
        'Drag a picture to arrange it; a double click or Enter looks closer. A click on a proof takes its colors.',
      looked: 'A click takes a sample; drag it, or nudge it with arrows. Page keys go from sample to sample.',
      inspiration: 'Pointing previews a scheme, a click opens it; arrows go from one to the next.',
      shelf: 'Pointing previews a scheme, a click opens it; the boxes pick several. Arrows go along.',
      artwork: 'Drop files anywhere, or paste them. A click puts a piece on the stage; arrows go along.',
    },
  },
  'compose': {
    title: 'Compose',
    foot: {
      harmonies:
        'Pointing previews a proof, a click adopts it; K keeps it, M marks it. Drag swatches on ring and field.',
      tones: PROOFS,
      variations: PROOFS,
      deals: 'D deals, a click adopts. Plus and minus deal more like a proof, or less. L locks a swatch.',
      orders: PROOFS,
      whole: SLIDERS,
    },
  },
  'remap': {
    title: 'Remap',
    foot: {
      ribbons: 'Drag an ink to a swatch. A click selects; one on a swatch opens its group. Delete leaves an ink as is.',
      inks: 'A click selects an ink, with Shift more of them; the list beside it says where it goes. Arrows go along.',
      touches: 'Click shapes on the artwork, or drag a frame or loop; then a color. Page keys pick the next shape.',
      whole: SLIDERS,
      set: 'A click puts a piece on the stage; what is done holds for all of them. Arrows go along.',
    },
  },
  'check': {
    title: 'Check',
    foot: {
      findings: 'Pointing previews what mends it, a click takes it. Ticked findings are mended together.',
      contrast: 'A click chooses a pair, whose colors can be moved below. Arrows go from pair to pair.',
      vision: 'A click looks at everything by these eyes; B goes there and back.',
      values: 'A click looks at the artwork in its values; B goes there and back.',
      print: 'A click looks at the artwork as it is printed; B goes there and back.',
    },
  },
  'hand-over': {
    title: 'Hand over',
    foot: {
      colorways: 'A click marks a colorway to compare, a drag moves it; X held shows the other of two that are marked.',
      files: 'A click writes one file; Choose files packs them all. Arrows go along.',
      sheet: 'The pages follow the work; they are written as they stand here.',
      gradients:
        'A click on the strip adds a stop, a drag moves it, Delete removes it. Page keys go from stop to stop.',
      mood: 'Drag a picture within its frame; plus and minus bring it closer. Page keys go from frame to frame.',
      review: 'What is published can be looked at by whoever has the link. What they say comes here as they say it.',
    },
  },
} satisfies Record<string, StepWords>

export type Step = keyof typeof WORDS
/** Words of each step. What else a step needs is a record over these: its bench, its view, its key. */
export const STEP_WORDS: Readonly<Record<Step, StepWords>> = WORDS
/** The steps, in the order of the work. */
export const STEPS = Object.keys(WORDS) as [Step, ...Step[]]

/** Returns whether an address names a step. */
export const isStep = (value: unknown): value is Step => STEPS.some(step => step === value)

/** The step an address names; the first where it names none. */
export const stepOf = (value: unknown): Step => (isStep(value) ? value : STEPS[0])
