const PROOFS = 'Point at a proof to preview, click to adopt. K keeps it, M marks it. Arrow keys move between proofs.'
const SLIDERS = 'Drag a slider to preview, release to apply. Arrow keys nudge by 1, with Shift by 10.'

/** A step of the work: its title, and in each of its views the effects of a drag, a click and a key. */
interface StepWords {
  title: string
  foot: Readonly<Record<string, string>>
}

const WORDS = {
  'gather': {
    title: 'Gather',
    foot: {
      color: 'Drag in the square and release to set the base. Click a chip to use its color.',
      references: 'Drag a picture to arrange, double-click to look closer. Click a proof to use its colors.',
      looked: 'Click to take a sample; drag or nudge it. Page Up and Page Down move between samples.',
      inspiration: 'Point at a scheme to preview it, click to open it. Arrow keys move between schemes.',
      shelf: 'Point at a scheme to preview it, click to open it. Use the boxes to select several.',
      artwork: 'Drop files anywhere, or paste them. Click a piece to put it on the stage.',
    },
  },
  'compose': {
    title: 'Compose',
    foot: {
      harmonies:
        'Point at a proof to preview, click to adopt. K keeps it, M marks it. Drag swatches on ring and field.',
      tones: PROOFS,
      variations: PROOFS,
      deals: 'Press D to deal, click a proof to adopt it. + and − deal more or less like a proof. L locks a swatch.',
      orders: PROOFS,
      whole: SLIDERS,
    },
  },
  'remap': {
    title: 'Remap',
    foot: {
      ribbons:
        'Drag an ink to a swatch. Click an ink to select it, a swatch for its group. Delete leaves an ink as is.',
      inks: 'Click an ink to select it, Shift-click for more. The list beside it says where it goes.',
      touches: 'Click shapes, or drag a rectangle or loop, then choose a color. Page Down picks the next shape.',
      whole: SLIDERS,
      set: 'Click a piece to put it on the stage; changes apply to all of them. Shift or Ctrl selects several.',
    },
  },
  'check': {
    title: 'Check',
    foot: {
      findings: 'Point at a fix to preview it, click to apply it. Selected findings are fixed together.',
      contrast: 'Click a pair to adjust its colors below. Arrow keys move between pairs.',
      vision: 'Click a tile to see everything through these eyes. B switches back and forth.',
      values: 'Click a tile to see the artwork in values. B switches back and forth.',
      print: 'Click a tile to see the artwork as printed. B switches back and forth.',
    },
  },
  'hand-over': {
    title: 'Hand over',
    foot: {
      colorways:
        'Click a colorway to mark it for comparison, drag to reorder. Hold X to see the other of two marked ones.',
      files: 'Click to download one file; Choose files packs several into an archive.',
      sheet: 'These pages follow your work and are written exactly as shown.',
      gradients: 'Click the strip to add a stop, drag to move it. Delete removes it. Page Down goes to the next stop.',
      mood: 'Drag a picture within its frame; + and − zoom it. Page Up and Page Down move between frames.',
      review: 'Anyone with a link can see what you publish. Comments appear here as they are written.',
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
