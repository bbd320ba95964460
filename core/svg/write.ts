import type { Hex } from '#core/color/convert'
import { attributeOf, findAttribute, SVG_NAMESPACE, type Element, type Markup } from './markup'
import { floodEdits, withConstants } from './colorMatrix'
import { asVariable, rewriteToken, type Token } from './paint'
import { INKS_ATTRIBUTE, PICTURE_ATTRIBUTE, SHAPE_ATTRIBUTE, variableOf } from './screenNames'
import { sizeOf, viewBoxOf } from './size'
import { applyEdits, type Edit, type Span } from './passage'
import type { Addition, Ink, Reading } from './reading'

/** The edit that gives an element a property it does not say itself. */
export const additionEdit = ({ element, property }: Addition, text: string): Edit => {
  const attribute = findAttribute(element, property)
  return attribute
    ? { start: attribute.inside.start, end: attribute.inside.end, text }
    : { start: element.nameEnd, end: element.nameEnd, text: ` ${property}="${text}"` }
}

/**
 * The paint of a shape by hand, whatever the file says: colors, and an opacity in [0, 1] over the whole shape.
 */
export interface HandPaint {
  fill?: Hex
  stroke?: Hex
  opacity?: number
}

/** The declarations that paint a shape by hand; they win over sheets and over what its own style says. */
const declarationsOf = (paint: HandPaint, weight: string): string =>
  (['fill', 'stroke', 'opacity'] as const)
    .flatMap(name => (paint[name] === undefined ? [] : [`${name}:${paint[name]}${weight}`]))
    .join(';')

const handEdit = (element: Element, paint: HandPaint, weight: string): Edit[] => {
  const text = declarationsOf(paint, weight)
  if (!text) return []
  const style = findAttribute(element, 'style')
  if (!style) return [{ start: element.nameEnd, end: element.nameEnd, text: ` style="${text}"` }]
  const declarations = style.value.text.trim()
  return [
    {
      start: style.inside.end,
      end: style.inside.end,
      text: `${declarations && !declarations.endsWith(';') ? ';' : ''}${text}`,
    },
  ]
}

/**
 * Edits that paint shapes by hand, by their place among the elements. Shapes the file does not have are passed over.
 */
export const handEdits = ({ markup }: Reading, byHand: ReadonlyMap<number, HandPaint>): Edit[] => {
  const weight = byHand.size && /!\s*important/i.test(markup.source) ? '!important' : ''
  return [...byHand].flatMap(([shape, paint]) => {
    const element = markup.elements[shape]
    return element ? handEdit(element, paint, weight) : []
  })
}

/** Writes a color with another value. */
const formatToken = (token: Token, hex: Hex): string =>
  token.made ? withConstants(token.text, hex, token.made.linear) : rewriteToken(token, hex)

/** The edits by which a color follows a CSS variable. */
export const followingEdits = (token: Token, variable: string, source: string): Edit[] =>
  token.made
    ? floodEdits(token.made, asVariable(token, variable), source)
    : [{ ...token.place, text: asVariable(token, variable) }]

/**
 * A place of the source that is written otherwise: always, where an ink becomes another color (or in any color, where it
 * is `isAlways`), or where a picture is painted.
 */
type Slot = Edit | (Span & ({ ink: number; text: (hex: Hex) => string; isAlways?: boolean } | { picture: number }))

/** All places of a file that its inks and pictures are written in, and others besides, in the order of the source. */
const slotsOf = ({ inks, pictures }: Reading, others: readonly Slot[]): Slot[] => {
  const slots: Slot[] = pictures.flatMap(({ places }, picture) => places.map(span => ({ ...span, picture })))
  inks.forEach(({ tokens, computed, additions }, ink) => {
    for (const all of [tokens, computed])
      for (const token of all)
        slots.push({ start: token.place.start, end: token.place.end, ink, text: hex => formatToken(token, hex) })
    for (const each of additions)
      slots.push({ ...additionEdit(each, ''), ink, text: hex => additionEdit(each, hex).text })
  })
  for (const edit of others) slots.push(edit)
  return slots.sort((one, other) => one.start - other.start || one.end - other.end)
}

/** The source with its slots filled, in one pass. What does not change stays letter for letter. */
const fillSlots = (
  { markup: { source }, inks }: Reading,
  slots: readonly Slot[],
  colorOf: (ink: Ink) => Hex,
  pictures: ReadonlyMap<number, string>,
): string => {
  const colors = inks.map(ink => {
    const hex = colorOf(ink)
    return hex === ink.hex ? null : hex
  })
  const out: string[] = []
  let at = 0
  for (const slot of slots) {
    let text: string | null | undefined
    if ('picture' in slot) text = pictures.get(slot.picture)
    else if ('ink' in slot) {
      const hex = colors[slot.ink] ?? (slot.isAlways ? inks[slot.ink]?.hex : null)
      text = hex && slot.text(hex)
    } else text = slot.text
    if (text === undefined || text === null) continue
    if (slot.start > at) out.push(source.slice(at, slot.start))
    out.push(text)
    at = slot.end
  }
  out.push(source.slice(at))
  return out.join('')
}

/** The namespaces a root lacks, which a strict renderer asks for. */
const namespaceEdit = ({ root, unbound }: Markup): Edit => {
  const own = attributeOf(root, 'xmlns') === undefined && root.name === 'svg' ? ` xmlns="${SVG_NAMESPACE}"` : ''
  const prefixes = [...unbound].map(
    prefix => ` xmlns:${prefix}="${KNOWN_PREFIXES.get(prefix) ?? `urn:unbound:${prefix}`}"`,
  )
  return { start: root.nameEnd, end: root.nameEnd, text: own + prefixes.join('') }
}

const KNOWN_PREFIXES: ReadonlyMap<string, string> = new Map([
  ['xlink', 'http://www.w3.org/1999/xlink'],
  ['svg', SVG_NAMESPACE],
])

const UNTOUCHED: ReadonlyMap<number, HandPaint> = new Map()
const UNPAINTED: ReadonlyMap<number, string> = new Map()

/**
 * The SVG with other colors: only the color tokens of inks whose color changes are replaced; an ink nobody wrote gets
 * the attributes it needs, a shape painted by hand says so in its style, and a picture within the file gets its new
 * address. Where nothing changes, the source comes back letter for letter.
 */
export const writeSvg = (
  reading: Reading,
  colorOf: (ink: Ink) => Hex,
  byHand = UNTOUCHED,
  pictures = UNPAINTED,
): string => fillSlots(reading, slotsOf(reading, handEdits(reading, byHand)), colorOf, pictures)

/** A declaration that says no more than how the bytes were encoded, and in old files says it wrongly. */
const declarationEdit = ({ source }: Markup): Edit[] => {
  const end = /^\uFEFF?\s*<\?xml\b[^>]*\?>/.exec(source)?.[0].length
  return end ? [{ start: 0, end, text: '' }] : []
}

/** The reach of the background beyond the view box on each side, in sizes of the box: a viewport of another ratio. */
const BEYOND = 50
const ACROSS = 2 * BEYOND + 1

/**
 * The background of the root as a rectangle under everything, because renderers that are no browsers leave it out; at the
 * place before the first child.
 */
const backgroundSlots = ({ markup, background, inks }: Reading): Slot[] => {
  const { root } = markup
  const [first] = root.children
  const ink = background ? inks.findIndex(({ tokens }) => tokens.includes(background)) : -1
  if (!background || !first || ink < 0) return []
  const { width, height } = sizeOf(markup)
  const [x, y, wide, high] = viewBoxOf(markup) ?? [0, 0, width, height]
  const place = `x="${x - BEYOND * wide}" y="${y - BEYOND * high}" width="${ACROSS * wide}" height="${ACROSS * high}"`
  const prefix = root.name.slice(0, root.name.length - root.local.length)
  const text = (hex: Hex): string =>
    `<${prefix}rect ${place} style="fill:${hex}!important;fill-opacity:${background.alpha}!important;stroke:none!important"/>`
  return [{ start: first.start, end: first.start, ink, text, isAlways: true }]
}

/**
 * The SVG for a strict renderer, in colors asked for one after the other: with the namespaces it lacks, and without
 * the XML declaration. Not for hand-over.
 */
export const rendering = (
  reading: Reading,
  byHand = UNTOUCHED,
): ((colorOf: (ink: Ink) => Hex, pictures?: ReadonlyMap<number, string>) => string) => {
  const slots = slotsOf(reading, [
    ...declarationEdit(reading.markup),
    namespaceEdit(reading.markup),
    ...backgroundSlots(reading),
    ...handEdits(reading, byHand),
  ])
  return (colorOf, pictures = UNPAINTED) => fillSlots(reading, slots, colorOf, pictures)
}

/** The same in one color for each ink. */
export const renderableSvg = (
  reading: Reading,
  colorOf: (ink: Ink) => Hex,
  byHand = UNTOUCHED,
  pictures = UNPAINTED,
): string => rendering(reading, byHand)(colorOf, pictures)

/**
 * The SVG for the screen: every ink is a CSS variable, so that a change of scheme sets as many values as there are
 * inks. Shapes have a number and name their inks, and the root gets the namespaces it lacks.
 */
export const screenSvg = ({ markup, inks, paints, pictures, pictureInks }: Reading): string => {
  const edits: Edit[] = []
  inks.forEach(({ tokens, additions, computed }, place) => {
    const variable = variableOf(place)
    for (const token of [...tokens, ...computed]) edits.push(...followingEdits(token, variable, markup.source))
    for (const each of additions) edits.push(additionEdit(each, `var(${variable})`))
  })
  paints.forEach((places, index) => {
    const element = markup.elements[index]
    if (element && places)
      edits.push({
        start: element.nameEnd,
        end: element.nameEnd,
        text: ` ${SHAPE_ATTRIBUTE}="${index}" ${INKS_ATTRIBUTE}="${places.join(' ')}"`,
      })
  })
  pictureInks.forEach((hexes, place) => {
    for (const { nameEnd } of hexes.length ? (pictures[place]?.elements ?? []) : [])
      edits.push({ start: nameEnd, end: nameEnd, text: ` ${PICTURE_ATTRIBUTE}="${place}"` })
  })
  edits.push(namespaceEdit(markup))
  return applyEdits(markup.source, edits)
}
