import type { Hex } from '#core/color/convert'
import { apply, type Known } from '#core/commands/commands'
import { lookOf, type Look, type Project } from '#core/document/project'
import { seeded } from '#core/math/random'
import { findingsOf, isSettled, seriousKeys } from './check'
import type { Finding } from './finding'
import { HALVINGS, MendSearch, type Tones } from './mendSearch'
import type { CheckState } from './state'

/* The smallest change of colors that settles many findings at once. */

/**
 * The findings to settle, how far swatches may leave their place on the wheel, in degrees, and the seed of the
 * search.
 */
export interface MendOrder {
  keys: readonly string[]
  tolerance: number
  seed: number
}

/** A finding that cannot be settled with the others, and why. */
export interface Unsettled {
  key: string
  why: string
}

/** A way to mend: how plainly, the look it gives, and what it costs: ΔE2000 of the swatches, weighted by their area. */
export interface MendedLook {
  strength: Strength
  look: Look
  cost: number
  /** The settled findings, by keys. */
  settled: string[]
}
export interface Mending {
  looks: MendedLook[]
  unsettled: Unsettled[]
}

/** Strength of a fix: as little as does it, with some room, or so that anybody sees it. */
export const STRENGTHS = ['just enough', 'with room', 'plainly'] as const
export type Strength = (typeof STRENGTHS)[number]
/** Factor for the distance of colors, and the lightness added. */
const FACTORS: Record<Strength, { factor: number; more: number }> = {
  'just enough': { factor: 1, more: 0 },
  'with room': { factor: 1.3, more: 0.02 },
  'plainly': { factor: 1.7, more: 0.045 },
}

/** Returns whether colors alone can settle a finding. */
export const isOfColors = ({ ofUse }: Finding): boolean => !ofUse

/** The project with swatches in other colors, as one command. */
const recolor = (project: Project, colors: ReadonlyMap<string, Hex>, known: Known): Project => {
  const changed = project.scheme.flatMap(({ id, hex, hue }) => {
    const next = colors.get(id)
    return next === undefined || next === hex ? [] : [[id, { hex: next, hue }] as const]
  })
  return changed.length
    ? apply(project, { do: 'recolor swatches', colors: Object.fromEntries(changed), what: 'mend' }, known)
    : project
}

const shuffle = <Thing>(all: readonly Thing[], random: () => number): Thing[] => {
  const list = [...all]
  for (let i = list.length - 1; i > 0; i--) {
    const j = Math.floor(random() * (i + 1))
    ;[list[i], list[j]] = [list[j] as Thing, list[i] as Thing]
  }
  return list
}

const STARTS = 3
/** With more findings than this only two orders are tried. */
const MANY = 6
/** From this tolerance on, hues are as good as free. */
const WIDE = 90
const PASSES = 2
/** Maximum number of estimate–repaint rounds. */
const ROUNDS = 8

/** Tones, the findings they settle, and what they cost. */
interface Solution {
  tones: Tones
  settled: Finding[]
  cost: number
}

/** Returns why a finding cannot be settled by colors even alone; null where it can. */
const whyNotAlone = (search: MendSearch, finding: Finding, tolerance: number): string | null => {
  if (!isOfColors(finding)) return 'Changing colors won’t help: use its own fix.'
  if (search.isHeld(finding)) return 'Its swatches are locked.'
  if (search.settle(finding, search.start, [])) return null
  return tolerance < WIDE
    ? `No color within ${tolerance}° of its hue fixes it without making something else worse.`
    : 'No change to its colors fixes it without making something else worse.'
}

/** Passes the progress of a part on as that of the whole, from one position to another, and returns what it returns. */
function* within<Result>(
  [from, to]: readonly [from: number, to: number],
  part: Generator<number, Result, void>,
): Generator<number, Result, void> {
  let step = part.next()
  for (; !step.done; step = part.next()) yield from + step.value * (to - from)
  return step.value
}

/** Settles findings one after the other in the order given. Yields progress, in [0, 1]. */
function* settleInOrder(search: MendSearch, list: readonly Finding[]): Generator<number, Solution, void> {
  let tones = search.start
  const settled: Finding[] = []
  for (let pass = 0; pass < PASSES; pass++)
    for (const [i, finding] of list.entries()) {
      yield (pass + i / list.length) / PASSES
      if (settled.includes(finding)) continue
      const next = search.has(tones, finding) ? search.settle(finding, tones, settled) : tones
      if (!next) continue
      tones = next
      settled.push(finding)
    }
  tones = search.polished(tones, settled)
  return { tones, settled, cost: search.cost(tones) }
}

/** The best of several orders: that which settles most, and of those the cheapest. Yields progress, in [0, 1]. */
function* bestOfOrders(search: MendSearch, open: readonly Finding[], seed: number): Generator<number, Solution, void> {
  const random = seeded(seed)
  let best: Solution = { tones: search.start, settled: [], cost: 0 }
  const starts = open.length < 2 ? 1 : open.length > MANY ? 2 : STARTS // one finding has only one order
  for (let n = 0; n < starts && open.length; n++) {
    const list = n === 0 ? open : n === 1 ? [...open].reverse() : shuffle(open, random)
    const found = yield* within([n / STARTS, (n + 1) / STARTS], settleInOrder(search, list))
    const isBetter =
      !n ||
      found.settled.length > best.settled.length ||
      (found.settled.length === best.settled.length && found.cost < best.cost)
    if (isBetter) best = found
  }
  return best
}

/** Paints a solution and mends what is only settled by estimate, until all of it is painted. Yields progress, in [0, 1]. */
function* confirmPainted(
  search: MendSearch,
  from: Solution,
  paint: (tones: Tones) => CheckState,
): Generator<number, Omit<Solution, 'cost'>, void> {
  let { tones, settled } = from
  for (let round = 0; round < ROUNDS && settled.length; round++) {
    yield round / ROUNDS
    search.rebase(paint(tones))
    const left = settled.filter(finding => search.has(tones, finding))
    if (!left.length) break
    const stillSettled = settled.filter(finding => !left.includes(finding))
    const before = tones
    for (const finding of left) {
      const next = search.has(tones, finding) ? search.settle(finding, tones, stillSettled) : tones
      if (!next) continue
      tones = next
      stillSettled.push(finding)
    }
    if (before === tones) settled = stillSettled // no way leads on
  }
  return { tones, settled }
}

/** Looks of all strengths for a solution: from no further than it takes, when painted, to plainly. */
const looksOf = (
  search: MendSearch,
  { tones, settled }: Omit<Solution, 'cost'>,
  projectOf: (tones: Tones) => Project,
  holds: (project: Project) => boolean,
): MendedLook[] => {
  if (!settled.length || !holds(projectOf(tones))) return []
  let [low, high] = [0, 1]
  for (let n = 0; n < HALVINGS; n++) {
    const part = (low + high) / 2
    if (holds(projectOf(search.further(tones, part, 0)))) high = part
    else low = part
  }
  const looks: MendedLook[] = []
  for (const strength of STRENGTHS) {
    const { factor, more } = FACTORS[strength]
    const there = search.further(tones, high * factor, more)
    const project = projectOf(there)
    if (looks.some(other => sameScheme(other.look, project)) || !holds(project)) continue
    looks.push({ strength, look: lookOf(project), cost: search.cost(there), settled: settled.map(({ key }) => key) })
  }
  return looks
}

/**
 * Searches the smallest change of unlocked swatches that settles the findings together and keeps each swatch within the
 * tolerance of its place on the wheel. Findings are settled one after the other, each by the cheapest way that leaves
 * those before it settled and brings nothing serious; in several orders, the best of which is taken back as far as it
 * stays settled. Every look that is returned was painted and looked at as `look` says. Yields how far it is, in [0, 1],
 * so that others can be heard meanwhile. The same order gives the same.
 */
export function* mendFindings(
  state: CheckState,
  order: MendOrder,
  known: Known,
  look: (project: Project) => CheckState,
): Generator<number, Mending, void> {
  const search = new MendSearch(state, order.tolerance)
  const unsettled: Unsettled[] = []
  const open = findingsOf(state).filter(finding => {
    if (!order.keys.includes(finding.key)) return false
    const why = whyNotAlone(search, finding, order.tolerance)
    if (why) unsettled.push({ key: finding.key, why })
    return why === null
  })
  const best = yield* within([0, 0.75], bestOfOrders(search, open, order.seed))
  yield 0.75
  const projectOf = (tones: Tones): Project => recolor(state.project, search.colors(tones), known)
  const painted = yield* within(
    [0.75, 1],
    confirmPainted(search, best, tones => look(projectOf(tones))),
  )
  const serious = new Set(seriousKeys(state))
  const looks = looksOf(search, painted, projectOf, project => isSettled(look(project), painted.settled, serious))
  const done = looks.length ? painted.settled : []
  for (const finding of open)
    if (!done.includes(finding)) unsettled.push({ key: finding.key, why: whyNotTogether(search, finding, done) })
  return { looks, unsettled }
}

const sameScheme = (look: Look, project: Project): boolean =>
  look.scheme.every(({ hex }, i) => hex === project.scheme[i]?.hex)

/** The findings that one that can be settled alone conflicts with. */
const whyNotTogether = (search: MendSearch, finding: Finding, done: readonly Finding[]): string => {
  search.rebase(search.state)
  const alone = search.settle(finding, search.start, []) ?? search.start
  const against = done.find(other => search.has(alone, other))
  return against ? `It conflicts with: ${against.words}` : 'It can’t be fixed together with the others.'
}
