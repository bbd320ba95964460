import { nextByKey, type By } from '#core/interaction/roving'

/** Options of a group that is one tab stop. */
export interface OneStop {
  /** The selector of its stops. */
  of: string
  /**
   * Keys that lead from stop to stop: arrows; arrows across, where those up and down mean something else; page keys, where
   * arrows move what has the focus; nothing, where the group itself sees to it.
   */
  by?: By | 'nothing'
  /** The first stop, where nothing there is chosen. */
  first?: string
}

const CHOSEN = '[aria-current], [aria-pressed=true], [aria-selected=true], .current'
/** Keys that a field needs for itself. */
const FIELDS = 'input, select, textarea'

/** Returns whether elements came or went: text that follows a hand changes in every frame. */
const hasElements = ({ addedNodes, removedNodes }: MutationRecord): boolean =>
  [...addedNodes, ...removedNodes].some(({ nodeType }) => nodeType === Node.ELEMENT_NODE)

/** Keeps a group one tab stop: the stop gone to last, or what is chosen there. */
class Stops {
  private current: Element | null = null
  private readonly watched: MutationObserver
  private readonly gone = new AbortController()
  private waiting = 0

  constructor(
    private readonly group: Element,
    private readonly wanted: OneStop,
  ) {
    const { signal } = this.gone
    // rows that come and go while one scrolls are looked at once, before they are painted
    this.watched = new MutationObserver(changes => {
      if (!changes.some(hasElements)) return
      this.waiting ||= requestAnimationFrame(() => {
        this.waiting = 0
        this.set()
      })
    })
    this.watched.observe(group, { childList: true, subtree: true })
    group.addEventListener('focusin', ({ target }) => this.come(target as Element), { signal })
    group.addEventListener('keydown', event => this.keyed(event as KeyboardEvent), { signal, capture: true })
    this.set()
  }

  /** In the order they are gone through: as they stand, or as `data-stop` numbers them. */
  private all(): Element[] {
    const all = [...this.group.querySelectorAll(this.wanted.of)].filter(each => each.getClientRects().length > 0)
    const place = (each: Element): number => Number((each as HTMLElement).dataset.stop)
    return all.some(each => Number.isFinite(place(each))) ? all.sort((one, other) => place(one) - place(other)) : all
  }

  private set(): void {
    const all = this.all()
    if (!this.current || !all.includes(this.current))
      this.current =
        all.find(each => each === document.activeElement) ??
        all.find(each => each.matches(CHOSEN)) ??
        (this.wanted.first ? all.find(each => each.matches(this.wanted.first as string)) : undefined) ??
        all[0] ??
        null
    for (const each of all) {
      const at = each === this.current ? '0' : '-1'
      if (each.getAttribute('tabindex') !== at) each.setAttribute('tabindex', at)
      each.setAttribute('data-roams', '')
    }
  }

  private come(target: Element): void {
    const stop = target.closest(this.wanted.of)
    if (!stop || stop === this.current || !this.group.contains(stop)) return
    this.current?.setAttribute('tabindex', '-1')
    stop.setAttribute('tabindex', '0')
    this.current = stop
  }

  private keyed(event: KeyboardEvent): void {
    const { by = 'arrows' } = this.wanted
    const target = event.target as HTMLElement
    if (by === 'nothing' || event.ctrlKey || event.metaKey || event.altKey || event.shiftKey) return
    if (!target.matches(this.wanted.of) || target.getAttribute('aria-expanded') === 'true') return
    if (target.matches(FIELDS) && (target as HTMLInputElement).type !== 'checkbox') return
    const all = this.all()
    const next = nextByKey(
      all.map(each => each.getBoundingClientRect()),
      all.indexOf(target),
      event.key,
      by,
    )
    if (next === null) return
    event.preventDefault()
    event.stopPropagation()
    ;(all[next] as HTMLElement | undefined)?.focus()
  }

  leave(): void {
    cancelAnimationFrame(this.waiting)
    this.watched.disconnect()
    this.gone.abort()
  }
}

const stopsOf = new WeakMap<Element, Stops>()

/** `v-one-stop`: what stands in a group is one tab stop; keys lead from one to the other. */
export const oneStop = {
  mounted: (group: Element, { value }: { value: OneStop }): void => void stopsOf.set(group, new Stops(group, value)),
  unmounted: (group: Element): void => {
    stopsOf.get(group)?.leave()
    stopsOf.delete(group)
  },
}
