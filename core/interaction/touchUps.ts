import type { Command } from '#core/commands/commands'
import { countWords } from '#core/document/names'
import { MAX_AREAS, MAX_AREAS_TOUCHED, MAX_SHAPES_TOUCHED, MAX_TOUCHED, MAX_TOUCHES } from '#core/document/limits'
import type { Following, Touch } from '#core/document/remap'
import type { Area } from '#core/raster/area'

/** The things picked on the stage: a shape, by its index among the elements of the file, or an area of a picture. */
export type Hit = number | Area
export const isArea = (hit: Hit): hit is Area => typeof hit === 'object'

const shapesOf = (hits: readonly Hit[]): number[] => hits.filter(hit => typeof hit === 'number')
const areasOf = (hits: readonly Hit[]): Area[] => hits.filter(isArea)

/** The paint for picked shapes and areas: in a swatch or rung, or, where that is null, in an opacity in [0, 1]. */
export interface TouchPaint {
  paint: Touch['paint']
  to: Following | null
  opacity: number | null
}

/**
 * Returns the command that paints what was picked by hand, as much of it as one touch-up holds; null where nothing
 * was.
 */
export const touchUpCommand = (
  artwork: string,
  hits: readonly Hit[],
  { paint, to, opacity }: TouchPaint,
  id: string,
): Command | null => {
  if (!hits.length) return null
  const [shapes, areas] = [shapesOf(hits).slice(0, MAX_TOUCHED), areasOf(hits).slice(0, MAX_AREAS)]
  return { do: 'touch up', artwork, touch: { id, shapes, areas, paint, to, opacity } }
}

/** Says why an artwork takes no further touch-up of what was picked; null where it does. */
export const touchUpRefusal = (touches: readonly Touch[], hits: readonly Hit[]): string | null => {
  if (touches.length >= MAX_TOUCHES) return `An artwork has up to ${MAX_TOUCHES} touch-ups; remove some first.`
  const areas = new Set(touches.flatMap(touch => touch.areas)).size + areasOf(hits).length
  if (areas > MAX_AREAS_TOUCHED) return `A picture has up to ${MAX_AREAS_TOUCHED} areas touched up; remove some first.`
  const shapes = touches.reduce((sum, touch) => sum + touch.shapes.length, 0) + hits.length
  if (shapes > MAX_SHAPES_TOUCHED)
    return `An artwork has up to ${countWords(MAX_SHAPES_TOUCHED, 'shape')} touched up; remove some touch-ups first.`
  return null
}

/** Says that not all that was picked is colored, as one touch-up holds less; null where all of it is. */
export const touchUpExcess = (hits: readonly Hit[]): string | null => {
  const max = hits.some(isArea) ? MAX_AREAS : MAX_TOUCHED
  return hits.length > max ? `A touch-up colors up to ${max} at once; the first of those picked were colored.` : null
}

/** Returns whether a touch-up is on something that is picked. */
export const touchesAny = ({ shapes, areas }: Pick<Touch, 'shapes' | 'areas'>, hits: readonly Hit[]): boolean =>
  hits.some(hit => (isArea(hit) ? areas.some(({ x, y }) => x === hit.x && y === hit.y) : shapes.includes(hit)))
