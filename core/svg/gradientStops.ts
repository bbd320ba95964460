import { hrefId, type Element } from './markup'

/** Maximum number of references from one gradient to the next that are followed. */
const MAX_HOPS = 32

/** The stops gradients show: their own, or those they take over by reference. */
export class GradientStops {
  private readonly own = new Map<Element, Element[]>()

  constructor(private readonly byId: ReadonlyMap<string, Element>) {}

  of(gradient: Element): Element[] {
    let at: Element | undefined = gradient
    for (let hops = 0; at && hops < MAX_HOPS; hops++) {
      let stops = this.own.get(at)
      if (!stops) this.own.set(at, (stops = at.children.filter(({ local }) => local === 'stop')))
      if (stops.length) return stops
      at = this.byId.get(hrefId(at))
    }
    return []
  }
}
