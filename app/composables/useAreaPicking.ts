import { type Ref, watch } from 'vue'
import { hexOfRgb } from '#core/color/convert'
import { contiguousAreas, findArea, pixelAt, type Area, type FoundArea } from '#core/raster/area'
import type { RasterArtwork } from '~/workers/raster.worker'
import { itemBeside } from '#core/interaction/selection'
import { areaIn } from '~/workers/raster/foundAreas'
import { type Hit, isArea } from '#core/interaction/touchUps'
import { useStage } from '~/stores/stage'

/** The least part of a picture, of 1, that an area has to have to be stepped through. */
const LEAST = 0.0005

/** Facts about a picture at points of the page, shown in a box: its points, its inks, its color. */
const pictureUnder = (box: Readonly<Ref<HTMLElement | null>>, raster: () => RasterArtwork | undefined) => {
  /** The point of the picture under a point of the page, in parts of its width and height. */
  const pointAt = (x: number, y: number): { x: number; y: number } | null => {
    const frame = box.value?.getBoundingClientRect()
    if (!frame?.width) return null
    const [across, down] = [(x - frame.left) / frame.width, (y - frame.top) / frame.height]
    return across < 0 || down < 0 || across >= 1 || down >= 1
      ? null
      : { x: Number(across.toFixed(5)), y: Number(down.toFixed(5)) }
  }
  const inksAt = (x: number, y: number): string[] => {
    const [shown, point] = [raster(), pointAt(x, y)]
    if (!shown || !point) return []
    const {
      stage: { picture, places, weights },
      inks,
    } = shown
    const i = pixelAt(picture, point) * 4
    return [0, 1, 2].flatMap(n => ((weights[i + n] ?? 0) > 100 ? (inks[places[i + n] as number] ?? []) : []))
  }
  /** The color of the picture under a point of the page, as it came, without its grain; null on clear pixels. */
  const colorAt = (x: number, y: number): string | null => {
    const [shown, point] = [raster(), pointAt(x, y)]
    if (!shown || !point) return null
    const { picture, ground } = shown.stage
    const i = pixelAt(picture, point) * 4
    const from = ground ?? picture.data
    if (!from[i + 3]) return null
    return hexOfRgb((from[i] ?? 0) / 255, (from[i + 1] ?? 0) / 255, (from[i + 2] ?? 0) / 255)
  }
  return { pointAt, inksAt, colorAt }
}

/** The larger areas of a picture, to be stepped through and to find those of one ink. */
const areaSteps = (raster: () => RasterArtwork | undefined) => {
  const stage = useStage()
  let steps: { of: RasterArtwork; areas: Area[] } | null = null
  const all = (): Area[] => {
    const shown = raster()
    if (!shown) return []
    if (steps?.of !== shown) steps = { of: shown, areas: contiguousAreas(shown.stage, LEAST).map(({ area }) => area) }
    return steps.areas
  }
  const inkOf = (area: Area): number => {
    const shown = raster()
    return shown ? (areaIn(shown.stage, shown.inks, area)?.inks[0] ?? -1) : -1
  }
  const sameInk = (hits: ReadonlySet<Hit>): Hit[] => {
    const inks = new Set([...hits].filter(isArea).map(inkOf))
    return [
      ...hits,
      ...all()
        .filter(area => inks.has(inkOf(area)))
        .map(area => ({ ...area, reach: stage.reach })),
    ]
  }
  const beside = (hits: ReadonlySet<Hit>, by: number): Hit | null => {
    const areas = all()
    const before = [...hits].at(-1)
    const at = areas.findIndex(({ x, y }) => before !== undefined && isArea(before) && x === before.x && y === before.y)
    const next = itemBeside(areas, at, by)
    return next ? { ...next, reach: stage.reach } : null
  }
  return { sameInk, beside }
}

/**
 * Picks contiguous areas of the picture on the stage by a click, with Shift to those picked before, and lends them to
 * others.
 */
export const useAreaPicking = (box: Readonly<Ref<HTMLElement | null>>, raster: () => RasterArtwork | undefined) => {
  const stage = useStage()
  let last: { area: Area; found: FoundArea } | null = null

  const { pointAt, inksAt, colorAt } = pictureUnder(box, raster)
  const { sameInk, beside } = areaSteps(raster)
  /** The area at a point: one that is picked already, or was found last, where the point lies in it. */
  const at = (x: number, y: number): Area | null => {
    const [shown, point] = [raster(), pointAt(x, y)]
    if (!shown || !point) return null
    const p = pixelAt(shown.stage.picture, point)
    const picked = [...stage.picked]
      .filter(isArea)
      .find(area => area.reach === stage.reach && areaIn(shown.stage, shown.inks, area)?.mask[p])
    if (picked) return picked
    if (
      last?.area.reach === stage.reach &&
      last.found.mask.length === shown.stage.places.length / 4 &&
      last.found.mask[p]
    )
      return last.area
    const area = { ...point, reach: stage.reach }
    const found = findArea(shown.stage, shown.inks, area)
    last = found && { area, found }
    return found && area
  }
  watch(raster, () => {
    last = null
  })
  const down = (event: PointerEvent): void => {
    if (stage.lifting) {
      const hex = colorAt(event.clientX, event.clientY)
      return hex ? stage.lifting(hex) : undefined
    }
    const area = at(event.clientX, event.clientY)
    stage.pick(area ? [area] : [], event.shiftKey)
    ;(event.currentTarget as HTMLElement).focus()
  }
  return {
    down,
    inksAt,
    shapes: { at, sameInk, inGroup: (hits: ReadonlySet<Hit>) => [...hits], beside, paintOf: () => 'fill' as const },
  }
}
