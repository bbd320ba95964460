import { deltaE } from '#core/color/difference'
import { apply, type Command, type Known } from '#core/commands/commands'
import type { Project } from '#core/document/project'
import { SEVERITIES, type Finding, type Fix, type Rule, type RuleName, type Try } from './finding'
import { areas, lettering } from './rules/contrast'
import { ink, print } from './rules/print'
import { alike, loud, neutral } from './rules/colors'
import { accent, shares, unused } from './rules/parts'
import { values, vision } from './rules/seeing'
import type { CheckState } from './state'

/** All rules, in the order of their findings. */
const RULES: Readonly<Record<RuleName, Rule>> = {
  lettering,
  areas,
  vision,
  values,
  accent,
  shares,
  unused,
  alike,
  loud,
  neutral,
  print,
  ink,
}

/** The rules whose findings can be serious; the others never say so, and are not needed to look for what is. */
const GRAVE: readonly Rule[] = [lettering, vision]

/** The keys of what is serious in a state. */
export const seriousKeys = (state: CheckState): string[] =>
  GRAVE.flatMap(({ find }) => find(state)).flatMap(({ severity, key }) => (severity === 'serious' ? [key] : []))

/**
 * Returns whether none of these findings is in a state any more, and nothing serious but what was before, by keys: what every
 * mending has to come to.
 */
export const isSettled = (there: CheckState, findings: readonly Finding[], serious: ReadonlySet<string>): boolean =>
  findings.every(({ rule, key }) =>
    ruleOf(rule)
      .find(there)
      .every(each => each.key !== key),
  ) && seriousKeys(there).every(key => serious.has(key))

/** A rule by its name. */
export const ruleOf = (name: RuleName): Rule => RULES[name]

/** All that would go wrong with a scheme in use, what is worst first. */
export const findingsOf = (state: CheckState): Finding[] =>
  Object.values(RULES)
    .flatMap(({ find }) => find(state))
    .sort((one, other) => SEVERITIES.indexOf(one.severity) - SEVERITIES.indexOf(other.severity))

/** Returns whether a finding was put aside, and nothing about it has changed since. */
export const isAside = ({ key, measured }: Finding, { check }: Pick<Project, 'check'>): boolean => {
  const aside = check.aside[key]
  return (
    aside !== undefined &&
    aside.measured.length === measured.length &&
    aside.measured.every((each, i) => each === measured[i])
  )
}

/** Distance that colors move in a change, in ΔE2000, all swatches together. */
const movesOf = (before: Project, after: Project): number =>
  after.scheme.reduce((sum, { id, hex }) => {
    const was = before.scheme.find(swatch => swatch.id === id)?.hex
    return sum + (was === undefined || was === hex ? 0 : deltaE(was, hex))
  }, 0)

/** The first step of a way that settles, found by doubling and halving: what settles at one step does at the next. */
const findFirst = (steps: readonly Command[], settles: (command: Command) => boolean): Command | null => {
  let [low, high] = [-1, 0]
  while (high < steps.length && !settles(steps[high] as Command)) [low, high] = [high, high * 2 + 1]
  if (high >= steps.length) {
    high = steps.length - 1
    if (high <= low || !settles(steps[high] as Command)) return null
  }
  while (high - low > 1) {
    const middle = Math.floor((low + high) / 2)
    if (settles(steps[middle] as Command)) high = middle
    else low = middle
  }
  return steps[high] ?? null
}

/**
 * The ways to mend a finding, the smallest change first: each is tried on the project as `look` says it looks then, and
 * really settles it without a new serious one.
 */
export const fixesFor = (
  finding: Finding,
  state: CheckState,
  known: Known,
  look: (project: Project) => CheckState,
): Fix[] => {
  const before = new Set(seriousKeys(state))
  const settles = (command: Command): boolean =>
    isSettled(look(apply(state.project, command, known)), [finding], before)
  const fixOf = ({ words, steps }: Try): Fix[] => {
    const command = findFirst(steps(), settles)
    return command ? [{ words, command, moves: movesOf(state.project, apply(state.project, command, known)) }] : []
  }
  return ruleOf(finding.rule)
    .tries(finding, state)
    .flatMap(fixOf)
    .sort((one, other) => one.moves - other.moves)
}
