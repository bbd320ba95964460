import { attributeOf, type Markup } from './markup'

/** Width and height of artwork in its own units. */
export interface Size {
  width: number
  height: number
}

const UNITS: ReadonlyMap<string, number> = new Map(
  Object.entries({
    '': 1,
    'px': 1,
    'pt': 4 / 3,
    'pc': 16,
    'mm': 96 / 25.4,
    'cm': 96 / 2.54,
    'in': 96,
  }),
)

const length = (text: string | undefined): number | null => {
  const match = /^([\d.]+(?:e[+-]?\d+)?)\s*([a-z]*)$/i.exec((text ?? '').slice(0, 100).trim())
  const unit = UNITS.get(match?.[2]?.toLowerCase() ?? '')
  const value = Number(match?.[1])
  return unit && value > 0 ? value * unit : null
}

/** The numbers of a viewBox; null where there is no usable one. */
export const viewBoxOf = ({ root }: Markup): [x: number, y: number, width: number, height: number] | null => {
  const numbers = (attributeOf(root, 'viewBox') ?? '')
    .trim()
    .split(/[\s,]+/)
    .map(Number)
  const [x, y, width, height] = numbers as [number, number, number, number]
  return numbers.length === 4 && numbers.every(Number.isFinite) && width > 0 && height > 0
    ? [x, y, width, height]
    : null
}

/**
 * The natural size of an SVG in CSS pixels: its width and height, completed from its viewBox; 300 by 150 where nothing
 * says.
 */
export const sizeOf = (markup: Markup): Size => {
  const width = length(attributeOf(markup.root, 'width'))
  const height = length(attributeOf(markup.root, 'height'))
  const box = viewBoxOf(markup)
  if (width && height) return { width, height }
  if (!box) return { width: width ?? 300, height: height ?? 150 }
  const ratio = box[2] / box[3]
  if (width) return { width, height: width / ratio }
  if (height) return { width: height * ratio, height }
  return { width: box[2], height: box[3] }
}
