import type { Hex } from '#core/color/convert'
import type { Command } from '#core/commands/commands'
import type { CheckState } from './state'

/** Severity of a finding: what will fail in use, what should be looked at, what could be better. */
export const SEVERITIES = ['serious', 'doubtful', 'slight'] as const
export type Severity = (typeof SEVERITIES)[number]

/** The subjects of findings. */
export type RuleName =
  | 'lettering'
  | 'areas'
  | 'vision'
  | 'values'
  | 'accent'
  | 'shares'
  | 'unused'
  | 'alike'
  | 'loud'
  | 'neutral'
  | 'print'
  | 'ink'

/** Something that would go wrong with a scheme in use. */
export interface Finding {
  /** Its rule and the swatches it is of: the same as long as these are. */
  key: string
  rule: RuleName
  severity: Severity
  /** The problem and its extent, in plain words. */
  words: string
  figure: string
  /** The measured values: a finding put aside stays so until these change. */
  measured: readonly number[]
  /** The swatches it is of, and the inks that show where. */
  swatches: readonly string[]
  inks: readonly Hex[]
  /** No other color settles it: it is a matter of what covers what. */
  ofUse?: boolean
}

/** A way to mend a finding: what it does, and how far the colors move for it, in ΔE2000. */
export interface Fix {
  words: string
  command: Command
  moves: number
}

/** The findings of a rule in a state, and the changes that could mend one of its findings, likeliest first. */
export interface Rule {
  /** True if one color alone settles its findings, in chroma as well as in lightness. */
  isOfOneColor?: boolean
  /** True if another hue may settle its findings. */
  isByHue?: boolean
  find: (state: CheckState) => Finding[]
  /** Ways that may settle a finding, each tried in turn. */
  tries: (finding: Finding, state: CheckState) => Try[]
}

/** A way to change something, by ever larger steps; the first step that settles the finding is the fix. */
export interface Try {
  words: string
  steps: () => Command[]
}

/** A key from a rule and swatches, whatever their order. */
export const keyOf = (rule: RuleName, swatches: readonly string[]): string =>
  `${rule} ${[...swatches].sort().join(' ')}`

/** A part of the picture or of boundaries in words. */
export const percent = (part: number): string => {
  const value = part * 100
  return `${value >= 0.95 ? Math.round(value) : value.toFixed(1)}%`
}
