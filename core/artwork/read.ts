import type { Hex } from '../color/convert'
import { additionsFor } from './additions'
import { cascadeOf, COLOR_PROPERTIES, INITIAL_HEX, type Declared } from './cascade'
import { attributeOf, hrefOf, readMarkup, SVG_NAMESPACE, type Element, type Markup } from './markup'
import { readPaint, type Paint, type Token } from './paint'
import { part, type Passage } from './passage'
import { readSheets } from './stylesheet'
import type { Ink, Reading } from './reading'

/** The custom properties that reach an element, each with those that reached where it was said. */
interface Variables { id: number, said: ReadonlyMap<string, { value: Passage, at: Variables }> }

/** What an element inherits: the paint that reaches it and where it was said, and the custom properties. */
type Inherited = { [P in 'fill' | 'stroke' | 'color']: Paint } & { variables: Variables }

const INITIAL: Inherited = { fill: { kind: 'initial' }, stroke: { kind: 'none' }, color: { kind: 'initial' }, variables: { id: 0, said: new Map() } }

const FILLED = new Set(['path', 'rect', 'circle', 'ellipse', 'polygon', 'polyline', 'text', 'tspan', 'textPath', 'tref'])
const STROKED = new Set([...FILLED, 'line'])
const LETTERED = new Set(['text', 'tspan', 'textPath'])
const GROUPS = new Set(['svg', 'g', 'a', 'switch', 'text', 'tspan', 'textPath'])
const FLOODS: Readonly<Record<string, 'flood-color' | 'lighting-color'>> = {
  feFlood: 'flood-color', feDropShadow: 'flood-color', feDiffuseLighting: 'lighting-color', feSpecularLighting: 'lighting-color',
}
const ANIMATIONS = new Set(['animate', 'set', 'animateColor'])
const ANIMATED = ['values', 'from', 'to', 'by'] as const
const DEEPEST = 200
/** How many custom properties may lead to one another. */
const MOST_HOPS = 16
const MOST_STEPS = 2_000_000
const MOST_NOTES = 20

const brief = (text: string): string => text.length > 60 ? `${text.slice(0, 57)}…` : text

/** The target of `url(#id)`. */
const urlTarget = (value: string | undefined): string | null => /url\(\s*["']?#([^"')\s]+)/.exec(value ?? '')?.[1] ?? null

/**
 * Follows the paint of a file as a renderer does: from the root through groups and uses to shapes, from their
 * paints to gradients, patterns, markers and filters. What is never reached paints nothing and is no ink, and
 * neither is what only measures: masks and clip paths.
 */
class PaintWalk {
  readonly inks = new Map<Hex, Ink>()
  readonly order: Ink[] = []
  readonly paints = new Map<Element, number[]>()
  readonly notes = new Set<string>()
  /** The gradients that paint, with the colors of their stops. */
  readonly runs = new Map<Element, Hex[]>()
  /** Elements whose inherited `fill` or `color` nobody wrote, and those where that must stay so. */
  readonly unwritten = { fill: new Set<Element>(), color: new Set<Element>() }
  readonly guarded = { fill: new Set<Element>(), color: new Set<Element>() }
  private readonly declared: (element: Element) => Declared
  private readonly byId = new Map<string, Element>()
  private readonly inheritedBy = new Map<Element, Inherited>()
  private readonly places = new Map<Ink, number>()
  private readonly seen = new Set<string>()
  private readonly visited = new Set<Element>()
  private steps = 0
  private scopes = 0

  constructor(private readonly markup: Markup) {
    const sheets = readSheets(markup.elements)
    this.declared = cascadeOf(markup, sheets)
    for (const condition of sheets.conditions) this.notes.add(`The colors for “${brief(condition)}” are left as they are: they do not hold on a screen.`)
    for (const element of markup.elements) {
      const id = attributeOf(element, 'id')
      if (id !== undefined && !this.byId.has(id)) this.byId.set(id, element)
    }
  }

  run(): void {
    this.walk(this.markup.root, INITIAL, null, 0)
    for (const element of this.markup.elements) {
      if (element.local === 'mask') this.guard(element)
      if (ANIMATIONS.has(element.local) && element.namespace === SVG_NAMESPACE) this.animation(element)
      if (element.local === 'image' && element.namespace === SVG_NAMESPACE) this.notes.add('Pictures within the file are left as they are.')
    }
  }

  /** What reaches the children of an element, given what reaches the element. */
  private within(element: Element, inherited: Inherited): Inherited {
    const { fill, stroke, color, variables: said } = this.declared(element)
    if (!fill && !stroke && !color && !said) return inherited
    const variables = said ? this.variablesWithin(said, inherited.variables) : inherited.variables
    const reach = (own: Paint | undefined, outer: Paint): Paint => {
      const paint = own?.kind === 'variable' ? this.lookUp(own, variables) : own
      return !paint || paint.kind === 'inherit' ? outer : paint
    }
    const ownColor = color?.kind === 'current' ? inherited.color : reach(color, inherited.color)
    return { fill: reach(fill, inherited.fill), stroke: reach(stroke, inherited.stroke), color: ownColor.kind === 'current' ? inherited.color : ownColor, variables }
  }

  private variablesWithin(said: ReadonlyMap<string, Passage>, outer: Variables): Variables {
    const own = new Map(outer.said)
    const variables = { id: ++this.scopes, said: own }
    for (const [name, value] of said) own.set(name, { value, at: variables })
    return variables
  }

  /** What a custom property means where it is used (CSS Custom Properties 1, section 3): null, as if nothing was said, where it has no value and no fallback. */
  private lookUp(paint: Paint, variables: Variables, hops = 0): Paint | null {
    if (paint.kind !== 'variable') return paint
    const found = hops < MOST_HOPS ? variables.said.get(paint.name) : undefined
    if (!found) return paint.fallback && this.lookUp(paint.fallback, variables, hops)
    const value = readPaint(found.value, null)
    return value && this.lookUp(value, found.at, hops + 1)
  }

  /** What reaches an element where it stands in the file. */
  private inheritedAt(element: Element): Inherited {
    if (!element.parent) return INITIAL
    let known = this.inheritedBy.get(element.parent)
    if (!known) this.inheritedBy.set(element.parent, known = this.within(element.parent, this.inheritedAt(element.parent)))
    return known
  }

  private walk(element: Element, outer: Inherited, host: Element | null, depth: number): void {
    if (element.namespace !== SVG_NAMESPACE || depth > DEEPEST || ++this.steps > MOST_STEPS) return
    const group = GROUPS.has(element.local)
    if (!group && !STROKED.has(element.local) && element.local !== 'use' && !(element.local === 'symbol' && host)) return
    const own = this.within(element, outer)
    this.references(element)
    if (STROKED.has(element.local) && (!LETTERED.has(element.local) || element.lettered)) {
      if (FILLED.has(element.local)) this.paint(element, 'fill', own, host)
      this.paint(element, 'stroke', own, host)
    }
    if (element.local === 'use') this.use(element, own, host, depth)
    else for (const child of element.children) this.walk(child, own, host, depth + 1)
  }

  private use(element: Element, own: Inherited, host: Element | null, depth: number): void {
    const target = this.byId.get((hrefOf(element) ?? '').replace(/^#/, ''))
    if (!target) return
    const key = `${target.index} ${host?.index ?? element.index} ${[own.fill, own.stroke, own.color].map(said).join(' ')} ${own.variables.id}`
    if (this.seen.has(key)) return
    this.seen.add(key)
    this.walk(target, own, host ?? element, depth + 1)
  }

  /** Follows one paint of a shape to the color, gradient or pattern it means. */
  private paint(element: Element, property: 'fill' | 'stroke', own: Inherited, host: Element | null, paint: Paint = own[property]): void {
    switch (paint.kind) {
      case 'color': return this.write(paint.token, element)
      case 'initial':
        if (property === 'fill') this.leave('fill', host ?? element, element)
        return
      case 'current': {
        if (own.color.kind === 'color') this.write(own.color.token, element)
        else if (own.color.kind === 'initial') this.leave('color', host ?? element, element)
        return
      }
      case 'server': {
        const target = this.byId.get(paint.id)
        if (target && this.server(target, element)) return
        if (!target && paint.id) this.notes.add(`“#${brief(paint.id)}” is pointed to and is not in the file.`)
        if (paint.fallback) this.paint(element, property, own, host, paint.fallback)
        return
      }
      case 'unread':
        this.unread(paint.text)
        return
      default: return
    }
  }

  private server(target: Element, painted: Element): boolean {
    if (target.local === 'pattern') {
      this.content(target)
      return true
    }
    if (!target.local.endsWith('Gradient')) return false
    const run = this.stopsOf(target).flatMap(stop => this.single(stop, 'stop-color', painted) ?? [])
    if (!this.runs.has(target)) this.runs.set(target, run)
    return true
  }

  /** The stops a gradient shows: its own, or those it takes over by reference. */
  private stopsOf(gradient: Element): Element[] {
    let at: Element | undefined = gradient
    for (let hops = 0; at && hops < 32; hops++) {
      const stops = at.children.filter(({ local }) => local === 'stop')
      if (stops.length) return stops
      at = this.byId.get((hrefOf(at) ?? '').replace(/^#/, ''))
    }
    return []
  }

  /** A color that belongs to one element and is not inherited: a stop, a flood or a light. Returns it where it can be read. */
  private single(element: Element, property: 'stop-color' | 'flood-color' | 'lighting-color', painted: Element | null): Hex | null {
    const again = this.visited.has(element)
    this.visited.add(element)
    const own = this.within(element, this.inheritedAt(element))
    const said = this.lookUp(this.declared(element)[property] ?? { kind: 'initial' }, own.variables) ?? { kind: 'initial' }
    const paint = said.kind === 'current' ? own.color : said
    if (paint.kind === 'color') {
      this.write(paint.token, painted, again, property === 'stop-color')
      return paint.token.hex
    }
    if (paint.kind === 'unread') this.unread(paint.text)
    if (paint.kind !== 'initial' && paint.kind !== 'inherit') return null
    if (said.kind === 'current') this.leave('color', element, painted, again)
    else this.add(INITIAL_HEX[property], painted, again).additions.push(...again ? [] : [{ element, property }])
    return INITIAL_HEX[property]
  }

  private references(element: Element): void {
    const said = this.declared(element)
    const filter = this.byId.get(urlTarget(said.filter) ?? '')
    if (filter?.local === 'filter' && !this.visited.has(filter)) {
      this.visited.add(filter)
      for (const primitive of filter.children) {
        const property = FLOODS[primitive.local]
        if (property) this.single(primitive, property, null)
      }
    }
    for (const property of ['marker', 'marker-start', 'marker-mid', 'marker-end'] as const) {
      const marker = this.byId.get(urlTarget(said[property]) ?? '')
      if (marker?.local === 'marker') this.content(marker)
    }
  }

  /** The shapes within a pattern or marker, which inherit where they stand. */
  private content(container: Element): void {
    if (this.visited.has(container)) return
    this.visited.add(container)
    const own = this.within(container, this.inheritedAt(container))
    const content = container.children.length ? container : this.byId.get((hrefOf(container) ?? '').replace(/^#/, ''))
    for (const child of content?.children ?? []) this.walk(child, own, null, 1)
  }

  /** Marks what a mask measures with the unwritten black, so that writing a color does not change it. */
  private guard(container: Element): void {
    for (const element of container.children) {
      const own = this.within(element, this.inheritedAt(element))
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
      for (let start = 0; start <= value.text.length;) {
        const next = value.text.indexOf(';', start)
        const end = next < 0 ? value.text.length : next
        const paint = readPaint(part(value, start, end), null)
        if (paint?.kind === 'color') this.write(paint.token, null)
        start = end + 1
      }
    }
  }

  private unread(text: string): void {
    this.notes.add(`The color “${brief(text)}” is computed in the file and left as it is.`)
  }

  private leave(property: 'fill' | 'color', host: Element, painted: Element | null, again = false): void {
    this.unwritten[property].add(host)
    this.add(INITIAL_HEX[property], painted, again)
  }

  private write(token: Token, painted: Element | null, again = false, whenClear = false): void {
    if (token.alpha === 0 && !whenClear) return
    const ink = this.add(token.hex, painted, again)
    const { start } = token.place
    if (!this.visitedPlaces.has(start)) {
      this.visitedPlaces.add(start)
      ink.tokens.push(token)
    }
  }

  private readonly visitedPlaces = new Set<number>()

  private add(hex: Hex, painted: Element | null, again = false): Ink {
    let ink = this.inks.get(hex)
    if (!ink) {
      this.inks.set(hex, ink = { hex, uses: 0, tokens: [], additions: [] })
      this.places.set(ink, this.order.push(ink) - 1)
    }
    if (!again) ink.uses++
    if (painted) {
      const place = this.places.get(ink) as number
      const paints = this.paints.get(painted)
      if (!paints) this.paints.set(painted, [place])
      else if (!paints.includes(place)) paints.push(place)
    }
    return ink
  }
}

const said = (paint: Paint): string =>
  paint.kind === 'color' ? String(paint.token.place.start) : paint.kind === 'server' ? paint.id : paint.kind

/**
 * Reads an SVG, already clean, into its inks. Throws Unreadable, in a plain sentence, for what is not a
 * well-formed SVG.
 */
export const readSvg = (source: string): Reading => {
  const markup = readMarkup(source)
  const walk = new PaintWalk(markup)
  walk.run()
  for (const property of ['fill', 'color'] as const) {
    if (!walk.unwritten[property].size) continue
    walk.inks.get(INITIAL_HEX[property])?.additions.push(...additionsFor(markup, property, walk.unwritten[property], walk.guarded[property]))
  }
  return { markup, inks: walk.order, paints: walk.paints, runs: [...walk.runs.values()].filter(run => new Set(run).size > 1), notes: [...walk.notes].slice(0, MOST_NOTES) }
}
