import { ref, type Ref, watch } from 'vue'
import { SHAPE_ATTRIBUTE, INKS_ATTRIBUTE } from '#core/svg/screenNames'
import { type Hit, isArea } from '#core/interaction/touchUps'
import { useStage } from '~/stores/stage'
import { centerOf, isDrawing, isWithin, outlinePath, type Point, rectangleBetween } from '#core/interaction/outline'
import { itemBeside } from '#core/interaction/selection'
import { followDrag } from '~/browser/followDrag'

const PICKED = 'data-picked'

/** The shapes of an artwork in a shadow root, by their places: found at a point, by their inks, in their groups, in order. */
const shapesIn = (root: () => ShadowRoot | null, shapeAt: (x: number, y: number) => Element | null) => {
  const placeOf = (shape: Element): number => Number(shape.getAttribute(SHAPE_ATTRIBUTE))
  const all = (within: ParentNode | null = root()): Element[] => [
    ...(within?.querySelectorAll(`[${SHAPE_ATTRIBUTE}]`) ?? []),
  ]
  const shapeOf = (place: number): Element | null => root()?.querySelector(`[${SHAPE_ATTRIBUTE}="${place}"]`) ?? null
  const at = (x: number, y: number): number | null => {
    const shape = shapeAt(x, y)
    return shape && placeOf(shape)
  }
  const inksOf = (shape: Element): string[] => (shape.getAttribute(INKS_ATTRIBUTE) ?? '').split(' ')

  const placesIn = (hits: ReadonlySet<Hit>): number[] => [...hits].filter(hit => typeof hit === 'number')
  const sameInk = (hits: ReadonlySet<Hit>): number[] => {
    const inks = new Set(
      placesIn(hits).flatMap(place => {
        const shape = shapeOf(place)
        return shape ? inksOf(shape) : []
      }),
    )
    return all()
      .filter(shape => inksOf(shape).some(ink => inks.has(ink)))
      .map(placeOf)
  }
  const inGroup = (hits: ReadonlySet<Hit>): number[] => {
    const shapes = new Set(placesIn(hits))
    const grown = new Set(shapes)
    for (const place of shapes) {
      for (let group = shapeOf(place)?.parentElement ?? null; group; group = group.parentElement) {
        const within = all(group).map(placeOf)
        if (within.every(each => shapes.has(each))) continue
        for (const each of within) grown.add(each)
        break
      }
    }
    return [...grown]
  }

  const beside = (hits: ReadonlySet<Hit>, by: number): number | null => {
    const places = all().map(placeOf)
    const last = placesIn(hits).at(-1)
    return itemBeside(places, last === undefined ? -1 : places.indexOf(last), by)
  }
  const paintOf = (hit: Hit): 'fill' | 'stroke' => {
    const shape = isArea(hit) ? null : shapeOf(hit)
    const style = shape && getComputedStyle(shape)
    return style?.fill === 'none' && style.stroke !== 'none' ? 'stroke' : 'fill'
  }
  return { all, placeOf, placesIn, shapeOf, ways: { at, sameInk, inGroup, beside, paintOf } }
}

/**
 * Picks shapes of the artwork on the stage, in its shadow root: by a click, or all whose middle lies within a
 * rectangle or loop that is drawn; with Shift to those picked before. Marks what is picked.
 */
export const useShapePicking = ({
  host,
  root,
  shapeAt,
}: {
  host: Readonly<Ref<HTMLElement | null>>
  root: () => ShadowRoot | null
  shapeAt: (x: number, y: number) => Element | null
}) => {
  const stage = useStage()
  /** The outline being drawn, as a path on the stage. */
  const drawn = ref<string | null>(null)

  const { all, placeOf, placesIn, shapeOf, ways } = shapesIn(root, shapeAt)
  const pickWithin = (polygon: readonly Point[], more: boolean): void => {
    const within = all().filter(shape => isWithin(centerOf(shape.getBoundingClientRect()), polygon))
    stage.pick(within.map(placeOf), more)
  }
  /** A pointer pressed on the stage while shapes are picked. */
  const down = (event: PointerEvent): void => {
    const frame = (event.currentTarget as HTMLElement).getBoundingClientRect()
    const from = { x: event.clientX, y: event.clientY }
    const way: Point[] = [from]
    const polygonTo = (now: PointerEvent): Point[] =>
      stage.picking === 'lasso' ? way : rectangleBetween(from, { x: now.clientX, y: now.clientY })
    const draws = (now: PointerEvent): boolean =>
      isDrawing(stage.picking, from, { x: now.clientX, y: now.clientY }, drawn.value !== null)
    followDrag(event, {
      move: now => {
        way.push({ x: now.clientX, y: now.clientY })
        if (draws(now)) drawn.value = outlinePath(polygonTo(now), { x: frame.left, y: frame.top })
      },
      drop: now => {
        const shape = ways.at(from.x, from.y)
        if (drawn.value) pickWithin(polygonTo(now), now.shiftKey)
        else stage.pick(shape === null ? [] : [shape], now.shiftKey)
        drawn.value = null
      },
      cancel: () => {
        drawn.value = null
      },
    })
    ;(event.currentTarget as HTMLElement).focus()
  }

  watch(
    [() => stage.picked, () => stage.picking, host],
    ([now, picking]) => {
      for (const shape of root()?.querySelectorAll(`[${PICKED}]`) ?? []) shape.removeAttribute(PICKED)
      if (picking) for (const place of placesIn(now)) shapeOf(place)?.setAttribute(PICKED, '')
    },
    { flush: 'post' },
  )
  return { down, drawn, shapes: ways }
}
