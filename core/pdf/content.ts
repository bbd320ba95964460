import { concatBytes } from '#core/math/bytes'
import { dictOf, isTrue, lookup, nameOf, PDFName, resourceOf, type PDFDict, type Value } from './objects'
import { DEVICE_GRAY, type DeviceName, type Space, type Spaces } from './spaces'
import { readOperations, type Operand, type Operation } from './tokens'

/** Uses of a color: letters or everything else. */
export const USE = { text: 1, shape: 2 } as const
export type Way = 'fill' | 'stroke'

/** A place in a content stream where a color is set, or the color a page begins with. */
export interface ColorPlace {
  /** Its place among the places of the content. */
  index: number
  way: Way
  space: Space
  values: readonly number[]
  /** The name of the pattern that is painted in this color, as it stands in the source; empty where it is none. */
  pattern: string
  /** Its uses: bits of `USE`. */
  uses: number
}

/** New text of a place: the operators that set it, and whether they leave its color space set. */
export interface Replacement {
  text: string
  keepsSpace: boolean
}

/** New texts of a place for letters and for anything else; null: as it is. */
export type PlacePlan = Record<keyof typeof USE, Replacement | null>

/** Uses of the caller's colors in content: bits of `USE`. */
export type Inherited = Record<Way, number>

/** Something content refers to that has colors of its own. */
export interface Child {
  kind: 'form' | 'pattern' | 'font' | 'shading'
  value: Value
}

/** Surroundings of content: its resources, its color spaces, and the reader of things it refers to. */
export interface ContentHost {
  resources: PDFDict | undefined
  spaces: Spaces
  /** True where content starts with black, as pages do; false where it goes on with the colors of whoever calls it. */
  startsBlack: boolean
  /** Takes in something content refers to; returns what that paints with the colors of the moment. */
  visit: (child: Child, resources: PDFDict | undefined) => Inherited
}

/** A change of bytes: what stands from `start` to `end` becomes a text. */
export interface ContentEdit {
  start: number
  end: number
  text: string
}

/** The colors of content, what it paints with those of whoever calls it, and its edits where it was read by a plan. */
export interface ContentReading {
  places: ColorPlace[]
  inherits: Inherited
  edits: ContentEdit[]
}

/** A place in the source. */
interface Span {
  start: number
  end: number
}

/** A color of the moment. */
interface Paint {
  space: Space
  /** Where it was set; null where nothing can be written for it: a pattern, a space that cannot be read. */
  place: ColorPlace | null
  isInherited: boolean
  /** The operation that set the space and the one that set the color: its place in the source, or its text; null where none did. */
  spaceSet: Span | null
  colorSet: Span | string | null
  /** Which of its writings is in force. */
  written: keyof typeof USE | 'both'
  /** True while what is written has left the space of the source. */
  leftSpace: boolean
}

interface State {
  fill: Paint
  stroke: Paint
  textMode: number
  /** The font of the moment, where its letters are drawn by content streams (type 3). */
  font: Value
}

const PATH = new Set(['m', 're', 'l', 'c', 'v', 'y', 'h'])
const FILLS = new Set(['f', 'F', 'f*', 'B', 'B*', 'b', 'b*'])
const STROKES = new Set(['S', 's', 'B', 'B*', 'b', 'b*'])
const SHOWS = new Set(['Tj', 'TJ', "'", '"'])
/** Operators that set a color: of what, and in which space; of the device, or of one that is set by name. */
const COLORS: Record<string, readonly [Way, DeviceName | 'space' | 'color']> = {
  ...{ g: ['fill', 'DeviceGray'], rg: ['fill', 'DeviceRGB'], k: ['fill', 'DeviceCMYK'] },
  ...{ cs: ['fill', 'space'], sc: ['fill', 'color'], scn: ['fill', 'color'] },
  ...{ G: ['stroke', 'DeviceGray'], RG: ['stroke', 'DeviceRGB'], K: ['stroke', 'DeviceCMYK'] },
  ...{ CS: ['stroke', 'space'], SC: ['stroke', 'color'], SCN: ['stroke', 'color'] },
}
const WAYS = ['fill', 'stroke'] as const

/** Text rendering modes that fill and that stroke letters (ISO 32000-1, 9.3.6). */
const FILLING = new Set([0, 2, 4, 6])
const STROKING = new Set([1, 2, 5, 6])

/** Maximum nesting of saved graphics states. */
const MAX_STATES = 10_000

const isAlike = (one: Replacement | null, other: Replacement | null): boolean =>
  one === other || (one !== null && other !== null && one.text === other.text && one.keepsSpace === other.keepsSpace)

const isMask = (operands: readonly Operand[]): boolean =>
  operands.some(
    (operand, i) =>
      operand !== null &&
      typeof operand === 'object' &&
      (operand.name === 'IM' || operand.name === 'ImageMask') &&
      operands[i + 1] === true,
  )

const firstNumber = ([operand]: readonly Operand[]): number => (typeof operand === 'number' ? operand : 0)
const lastName = (operands: readonly Operand[]): string | undefined => {
  const last = operands[operands.length - 1]
  return last !== null && typeof last === 'object' ? last.name : undefined
}

/** The numbers among operands: all of them, for most operators. */
const numbersIn = (operands: readonly Operand[]): readonly number[] => {
  for (const operand of operands)
    if (typeof operand !== 'number') return operands.filter(each => typeof each === 'number')
  return operands as readonly number[]
}

const paintIn = (space: Space, spaceSet: Span | null, colorSet: Span | string | null): Paint => ({
  space,
  place: null,
  isInherited: false,
  spaceSet,
  colorSet,
  written: 'both',
  leftSpace: false,
})

/** One reading of a content stream. */
class Walk implements ContentReading {
  readonly places: ColorPlace[] = []
  readonly edits: ContentEdit[] = []
  readonly inherits: Inherited = { fill: 0, stroke: 0 }
  private readonly saved: State[] = []
  private state: State
  private pathStart = -1
  /** True in a letter whose shape alone counts: its colors are ignored (type 3, 9.6.5). */
  private isShapeOnly = false

  constructor(
    private readonly bytes: Uint8Array,
    private readonly host: ContentHost,
    private readonly plan: readonly PlacePlan[] | undefined,
  ) {
    this.state = { fill: this.firstPaint('fill'), stroke: this.firstPaint('stroke'), textMode: 0, font: undefined }
  }

  run(): this {
    readOperations(this.bytes, operation => this.take(operation))
    return this
  }

  private firstPaint(way: Way): Paint {
    const paint = paintIn(DEVICE_GRAY, null, way === 'fill' ? '0 g' : '0 G')
    paint.isInherited = !this.host.startsBlack
    if (this.host.startsBlack) this.set(paint, way, [0], { start: 0, end: 0 })
    return paint
  }

  /** The text of an operation as it stands in the source. */
  private sourceText(set: Span | string | null): string {
    if (set === null || typeof set === 'string') return set ?? ''
    let text = ''
    for (let at = set.start; at < set.end; at++) text += String.fromCharCode(this.bytes[at]!)
    return text
  }

  private insert(at: number, text: string): void {
    this.edits.push({ start: at, end: at, text: ` ${text}\n` })
  }

  /** The color of a paint in one of its writings, with its space where that had been left. */
  private writing(paint: Paint, own: Replacement | null): string {
    const text = own ? own.text : this.sourceText(paint.colorSet)
    const isBack = paint.leftSpace && (!own || own.keepsSpace)
    paint.leftSpace = own ? !own.keepsSpace : false
    return isBack && paint.spaceSet ? `${this.sourceText(paint.spaceSet)} ${text}` : text
  }

  /** Takes down a place where a color is set, and writes it by the plan; `span` is the operation that sets it. */
  private set(paint: Paint, way: Way, values: readonly number[], span: Span, pattern = ''): void {
    const space = pattern ? (paint.space.base ?? paint.space) : paint.space
    paint.place = { index: this.places.length, way, space, values, pattern, uses: 0 }
    this.places.push(paint.place)
    paint.written = 'both'
    const own = this.plan?.[paint.place.index]
    if (!own) return
    const isSame = isAlike(own.text, own.shape)
    if (!isSame) paint.written = own.shape ? 'text' : 'shape'
    const first = isSame || own.shape ? own.text : own.shape
    if (!first && !paint.leftSpace) return
    const text = this.writing(paint, first)
    if (span.start === span.end) this.insert(span.end, first ? text : '')
    else this.edits.push({ start: span.start, end: span.end, text })
  }

  private setColor(operation: Operation, way: Way, name: (typeof COLORS)[string][1]): void {
    if (this.isShapeOnly) return
    if (this.pathStart >= 0) this.pathStart = operation.end // a color within a path, which only careless programs write
    const { operands } = operation
    const { resources, spaces } = this.host
    const values = numbersIn(operands)
    if (name === 'color') {
      const before = this.state[way]
      const paint = paintIn(before.space, before.spaceSet, operation)
      paint.leftSpace = before.leftSpace
      this.state[way] = paint
      const pattern = lastName(operands)
      if (pattern !== undefined)
        this.host.visit({ kind: 'pattern', value: resourceOf(resources, 'Pattern', pattern) }, resources)
      const isWritten = pattern === undefined ? paint.space.kind !== 'pattern' : paint.space.base !== undefined
      if (isWritten && values.length) {
        const suffix = pattern === undefined ? '' : (/\/[^\s/]*(?=\s*\S*$)/.exec(this.sourceText(operation))?.[0] ?? '')
        return this.set(paint, way, values, operation, suffix)
      }
      if (paint.leftSpace) this.edits.push({ ...operation, text: this.writing(paint, null) })
      return
    }
    const space =
      name === 'space' ? spaces.of(PDFName.of(lastName(operands) ?? ''), resources) : spaces.ofDevice(name, resources)
    const paint =
      name === 'space' ? paintIn(space ?? UNKNOWN, operation, null) : paintIn(space ?? UNKNOWN, null, operation)
    this.state[way] = paint
    if (!space || space.kind === 'pattern') return
    if (name === 'space') this.set(paint, way, space.initial, { start: operation.end, end: operation.end })
    else this.set(paint, way, values, operation)
  }

  /** Paints with the color of the moment; one that is written otherwise for such a use is set before `anchor`. */
  private paint(way: Way, use: keyof typeof USE, anchor: number): void {
    const paint = this.state[way]
    const { place } = paint
    if (!place) {
      if (paint.isInherited) this.inherits[way] |= USE[use]
      return
    }
    place.uses |= USE[use]
    const own = this.plan?.[place.index]
    if (!own || paint.written === 'both' || paint.written === use) return
    paint.written = use
    this.insert(anchor, this.writing(paint, own[use]))
  }

  /** Paints what something content refers to paints with the colors of the moment. */
  private paintChild(child: Child, anchor: number, asText = false): void {
    const inherited = this.host.visit(child, this.host.resources)
    for (const way of WAYS) {
      if (inherited[way] & USE.text || (asText && inherited[way])) this.paint(way, 'text', anchor)
      if (inherited[way] & USE.shape && !asText) this.paint(way, 'shape', anchor)
    }
  }

  private show(start: number): void {
    const { textMode, font } = this.state
    if (font && textMode !== 3) return this.paintChild({ kind: 'font', value: font }, start, true)
    if (FILLING.has(textMode)) this.paint('fill', 'text', start)
    if (STROKING.has(textMode)) this.paint('stroke', 'text', start)
  }

  private paintObject(name: string | undefined, start: number): void {
    const { resources, spaces } = this.host
    if (name === undefined) return
    const value = resourceOf(resources, 'XObject', name)
    const dict = dictOf(spaces.context, value)
    const kind = nameOf(lookup(dict, 'Subtype'))
    if (kind === 'Form') this.paintChild({ kind: 'form', value }, start)
    else if (kind === 'Image' && isTrue(lookup(dict, 'ImageMask'))) this.paint('fill', 'shape', start)
  }

  private setFont(name: string | undefined): void {
    const { resources, spaces } = this.host
    const value = name === undefined ? undefined : resourceOf(resources, 'Font', name)
    const isDrawn = nameOf(lookup(dictOf(spaces.context, value), 'Subtype')) === 'Type3'
    this.state.font = isDrawn ? value : undefined
  }

  private save(): void {
    if (this.saved.length >= MAX_STATES) return
    const { fill, stroke } = this.state
    this.saved.push({ ...this.state, fill: { ...fill }, stroke: { ...stroke } })
  }

  private take(operation: Operation): void {
    const { operator, operands, start } = operation
    const color = COLORS[operator]
    if (color) this.setColor(operation, ...color)
    else if (PATH.has(operator)) {
      if (this.pathStart < 0) this.pathStart = start
    } else if (FILLS.has(operator) || STROKES.has(operator)) {
      const anchor = this.pathStart < 0 ? start : this.pathStart
      if (FILLS.has(operator)) this.paint('fill', 'shape', anchor)
      if (STROKES.has(operator)) this.paint('stroke', 'shape', anchor)
      this.pathStart = -1
    } else if (operator === 'n') this.pathStart = -1
    else if (operator === 'q') this.save()
    else if (operator === 'Q') this.state = this.saved.pop() ?? this.state
    else if (SHOWS.has(operator)) this.show(start)
    else if (operator === 'Tr') this.state.textMode = firstNumber(operands)
    else if (operator === 'Tf')
      this.setFont(operands.find(operand => operand !== null && typeof operand === 'object')?.name)
    else if (operator === 'Do') this.paintObject(lastName(operands), start)
    else if (operator === 'EI' && isMask(operands)) this.paint('fill', 'shape', start)
    else if (operator === 'd1') this.isShapeOnly = true
    else if (operator === 'sh')
      this.paintChild(
        { kind: 'shading', value: resourceOf(this.host.resources, 'Shading', lastName(operands) ?? '') },
        start,
      )
  }
}

/** A space that cannot be read: nothing is known of its colors. */
const UNKNOWN: Space = { ...DEVICE_GRAY, kind: 'pattern', converter: null }

/**
 * Reads the colors of a content stream: where each is set and what it paints (ISO 32000-1, 8.6.8 and annex A). With a plan, one entry
 * for each place in their order, it also returns the edits that write them otherwise. A place that is written in two ways, for
 * letters and for shapes, is set anew wherever one follows on the other, never within a path.
 */
export const readContent = (bytes: Uint8Array, host: ContentHost, plan?: readonly PlacePlan[]): ContentReading =>
  new Walk(bytes, host, plan).run()

/** Bytes with edits made, in the order of the source; those of one place in the order they were made. */
export const editContent = (bytes: Uint8Array, edits: readonly ContentEdit[]): Uint8Array => {
  const parts: Uint8Array[] = []
  let at = 0
  for (const { start, end, text } of edits.toSorted((one, other) => one.start - other.start || one.end - other.end)) {
    if (start > at) parts.push(bytes.subarray(at, start))
    parts.push(Uint8Array.from(text, letter => letter.charCodeAt(0)))
    at = Math.max(at, end)
  }
  parts.push(bytes.subarray(at))
  return concatBytes(parts)
}
