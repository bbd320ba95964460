import type { Hex } from '#core/color/convert'
import { cascadeOf, COLOR_PROPERTIES, INITIAL_HEX, type Declared } from './cascade'
import { countDrawn, MARKERS, urlTarget } from './countDrawn'
import { ANIMATED, ANIMATIONS, FILLED, FLOODS, GROUPS, LETTERED, LIGHTS, MEASURING, STROKED } from './elementNames'
import { computedIn, isLinear } from './filter'
import { GradientStops } from './gradientStops'
import { InkBook, type InkContext } from './inkBook'
import { Inheritance, INITIAL, lookUp, type Inherited } from './inherit'
import { constantColor } from './colorMatrix'
import { attributeOf, hrefId, SVG_NAMESPACE, type Element, type Markup } from './markup'
import { readPaint, type Paint, type Token } from './paint'
import { slicePassage } from './passage'
import { isTooMuch, readSheets, type Sheets } from './stylesheet'
import { Unreadable } from './unreadable'

/** Maximum depth of uses and groups. */
const DEEPEST = 1000
/** Maximum depth to which patterns and markers are followed; what is deeper is followed after the rest. */
const DEEPEST_CONTENT = 50
/**
 * Maximum number of groups and shapes that are visited again where uses repeat them, and how many more for each
 * element there is.
 */
const MAX_REPEATED = 100_000
const REPEATED_EACH = 4
/** Maximum number of elements a renderer draws again because something repeats them. */
const MAX_DRAWN = 400_000
/**
 * So many stops are gone through again for shapes that share their gradient; from then on, so many of each gradient.
 */
const MAX_STOPS = 100_000
const FIRST_STOPS = 8

const brief = (text: string): string => (text.length > 60 ? `${text.slice(0, 57)}…` : text)

/**
 * Follows the paint of a file as a renderer does: from the root through groups and uses to shapes, from their paints
 * to gradients, patterns, markers and filters. What is never reached paints nothing and is no ink. What only feeds a
 * computation (masks, clip paths, lights, what a color matrix changes or makes) goes into a book of its own.
 */
export class PaintWalk {
  readonly page = new InkBook()
  readonly computed = new InkBook()
  readonly notes = new Set<string>()
  /** The gradients that paint, with the colors of their stops. */
  readonly runs = new Map<Element, Hex[]>()
  background: Token | null = null
  /** Elements whose inherited `fill` or `color` nobody wrote, and those where that must stay so. */
  readonly unwritten = { fill: new Set<Element>(), color: new Set<Element>() }
  readonly guarded = { fill: new Set<Element>(), color: new Set<Element>() }
  private readonly sheets: Sheets
  private readonly declared: (element: Element) => Declared
  private readonly inheritance: Inheritance
  private readonly byId = new Map<string, Element>()
  private readonly seen = new Set<string>()
  private readonly visited = new Set<Element>()
  private readonly stops = new GradientStops(this.byId)
  private readonly waiting: Array<{ container: Element; book: InkBook }> = []
  private readonly guardedOnce = new Set<Element>()
  private contents = 0
  private isCut = false
  private book = this.page
  private repeated = 0
  private stopsAgain = 0

  constructor(private readonly markup: Markup) {
    this.sheets = readSheets(markup.elements)
    this.declared = cascadeOf(markup, this.sheets)
    this.inheritance = new Inheritance(this.declared)
    for (const condition of this.sheets.conditions)
      this.notes.add(`The colors for “${brief(condition)}” are left as they are: they don’t apply to screens.`)
    for (const element of markup.elements) {
      const id = attributeOf(element, 'id')
      if (id !== undefined && !this.byId.has(id)) this.byId.set(id, element)
    }
  }

  run(): void {
    const drawn = countDrawn(this.markup, this.declared, this.byId)
    if (drawn > MAX_DRAWN + this.markup.elements.length)
      throw new Unreadable('The file repeats its parts too often to be drawn in reasonable time.')
    this.follow()
    if (isTooMuch(this.sheets)) this.notes.add('Its style sheets are too complex: some colors are left as they are.')
    if (this.isCut)
      this.notes.add(
        'It repeats its parts more often, or deeper, than can be followed: some colors are left as they are.',
      )
  }

  private follow(): void {
    this.behind(this.markup.root)
    this.walk(this.markup.root, INITIAL, null, 0)
    this.catchUp()
    for (const element of this.markup.elements)
      if (ANIMATIONS.has(element.local) && element.namespace === SVG_NAMESPACE) this.animation(element)
    for (const element of this.markup.elements) {
      if (!MEASURING.has(element.local) || element.namespace !== SVG_NAMESPACE) continue
      if (element.local === 'mask') this.guard(element)
      this.computing(() => this.content(element))
    }
    this.catchUp()
  }

  /** Visits the elements that stood too deep when they were found. */
  private catchUp(): void {
    for (let next = this.waiting.pop(); next; next = this.waiting.pop()) {
      const { container, book } = next
      const before = this.book
      this.book = book
      this.inside(container)
      this.book = before
    }
  }

  /** Counts a step on what a use repeats; false where there were too many. */
  private again(): boolean {
    if (++this.repeated <= MAX_REPEATED + REPEATED_EACH * this.markup.elements.length) return true
    this.isCut = true
    return false
  }

  /** Marks the inks found meanwhile as computed. */
  private computing(visit: () => void): void {
    const { book } = this
    this.book = this.computed
    visit()
    this.book = book
  }

  private walk(element: Element, outer: Inherited, host: Element | null, depth: number): void {
    if (element.namespace !== SVG_NAMESPACE || (host && !this.again())) return
    if (depth > DEEPEST) {
      this.isCut = true
      return
    }
    const group = GROUPS.has(element.local)
    if (!group && !STROKED.has(element.local) && element.local !== 'use' && !(element.local === 'symbol' && host))
      return
    const own = this.inheritance.within(element, outer)
    this.references(element)
    if (STROKED.has(element.local) && (!LETTERED.has(element.local) || element.lettered)) {
      if (FILLED.has(element.local)) this.paint(element, 'fill', own, host)
      this.paint(element, 'stroke', own, host)
    }
    if (element.local === 'use') this.use(element, own, host, depth)
    else for (const child of element.children) this.walk(child, own, host, depth + 1)
  }

  private use(element: Element, own: Inherited, host: Element | null, depth: number): void {
    const target = this.byId.get(hrefId(element))
    if (!target) return
    const key =
      `${target.index} ${host?.index ?? element.index} ` +
      `${[own.fill, own.stroke, own.color].map(describePaint).join(' ')} ${own.variables.id}`
    if (this.seen.has(key)) return
    this.seen.add(key)
    this.walk(target, own, host ?? element, depth + 1)
  }

  /** Follows one paint of a shape to the color, gradient or pattern it means. */
  private paint(
    element: Element,
    property: 'fill' | 'stroke',
    own: Inherited,
    host: Element | null,
    paint: Paint = own[property],
  ): void {
    switch (paint.kind) {
      case 'color':
        return this.book.write(paint.token, { painted: element })
      case 'initial':
        if (property === 'fill') this.leave('fill', host ?? element, { painted: element })
        return
      case 'current': {
        if (own.color.kind === 'color') this.book.write(own.color.token, { painted: element })
        else if (own.color.kind === 'initial') this.leave('color', host ?? element, { painted: element })
        return
      }
      case 'server': {
        const target = this.byId.get(paint.id)
        if (target && this.server(target, element)) return
        if (!target && paint.id) this.notes.add(`“#${brief(paint.id)}” is referenced but is not in the file.`)
        if (paint.fallback) this.paint(element, property, own, host, paint.fallback)
        return
      }
      case 'unread':
        this.unread(paint.text)
        return
      default:
        return
    }
  }

  private server(target: Element, painted: Element): boolean {
    if (target.local === 'pattern') {
      this.content(target)
      return true
    }
    if (!target.local.endsWith('Gradient')) return false
    const run = this.stopsToSee(target).flatMap(stop => this.single(stop, 'stop-color', painted) ?? [])
    if (this.book === this.page && !this.runs.has(target)) this.runs.set(target, run)
    return true
  }

  /**
   * The stops of a gradient; only the first, where very many were gone through for other shapes: all are inks by
   * then.
   */
  private stopsToSee(gradient: Element): Element[] {
    const stops = this.stops.of(gradient)
    if (!this.runs.has(gradient) || this.book !== this.page) return stops
    this.stopsAgain += stops.length
    return this.stopsAgain > MAX_STOPS ? stops.slice(0, FIRST_STOPS) : stops
  }

  /**
   * A color that belongs to one element and is not inherited: a stop, a flood or a light. Returns it where it can be
   * read.
   */
  private single(
    element: Element,
    property: 'stop-color' | 'flood-color' | 'lighting-color',
    painted: Element | null,
  ): Hex | null {
    const context: InkContext = { painted, again: this.visited.has(element), whenClear: property === 'stop-color' }
    this.visited.add(element)
    const own = this.inheritance.within(element, this.inheritance.at(element))
    const declared = lookUp(this.declared(element)[property] ?? { kind: 'initial' }, own.variables) ?? {
      kind: 'initial',
    }
    const paint = declared.kind === 'current' ? own.color : declared
    if (paint.kind === 'color') {
      this.book.write(paint.token, context)
      return paint.token.hex
    }
    if (paint.kind === 'unread') this.unread(paint.text)
    if (paint.kind !== 'initial' && paint.kind !== 'inherit') return null
    if (declared.kind === 'current') this.leave('color', element, context)
    else this.book.add(INITIAL_HEX[property], context, context.again ? [] : [{ element, property }])
    return INITIAL_HEX[property]
  }

  /** The color of the page behind the drawing, which browsers show for the root of a file alone. */
  private behind(root: Element): void {
    const own = this.inheritance.within(root, INITIAL)
    const declared = lookUp(this.declared(root).background ?? { kind: 'none' }, own.variables)
    const paint = declared?.kind === 'current' ? own.color : declared
    if (paint?.kind === 'unread') this.unread(paint.text)
    if (paint?.kind !== 'color' || paint.token.alpha === 0) return
    this.book.write(paint.token, { painted: null })
    this.background = paint.token
  }

  private references(element: Element): void {
    const declared = this.declared(element)
    if (declared.filter !== undefined) {
      const filter = this.byId.get(urlTarget(declared.filter) ?? '')
      if (filter?.local === 'filter' && !this.visited.has(filter)) {
        this.visited.add(filter)
        this.filter(filter)
      }
    }
    for (const property of MARKERS) {
      if (declared[property] === undefined) continue
      const marker = this.byId.get(urlTarget(declared[property]) ?? '')
      if (marker?.local === 'marker') this.content(marker)
    }
  }

  /**
   * The floods of a filter are colors on the page, unless they are clear or a computation changes them; its lights
   * only measure. What a color matrix makes by its numbers alone counts as computed: few look for a color there.
   */
  private filter(filter: Element): void {
    const computed = computedIn(filter)
    for (const primitive of filter.children) {
      if (FLOODS.has(primitive.local) && Number.parseFloat(this.declared(primitive)['flood-opacity'] ?? '1') !== 0) {
        const flood = (): unknown => this.single(primitive, 'flood-color', null)
        if (computed.has(primitive)) this.computing(flood)
        else flood()
      } else if (LIGHTS.has(primitive.local)) this.computing(() => this.single(primitive, 'lighting-color', null))
      else if (primitive.local === 'feColorMatrix') {
        const made = constantColor(primitive, isLinear(primitive, this.declared))
        if (made) this.computing(() => this.book.write(made, { painted: null }))
      }
    }
  }

  /** The shapes within a pattern, marker, mask or clip path, which inherit where they stand. */
  private content(container: Element): void {
    if (this.visited.has(container)) return
    this.visited.add(container)
    if (this.contents >= DEEPEST_CONTENT) this.waiting.push({ container, book: this.book })
    else this.inside(container)
  }

  private inside(container: Element): void {
    this.contents++
    const own = this.inheritance.within(container, this.inheritance.at(container))
    const content = container.children.length ? container : this.byId.get(hrefId(container))
    for (const child of content?.children ?? []) this.walk(child, own, null, 1)
    this.contents--
  }

  /** Marks what a mask measures with the unwritten black, so that writing a color does not change it. */
  private guard(container: Element): void {
    for (const element of container.children) {
      if (this.guardedOnce.has(element)) continue
      this.guardedOnce.add(element)
      const own = this.inheritance.within(element, this.inheritance.at(element))
      for (const property of ['fill', 'color'] as const)
        if (own[property].kind === 'initial') this.guarded[property].add(element)
      this.guard(element)
    }
  }

  /** The colors an animation runs through. */
  private animation(element: Element): void {
    const property = COLOR_PROPERTIES.find(name => name === attributeOf(element, 'attributeName')?.trim())
    if (!property) return
    for (const { name, value } of element.attributes) {
      if (!ANIMATED.some(each => each === name)) continue
      for (let start = 0; start <= value.text.length; ) {
        const next = value.text.indexOf(';', start)
        const end = next < 0 ? value.text.length : next
        const paint = readPaint(slicePassage(value, start, end), null)
        if (paint?.kind === 'color') this.book.write(paint.token, { painted: null })
        start = end + 1
      }
    }
  }

  private unread(text: string): void {
    this.notes.add(`The color “${brief(text)}” is computed in the file and left as it is.`)
  }

  /** A black nobody wrote. Where it only feeds a computation it stays so. */
  private leave(property: 'fill' | 'color', host: Element, context: InkContext): void {
    if (this.book === this.page) this.unwritten[property].add(host)
    this.book.add(INITIAL_HEX[property], context)
  }
}

const describePaint = (paint: Paint): string =>
  paint.kind === 'color' ? String(paint.token.place.start) : paint.kind === 'server' ? paint.id : paint.kind
