import { clamp } from '#core/math/clamp'
import type { Point } from './outline'

/** The view of the stage: its zoom, 1 where the artwork is fitted, and its shift from the middle, in pixels. */
export interface View {
  zoom: number
  pan: Point
}

/** A width and a height, in pixels. */
export interface Size {
  width: number
  height: number
}

/** The artwork fitted, in the middle. */
export const FITTED: View = { zoom: 1, pan: { x: 0, y: 0 } }
const MAX_ZOOM = 16

/** Returns the largest size at which artwork fits into a room, a margin left on all sides. */
export const fitSize = (room: Size, artwork: Size, margin: number): Size => {
  const scale = Math.min((room.width - 2 * margin) / artwork.width, (room.height - 2 * margin) / artwork.height)
  return { width: artwork.width * scale, height: artwork.height * scale }
}

/**
 * Returns the view zoomed by a factor, within 1 and 16, about a point relative to the middle, which stays where it is.
 */
export const zoomView = ({ zoom, pan }: View, factor: number, about: Point = { x: 0, y: 0 }): View => {
  const next = clamp(zoom * factor, 1, MAX_ZOOM)
  if (next === 1) return FITTED
  const ratio = next / zoom
  const along = (center: number, shift: number): number => center - (center - shift) * ratio
  return { zoom: next, pan: { x: along(about.x, pan.x), y: along(about.y, pan.y) } }
}

/** A part of the artwork, in fractions of its width and height. */
export interface Part {
  x: number
  y: number
  width: number
  height: number
}

/**
 * Returns the part of zoomed artwork that is in sight; null where it is fitted, and where nothing of it is in sight.
 */
export const visiblePart = (room: Size, artwork: Size, { zoom, pan }: View): Part | null => {
  if (zoom === 1) return null
  const along = (length: number, side: number, shift: number): { from: number; to: number } => {
    const middle = (side * zoom) / 2 - shift
    return {
      from: Math.max(0, (middle - length / 2) / (side * zoom)),
      to: Math.min(1, (middle + length / 2) / (side * zoom)),
    }
  }
  const x = along(room.width, artwork.width, pan.x)
  const y = along(room.height, artwork.height, pan.y)
  return x.to > x.from && y.to > y.from ? { x: x.from, y: y.from, width: x.to - x.from, height: y.to - y.from } : null
}
