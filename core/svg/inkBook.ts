import type { Hex } from '#core/color/convert'
import type { Element } from './markup'
import type { Token } from './paint'
import type { Addition, Ink } from './reading'

/**
 * The context of a color: on which shape, whether its element was visited before, and whether it counts where it is
 * clear.
 */
export interface InkContext {
  painted: Element | null
  again?: boolean
  whenClear?: boolean
}

/** More inks than a file can hold. */
const MAX_INKS = 2 ** 25

/** The inks found on the way through a file, each place where a color stands once. */
export class InkBook {
  readonly inks: Ink[] = []
  /**
   * By their place among the inks, what each element is painted with, by its place among the elements; nothing where
   * it is not.
   */
  readonly paints: Array<number[] | undefined> = []
  /** Which elements are painted with which inks. */
  private readonly pairs = new Set<number>()
  private readonly placeOf = new Map<Hex, number>()
  private readonly starts = new Set<number>()

  /** True if a color that stands at a place of the source has been found. */
  has(start: number): boolean {
    return this.starts.has(start)
  }

  of(hex: Hex): Ink | undefined {
    return this.inks[this.placeOf.get(hex) ?? -1]
  }

  /** Takes down a color that is written. */
  write(token: Token, context: InkContext): void {
    if (token.alpha === 0 && !context.whenClear) return
    const ink = this.take(token.hex, context)
    const { start } = token.place
    if (this.starts.has(start)) return
    this.starts.add(start)
    ink.tokens.push(token)
  }

  /** Takes down a color nobody wrote, with where it could be written. */
  add(hex: Hex, context: InkContext, additions: readonly Addition[] = []): void {
    this.take(hex, context).additions.push(...additions)
  }

  /** Takes in what another book has, as colors that only feed a computation; what stands here too stays as it is. */
  takeComputed(other: InkBook): void {
    for (const { hex, uses, tokens } of other.inks) {
      const own = tokens.filter(({ place }) => !this.starts.has(place.start))
      if (!own.length) continue
      const ink = this.take(hex, { painted: null, again: true })
      ink.uses += uses
      ink.computed.push(...own)
    }
  }

  private take(hex: Hex, { painted, again = false }: InkContext): Ink {
    let place = this.placeOf.get(hex)
    if (place === undefined)
      this.placeOf.set(hex, (place = this.inks.push({ hex, uses: 0, tokens: [], additions: [], computed: [] }) - 1))
    const ink = this.inks[place] as Ink
    if (!again) ink.uses++
    if (painted) {
      const pair = painted.index * MAX_INKS + place
      if (!this.pairs.has(pair)) {
        this.pairs.add(pair)
        const paints = this.paints[painted.index]
        if (!paints) this.paints[painted.index] = [place]
        else paints.push(place)
      }
    }
    return ink
  }
}
