import { MAX_PATCH_WIDTH } from '#core/extract/patch'
import type { Reference, Region, Sample } from '#core/document/gathering'
import { clamp } from '#core/math/clamp'
import type { ScreenBox } from './dial'

/* Samples and regions on a reference picture, in fractions of its width and height. */

/** A place on a picture, in fractions of its width and height. */
export interface Place {
  x: number
  y: number
}

/** The last place that still lies on the picture. */
const END = 0.999999
/** The smallest side of a region, and how far a key moves or widens it. */
const REGION_STEP = 0.02
/** The smallest side, in pixels on the screen, of a region that is drawn. */
const MIN_DRAWN = 4
/** The region keys begin with. */
export const MIDDLE_REGION: Region = { x: 0.25, y: 0.25, width: 0.5, height: 0.5 }

/** Returns a place limited to the picture. */
export const clampToPicture = ({ x, y }: Place): Place => ({ x: clamp(x, 0, END), y: clamp(y, 0, END) })

/** Returns the place of the picture under a point of the screen, the nearest where it lies outside. */
export const placeUnder = (x: number, y: number, box: ScreenBox): Place =>
  clampToPicture({ x: (x - box.left) / box.width, y: (y - box.top) / box.height })

/** Returns the region between two opposite corners. */
export const regionBetween = (one: Place, other: Place): Region => ({
  x: Math.min(one.x, other.x),
  y: Math.min(one.y, other.y),
  width: Math.abs(other.x - one.x),
  height: Math.abs(other.y - one.y),
})

/** Returns whether a region that was drawn is large enough on the screen to be meant. */
export const isMeantRegion = (region: Region, screen: { width: number; height: number }): boolean =>
  region.width * screen.width > MIN_DRAWN && region.height * screen.height > MIN_DRAWN

/**
 * Returns a region after an arrow key, right and up being positive: moved by a step, or, with `resizes`, wider or
 * narrower, taller or lower. It stays on the picture.
 */
export const nudgeRegion = (region: Region, step: Place, resizes: boolean): Region => {
  const [dx, dy] = [Math.sign(step.x) * REGION_STEP, -Math.sign(step.y) * REGION_STEP]
  return resizes
    ? {
        ...region,
        width: clamp(region.width + dx, REGION_STEP, 1 - region.x),
        height: clamp(region.height + dy, REGION_STEP, 1 - region.y),
      }
    : {
        ...region,
        x: clamp(region.x + dx, 0, 1 - region.width),
        y: clamp(region.y + dy, 0, 1 - region.height),
      }
}

/** Returns a place moved by whole pixels of its picture, right and up being positive. */
export const nudgePlace = (place: Place, step: Place, { width, height }: Pick<Reference, 'width' | 'height'>): Place =>
  clampToPicture({ x: place.x + step.x / width, y: place.y - step.y / height })

/** Returns the patch a slider's position in [0, 100] stands for: by its square, so that small ones can be set finely. */
export const patchOfSlider = (position: number): number => (position / 100) ** 2 * MAX_PATCH_WIDTH

/** Returns the slider's position, in [0, 100], of a patch. */
export const sliderOfPatch = (patch: number): number => Math.sqrt(patch / MAX_PATCH_WIDTH) * 100

/** Returns whether a sample does not stand where it was found any more, or has another patch than usual. */
export const isMovedSample = ({ found, x, y, patch }: Sample, usualPatch: number): boolean =>
  found !== null && (found.x !== x || found.y !== y || patch !== usualPatch)

/** Returns how a sample is named to screen readers: its swatch, color and place. */
export const sampleLabel = ({ hex, x, y }: Pick<Sample, 'hex' | 'x' | 'y'>, swatch: string | undefined): string => {
  const [across, down] = [x, y].map(part => `${Math.round(part * 100)}%`)
  return `Sample of ${swatch ?? 'a swatch'}, ${hex}, at ${across} across and ${down} down`
}
