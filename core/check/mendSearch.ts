import { arc, lchOf, type Hex, unit } from '#core/color/convert'
import { deltaE } from '#core/color/difference'
import { angleOf, colorAt, relativeChromaOn } from '#core/color/wheel'
import type { Swatch } from '#core/document/scheme'
import { ruleOf, seriousKeys } from './check'
import type { Finding, RuleName } from './finding'
import { areaOf, extremesOf, swatchIn, type CheckState } from './state'
import { leanState, withColors } from './virtual'

/* The search for the smallest change of colors that settles one finding more. */

/** Where a swatch stands: its place on the wheel in degrees, its lightness and strength in [0, 1]. */
interface Tone {
  angle: number
  l: number
  strength: number
}
const [STEP, MAX_STEPS] = [0.012, 80]
const [DARKEST, LIGHTEST] = [0.05, 0.99]
/** Minimum weight of a swatch, as a fraction of the picture. */
const MIN_AREA = 0.03
/** So often the interval of a change is halved. */
export const HALVINGS = 4

/** Tones of swatches, by their ids. */
export type Tones = ReadonlyMap<string, Tone>
type Way = (n: number) => Tones | null

/** Estimates what colors would do, from the last painted state, and looks for ways to settle findings. */
export class MendSearch {
  readonly start: Tones
  private readonly hexes = new Map<string, Hex>()
  private readonly judged = new Map<string, { virtual: CheckState; keys: Map<RuleName, Set<string>> }>()
  private readonly serious: ReadonlySet<string>
  private readonly wheel
  /** The last painted state, from which everything is estimated. */
  private base: CheckState

  constructor(
    readonly state: CheckState,
    private readonly tolerance: number,
  ) {
    this.base = leanState(state)
    this.wheel = state.project.harmony.wheel
    this.start = new Map(
      state.project.scheme.map(({ id, hex, hue }) => [
        id,
        { angle: angleOf(this.wheel, hex, hue), l: lchOf(hex).l, strength: relativeChromaOn(this.wheel, hex) },
      ]),
    )
    this.serious = new Set(seriousKeys(state))
  }

  /** Estimates from a state that was painted, no longer from the first. */
  rebase(base: CheckState): void {
    this.base = leanState(base)
    this.judged.clear()
  }

  private swatch = (id: string): Swatch => swatchIn(this.state, id) as Swatch
  hexOf(id: string, tone: Tone): Hex {
    if (tone === this.start.get(id)) return this.swatch(id).hex
    const key = `${id} ${tone.angle.toFixed(2)} ${tone.l.toFixed(4)} ${tone.strength.toFixed(4)}`
    const before = this.hexes.get(key)
    if (before) return before
    const { c } = lchOf(this.swatch(id).hex)
    const hex = colorAt(this.wheel, tone.angle, tone.l, tone.strength, { had: c, max: Math.max(c, 0.02) * 1.6 })
    this.hexes.set(key, hex)
    return hex
  }
  colors(tones: Tones): Map<string, Hex> {
    return new Map([...tones].map(([id, tone]) => [id, this.hexOf(id, tone)]))
  }
  cost(tones: Tones): number {
    let sum = 0
    for (const [id, tone] of tones)
      sum += deltaE(this.swatch(id).hex, this.hexOf(id, tone)) * Math.max(MIN_AREA, areaOf(this.state, id))
    return sum
  }

  private judge(tones: Tones): { virtual: CheckState; keys: Map<RuleName, Set<string>> } {
    const colors = this.colors(tones)
    const key = [...colors.values()].join()
    let found = this.judged.get(key)
    if (!found) this.judged.set(key, (found = { virtual: withColors(this.base, colors), keys: new Map() }))
    return found
  }
  /** True if a finding is still there. */
  has(tones: Tones, finding: Finding): boolean {
    const { virtual, keys } = this.judge(tones)
    let all = keys.get(finding.rule)
    if (!all)
      keys.set(
        finding.rule,
        (all = new Set(
          ruleOf(finding.rule)
            .find(virtual)
            .map(({ key }) => key),
        )),
      )
    return all.has(finding.key)
  }
  bringsSerious(tones: Tones): boolean {
    return seriousKeys(this.judge(tones).virtual).some(key => !this.serious.has(key))
  }
  keepsHarmony(tones: Tones): boolean {
    return [...tones].every(([id, { angle }]) => {
      const from = this.start.get(id)?.angle ?? angle
      return Math.abs(arc(from, angle)) <= this.tolerance + 1e-6
    })
  }

  /** Ways to change the tones of a finding's swatches, each by ever larger steps. */
  ways(finding: Finding, tones: Tones): Way[] {
    const ids = this.of(finding).filter(id => !this.swatch(id).locked)
    const shift = (id: string, by: Partial<Record<keyof Tone, number>>): ((n: number) => [string, Tone] | null) => {
      const from = tones.get(id) as Tone
      return n => {
        const l = from.l + (by.l ?? 0) * n
        const strength = from.strength * (1 + (by.strength ?? 0) * n)
        if (l < DARKEST || l > LIGHTEST || strength < 0) return null
        return [id, { angle: from.angle + (by.angle ?? 0), l, strength: unit(strength) }]
      }
    }
    const way =
      (...parts: Array<(n: number) => [string, Tone] | null>): Way =>
      n => {
        const changed = parts.map(part => part(n))
        if (changed.some(each => each === null)) return null
        return new Map([...tones, ...(changed as Array<[string, Tone]>)])
      }
    const { isByHue, isOfOneColor } = ruleOf(finding.rule)
    const turns = this.tolerance && isByHue ? [0, 1, -1] : [0]
    const free = (id: string, turn: number): number =>
      (this.start.get(id)?.angle ?? 0) + turn * this.tolerance - (tones.get(id)?.angle ?? 0)
    const single = ids.flatMap(id =>
      turns.flatMap(turn => {
        const angle = turn ? free(id, turn) : 0
        return [
          way(shift(id, { l: STEP, angle })),
          way(shift(id, { l: -STEP, angle })),
          ...(isOfOneColor || turn
            ? [
                way(shift(id, { strength: -0.03, angle })),
                way(shift(id, { strength: 0.05, angle })),
                way(shift(id, { l: STEP / 2, strength: -0.03, angle })),
                way(shift(id, { l: -STEP / 2, strength: -0.03, angle })),
              ]
            : []),
        ]
      }),
    )
    const [a, b] = ids
    if (a === undefined || b === undefined || ids.length !== 2) return single
    return [
      ...single,
      way(shift(a, { l: STEP }), shift(b, { l: -STEP })),
      way(shift(a, { l: -STEP }), shift(b, { l: STEP })),
    ]
  }
  private of(finding: Finding): readonly string[] {
    return finding.swatches.length ? finding.swatches : extremesOf(this.state).map(({ id }) => id)
  }
  /** True if all swatches of a finding are locked. */
  isHeld(finding: Finding): boolean {
    return this.of(finding).every(id => this.swatch(id).locked)
  }

  /** True if these tones settle all of these findings without spoiling anything. */
  settles(tones: Tones, findings: readonly Finding[]): boolean {
    return (
      this.keepsHarmony(tones) && findings.every(finding => !this.has(tones, finding)) && !this.bringsSerious(tones)
    )
  }

  /** The cheapest tones that settle one finding more, beside those settled before; null where no way leads there. */
  settle(finding: Finding, tones: Tones, settled: readonly Finding[]): Tones | null {
    const all = [...settled, finding]
    let [best, min] = [null as Tones | null, Infinity]
    for (const way of this.ways(finding, tones)) {
      let [low, high] = [0, 1]
      let there = way(high)
      while (there && high < MAX_STEPS && this.has(there, finding)) {
        if (this.cost(there) >= min) break // further on it is dearer still
        low = high
        high = Math.min(MAX_STEPS, high * 2)
        if (low === high) break
        there = way(high)
      }
      if (!there) {
        // the last step that is left on this way
        let last = low
        while (last + 1 < high && way(last + 1)) last++
        high = last
        there = last > low ? way(last) : null
      }
      if (!there || this.has(there, finding)) continue
      if (low && this.cost(way(low) ?? there) >= min) continue
      while (high - low > 1) {
        const middle = (low + high) >> 1
        const at = way(middle)
        if (at && !this.has(at, finding)) [high, there] = [middle, at]
        else low = middle
      }
      if (this.cost(there) >= min) continue
      // the first step may spoil something that a further one does not
      for (const more of [0, 2, 5]) {
        const at = more ? way(high + more) : there
        if (at && this.settles(at, all)) {
          const cost = this.cost(at)
          if (cost < min) [best, min] = [at, cost]
          break
        }
      }
    }
    return best
  }

  /** The same, with every change taken back as far as everything stays settled. */
  polished(tones: Tones, findings: readonly Finding[]): Tones {
    let now = tones
    for (const [id, tone] of tones) {
      const from = this.start.get(id) as Tone
      if (tone === from) continue
      let [low, high] = [0, 1]
      for (let n = 0; n < HALVINGS; n++) {
        const part = n ? (low + high) / 2 : 0
        const at = new Map([...now, [id, part ? between(from, tone, part) : from]])
        if (this.settles(at, findings)) {
          high = part
          now = at
          if (!part) break
        } else low = part
      }
    }
    return now
  }

  /** The same changes, so many times as far and some lightness more; swatches stay within the tolerance. */
  further(tones: Tones, factor: number, more: number): Tones {
    return new Map(
      [...tones].map(([id, tone]): [string, Tone] => {
        const from = this.start.get(id) as Tone
        if (tone === from) return [id, from]
        const there = between(from, tone, factor)
        const turn = Math.max(-this.tolerance, Math.min(this.tolerance, arc(from.angle, there.angle)))
        const l = there.l + Math.sign(there.l - from.l) * more
        return [
          id,
          {
            angle: from.angle + turn,
            l: Math.min(Math.max(LIGHTEST, from.l), Math.max(Math.min(DARKEST, from.l), l)),
            strength: unit(there.strength),
          },
        ]
      }),
    )
  }
}

const between = (from: Tone, to: Tone, part: number): Tone => ({
  angle: from.angle + arc(from.angle, to.angle) * part,
  l: from.l + (to.l - from.l) * part,
  strength: from.strength + (to.strength - from.strength) * part,
})
