import type { Hex } from '../color/convert'
import { attributeOf, SVG_NAMESPACE, type Markup } from './markup'
import { asVariable, rewritten } from './paint'
import { edited, type Edit } from './passage'
import type { Addition, Ink, Reading } from './reading'

const addition = ({ element, property }: Addition, text: string): Edit => {
  const said = element.attributes.find(({ name }) => name === property)
  return said
    ? { start: said.inside.start, end: said.inside.end, text }
    : { start: element.nameEnd, end: element.nameEnd, text: ` ${property}="${text}"` }
}

const editsFor = ({ inks }: Reading, colorOf: (ink: Ink) => Hex): Edit[] => {
  const edits: Edit[] = []
  for (const ink of inks) {
    const hex = colorOf(ink)
    if (hex === ink.hex) continue
    for (const token of ink.tokens) edits.push({ ...token.place, text: rewritten(token, hex) })
    for (const each of ink.additions) edits.push(addition(each, hex))
  }
  return edits
}

/** The namespaces a root lacks, which a strict renderer asks for. */
const namespaceEdit = ({ root, unbound }: Markup): Edit => {
  const own = attributeOf(root, 'xmlns') === undefined && root.name === 'svg' ? ` xmlns="${SVG_NAMESPACE}"` : ''
  const prefixes = [...unbound].map(prefix => ` xmlns:${prefix}="${KNOWN_PREFIXES[prefix] ?? `urn:unbound:${prefix}`}"`)
  return { start: root.nameEnd, end: root.nameEnd, text: own + prefixes.join('') }
}

const KNOWN_PREFIXES: Readonly<Record<string, string>> = { xlink: 'http://www.w3.org/1999/xlink', svg: SVG_NAMESPACE }

/**
 * The SVG with other colors: only the color tokens of inks whose color changes are replaced; an ink nobody
 * wrote gets the attributes it needs. Where nothing changes, the source comes back letter for letter.
 */
export const writeSvg = (reading: Reading, colorOf: (ink: Ink) => Hex): string =>
  edited(reading.markup.source, editsFor(reading, colorOf))

/** The SVG with other colors for a strict renderer: with the namespaces it lacks. Not for hand-over. */
export const renderableSvg = (reading: Reading, colorOf: (ink: Ink) => Hex): string =>
  edited(reading.markup.source, [namespaceEdit(reading.markup), ...editsFor(reading, colorOf)])

/** The name of the CSS variable that holds an ink on the screen, by its place among the inks. */
export const variableOf = (place: number): string => `--ink-${place}`

/** The attribute that names, on the screen, the inks a shape is painted with. */
export const INKS_ATTRIBUTE = 'data-inks'

/**
 * The SVG for the screen: every ink is a CSS variable, so that a change of scheme sets as many values as
 * there are inks. Shapes name their inks, and the root gets the namespaces it lacks.
 */
export const screenSvg = ({ markup, inks, paints }: Reading): string => {
  const edits: Edit[] = []
  inks.forEach(({ tokens, additions }, place) => {
    const variable = variableOf(place)
    for (const token of tokens) edits.push({ ...token.place, text: asVariable(token, variable) })
    for (const each of additions) edits.push(addition(each, `var(${variable})`))
  })
  for (const [element, places] of paints)
    edits.push({ start: element.nameEnd, end: element.nameEnd, text: ` ${INKS_ATTRIBUTE}="${places.join(' ')}"` })
  edits.push(namespaceEdit(markup))
  return edited(markup.source, edits)
}
