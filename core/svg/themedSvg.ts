import type { Hex } from '#core/color/convert'
import { applyEdits, type Edit } from './passage'
import type { Ink, Reading } from './reading'
import { additionEdit, followingEdits, handEdits, type HandPaint } from './write'

/** A themed file: its text, and the custom properties its colors are now, by name. */
export interface Themed {
  text: string
  properties: Map<string, Hex>
}

/** Where the start tag of the root ends, right behind its bracket; null where the root holds nothing. */
const insideRoot = ({ markup: { source, root } }: Reading): number | null => {
  const last = root.attributes.at(-1)?.end ?? root.nameEnd
  const end = source.indexOf('>', last)
  return end < 0 || source[end - 1] === '/' ? null : end + 1
}

/**
 * The SVG with its colors as custom properties of CSS, declared in a style block of its own: whoever shows it can set them
 * otherwise. Every color that is shown has one property; `nameOf` names them, without dashes, and a name the
 * file uses already goes on with a number. Each use says the color
 * besides, for readers that know no properties of that name. Pictures within are painted as they are given.
 */
export const themedSvg = (
  reading: Reading,
  colorOf: (ink: Ink) => Hex,
  nameOf: (hex: Hex) => string,
  byHand: ReadonlyMap<number, HandPaint> = new Map(),
  pictures: ReadonlyMap<number, string> = new Map(),
): Themed => {
  const properties = new Map<string, Hex>()
  const names = new Map<Hex, string>()
  const taken = new Set(reading.markup.source.match(/--[\w-]+/g))
  const next = new Map<string, number>()
  const named = (hex: Hex): string => {
    const known = names.get(hex)
    if (known) return known
    const wanted = nameOf(hex)
    let name = `--${wanted}`
    for (let n = next.get(wanted) ?? 2; properties.has(name) || taken.has(name); n++) {
      name = `--${wanted}-${n}`
      next.set(wanted, n + 1)
    }
    names.set(hex, name)
    properties.set(name, hex)
    return name
  }
  const used = (hex: Hex): string => `${named(hex)}, ${hex}`
  const varOf = (hex: Hex): string => `var(${used(hex)})`
  const painted = new Map(
    [...byHand].map(([shape, { fill, stroke, ...rest }]): [number, HandPaint] => [
      shape,
      { ...rest, ...(fill && { fill: varOf(fill) }), ...(stroke && { stroke: varOf(stroke) }) },
    ]),
  )
  const edits: Edit[] = reading.inks.flatMap(ink => [
    ...[...ink.tokens, ...ink.computed].flatMap(token =>
      followingEdits(token, used(colorOf(ink)), reading.markup.source),
    ),
    ...ink.additions.map(each => additionEdit(each, varOf(colorOf(ink)))),
  ])
  edits.push(...handEdits(reading, painted))
  reading.pictures.forEach(({ places }, place) => {
    const text = pictures.get(place)
    if (text !== undefined) edits.push(...places.map(span => ({ ...span, text })))
  })
  const at = insideRoot(reading)
  if (at !== null && properties.size) {
    const prefix = /^[^:]*:/.exec(reading.markup.root.name)?.[0] ?? ''
    const rules = [...properties].map(([name, hex]) => `${name}:${hex}`).join(';')
    edits.push({ start: at, end: at, text: `<${prefix}style>:root{${rules}}</${prefix}style>` })
  }
  return { text: applyEdits(reading.markup.source, edits), properties }
}
