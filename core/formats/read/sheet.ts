import { Parser } from 'htmlparser2'
import { css } from '#core/color/parse'
import { readRoleAndShare, type ReadColor } from './readColor'

interface Shape {
  tag: string
  hex: string
  name: string | null
  box: readonly [x: number, y: number, width: number, height: number]
  standing: Pick<ReadColor, 'role' | 'share'>
}

const SHAPES = /^(?:\w+:)?(rect|circle|ellipse|path|polygon|line|polyline|stop)$/
const PLAIN = /^(rect|circle|ellipse)$/

/**
 * More shapes than that are not named by what is written on them; so many words are looked at, of so many characters.
 */
const MAX_NAMED = 500
const MAX_WORDS = 2000
const MAX_WORDS_LENGTH = 200

const number = (value: string | undefined): number => Number.parseFloat(value ?? '0') || 0

const boxOf = (tag: string, attributes: Record<string, string>): Shape['box'] => {
  if (tag === 'rect')
    return [number(attributes.x), number(attributes.y), number(attributes.width), number(attributes.height)]
  const [rx, ry] = [number(attributes.r ?? attributes.rx), number(attributes.r ?? attributes.ry)]
  return [number(attributes.cx) - rx, number(attributes.cy) - ry, rx * 2, ry * 2]
}

const nameFrom = (attributes: Record<string, string>): string | null => {
  if (attributes['data-name']) return attributes['data-name']
  const name = attributes['aria-label'] ?? attributes['inkscape:label'] ?? attributes.id
  return name && !/^(?:rect|path|circle|ellipse|swatch|color)?[-_]?\d+(?:-\d+)*$/i.test(name)
    ? name.replace(/[-_]+/g, ' ')
    : null
}

/** Maximum depth of elements; what is deeper, and what follows it, is not read. */
const DEEPEST = 500
class TooDeep extends Error {}

interface Drawing {
  shapes: Shape[]
  texts: Array<{ x: number; y: number; text: string }>
  width: number
  height: number
}

const drawingIn = (svg: string): Drawing => {
  const drawing: Drawing = { shapes: [], texts: [], width: 0, height: 0 }
  const paints: string[] = []
  let title = false
  const parser = new Parser(
    {
      onopentag: (tag, attributes) => {
        if (paints.length > DEEPEST) throw new TooDeep()
        const style = Object.fromEntries(
          (attributes.style ?? '')
            .split(';')
            .map(each => each.split(':').map(part => part.trim()))
            .filter(pair => pair.length === 2) as Array<[string, string]>,
        )
        const own =
          style.fill ??
          attributes.fill ??
          (/stop$/.test(tag) ? (style['stop-color'] ?? attributes['stop-color']) : undefined) ??
          paints.at(-1) ??
          ''
        paints.push(own)
        title = tag === 'title'
        if (/^(?:\w+:)?svg$/.test(tag) && !drawing.width) {
          const view = (attributes.viewBox ?? '').split(/[\s,]+/).map(Number)
          ;[drawing.width, drawing.height] =
            view.length === 4 ? [view[2]!, view[3]!] : [number(attributes.width), number(attributes.height)]
        }
        const [, kind] = SHAPES.exec(tag) ?? []
        const color = kind ? css(own) : null
        if (kind && color && color.alpha > 0 && attributes['data-rung'] === undefined)
          drawing.shapes.push({
            ...{ tag: kind, hex: color.hex, name: nameFrom(attributes), box: boxOf(kind, attributes) },
            standing: readRoleAndShare(attributes['data-role'], attributes['data-share']),
          })
        if (/^(?:\w+:)?text$/.test(tag) && drawing.texts.length < MAX_WORDS)
          drawing.texts.push({ x: number(attributes.x), y: number(attributes.y), text: '' })
      },
      ontext: text => {
        const [shape, label] = [drawing.shapes.at(-1), drawing.texts.at(-1)]
        if (title && shape) shape.name = text.trim() || shape.name
        else if (label && label.text.length < MAX_WORDS_LENGTH) label.text += text.slice(0, MAX_WORDS_LENGTH)
      },
      onclosetag: () => {
        paints.pop()
        title = false
      },
    },
    { xmlMode: true },
  )
  try {
    parser.write(svg)
    parser.end()
  } catch (error) {
    if (!(error instanceof TooDeep)) throw error
  }
  return drawing
}

/** The name written on or just under a shape, color codes left out. */
const nameNear = ({ box: [x, y, width, height], name }: Shape, { texts, shapes }: Drawing): string | null => {
  if (name || shapes.length > MAX_NAMED) return name
  const label = texts.find(
    text =>
      text.x >= x - 1 &&
      text.x <= x + width &&
      text.y >= y &&
      text.y <= y + height + Math.max(40, height * 0.5) &&
      /\p{L}{2}/u.test(text.text.replace(/#?[\da-f]{6}/gi, '')),
  )
  return label?.text.replace(/#?[\da-f]{6}\b/gi, '').trim() || null
}

const swatchesIn = (drawing: Drawing): Shape[] =>
  drawing.shapes.filter(
    ({ box: [x, y, width, height] }) =>
      !(drawing.width > 0 && x <= 0 && y <= 0 && width >= drawing.width * 0.98 && height >= drawing.height * 0.98),
  )

/** The colors of an SVG swatch sheet, in its order, with the names written on it; each color once. */
export const colorsInSvg = (svg: string): ReadColor[] => {
  const drawing = drawingIn(svg)
  return swatchesIn(drawing).map(shape => ({ hex: shape.hex, name: nameNear(shape, drawing), ...shape.standing }))
}

/**
 * Returns whether an SVG is a sheet of swatches and not artwork: a few plain shapes, side by side, most of a color of its own.
 */
export const isSwatchSheet = (svg: string): boolean => {
  const drawing = drawingIn(svg)
  const shapes = swatchesIn(drawing)
  if (shapes.length < 2 || shapes.length > 64) return false
  const plain = shapes.filter(({ tag }) => PLAIN.test(tag))
  const apart = plain.every(
    ({ box: [x, y, w, h] }, i) =>
      w > 0 &&
      h > 0 &&
      plain.every(
        ({ box: [ox, oy, ow, oh] }, j) =>
          i === j || x + w <= ox + 0.5 || ox + ow <= x + 0.5 || y + h <= oy + 0.5 || oy + oh <= y + 0.5,
      ),
  )
  const sizes = plain.map(({ box: [, , w, h] }) => w * h).sort((one, other) => one - other)
  return (
    plain.length === shapes.length &&
    apart &&
    new Set(shapes.map(({ hex }) => hex)).size >= shapes.length * 0.75 &&
    (sizes[0] ?? 0) > (sizes.at(-1) ?? 0) * 0.05
  )
}
