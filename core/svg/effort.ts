/** Maximum lookups for the style sheets of one file: steps from element to element, and rules tried. */
const MAX_EFFORT = 1_000_000
/** The same for each element besides. */
const EFFORT_EACH = 50

/** That so much was looked up, and is not any more. */
class Spent extends Error {}

/** Counts what is looked up. */
export class Effort {
  private left: number

  constructor(elements: number) {
    this.left = MAX_EFFORT + EFFORT_EACH * elements
  }

  get isSpent(): boolean {
    return this.left <= 0
  }

  /** Throws Spent where that is more than there is left. */
  spend(steps: number): void {
    this.left -= steps
    if (this.isSpent) throw new Spent()
  }

  /** The result of the work; nothing, from then on, where it takes more than there is left. */
  within<Found>(work: () => Found, nothing: Found): Found {
    if (this.isSpent) return nothing
    try {
      return work()
    } catch (error) {
      if (error instanceof Spent) return nothing
      throw error
    }
  }
}
