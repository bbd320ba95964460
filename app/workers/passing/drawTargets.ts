import type { Project } from '#core/document/project'
import { RING, ringPolygon, ringTargets } from '#core/interaction/ring'
import { toneTargets } from '#core/interaction/toneField'
import { shownScheme } from '#core/scheme/compose'

/** The colors of the surround that a canvas draws with, as CSS writes them. */
export interface DrawingColors {
  text: string
  panel: string
}

type Pen = OffscreenCanvasRenderingContext2D

const FULL = Math.PI * 2
/** Half the length of a cross, and where its arms begin, in pixels from the middle of a target of the tone field. */
const CROSS = { end: 12, begin: 7 } as const

const circle = (pen: Pen, x: number, y: number, radius: number): void => {
  pen.beginPath()
  pen.arc(x, y, radius, 0, FULL)
}
/** Four strokes around a point, each from one distance to another. */
const cross = (pen: Pen, x: number, y: number, from: number, to: number): void => {
  pen.beginPath()
  for (const [dx, dy] of [
    [1, 0],
    [-1, 0],
    [0, 1],
    [0, -1],
  ] as const) {
    pen.moveTo(x + dx * from, y + dy * from)
    pen.lineTo(x + dx * to, y + dy * to)
  }
  pen.stroke()
}

/** Draws the polygon and the targets of the hue ring into a square canvas of `size` pixels, as `HueRing` shows them at rest. */
export const drawRing = (pen: Pen, size: number, project: Project, { text, panel }: DrawingColors): void => {
  pen.save()
  pen.translate(size / 2, size / 2)
  pen.scale(size / (RING.rim * 2), size / (RING.rim * 2))
  pen.strokeStyle = text
  pen.beginPath()
  for (const point of ringPolygon(project).split(' ')) {
    const [x, y] = point.split(',').map(Number)
    pen.lineTo(x ?? 0, y ?? 0)
  }
  pen.closePath()
  pen.stroke()
  for (const { swatch, x, y, size: radius, isBase, round } of ringTargets(project).reverse()) {
    pen.fillStyle = swatch.hex
    pen.strokeStyle = text
    pen.lineWidth = 1
    if (swatch.locked) {
      pen.fillRect(x - radius, y - radius, radius * 2, radius * 2)
      pen.strokeRect(x - radius, y - radius, radius * 2, radius * 2)
    } else {
      circle(pen, x, y, radius)
      pen.fill()
      pen.strokeStyle = panel
      pen.lineWidth = 2.5
      pen.stroke()
      pen.strokeStyle = text
      pen.lineWidth = 1
      pen.setLineDash(swatch.freed ? [2, 2] : [])
      circle(pen, x, y, radius + 1.5)
      pen.stroke()
      pen.setLineDash([])
    }
    if (round === 0) cross(pen, x, y, radius + 1.5, radius + 5)
    if (!isBase) continue
    pen.fillStyle = panel
    circle(pen, x, y, 2)
    pen.fill()
  }
  pen.restore()
}

/** The margin of the tone field's canvas around the field at each side, in pixels. */
export const TONE_MARGIN = 14

/**
 * Draws the targets of the tone field into a square canvas of `size` pixels, its margin included, as `ToneField` shows them at rest;
 * the picked one lies on top.
 */
export const drawTones = (
  pen: Pen,
  size: number,
  project: Project,
  picked: string | null,
  { text, panel }: DrawingColors,
): void => {
  const field = size - TONE_MARGIN * 2
  const onTop = (id: string): number => (id === picked ? 1 : 0)
  const targets = toneTargets(project).sort((one, other) => onTop(one.swatch.id) - onTop(other.swatch.id))
  for (const { swatch, s, b, isBase } of targets) {
    const [x, y] = [TONE_MARGIN + s * field, TONE_MARGIN + (1 - b) * field]
    pen.strokeStyle = text
    pen.lineWidth = 1
    cross(pen, x, y, CROSS.begin, CROSS.end)
    pen.fillStyle = text
    circle(pen, x, y, swatch.id === picked ? 10 : 9)
    pen.fill()
    pen.fillStyle = panel
    circle(pen, x, y, 8)
    pen.fill()
    pen.fillStyle = swatch.hex
    circle(pen, x, y, 6)
    pen.fill()
    if (!isBase && !swatch.locked) continue
    pen.fillStyle = panel
    if (swatch.locked) pen.fillRect(x - 2.5, y - 2.5, 5, 5)
    else {
      circle(pen, x, y, 2.5)
      pen.fill()
    }
  }
}

/** The blocks of the band: width and place of each, in pixels, by the id of its swatch, and how high they are. */
export interface BandBlocks {
  places: Record<string, { left: number; width: number }>
  height: number
  /** The strip of coverage above the blocks: its place and height in pixels, and fractions of the width by swatch. */
  covers: { top: number; height: number; fractions: Record<string, number> } | null
}

/** The cut corner of a block and the gap beside it, in pixels. */
const BLOCK = { corner: 8, gap: 2 } as const

/** Draws the blocks of the band and the strip above them into a canvas of `width` × `height` pixels, the blocks at its foot. */
export const drawBand = (
  pen: Pen,
  { width, height }: { width: number; height: number },
  project: Project,
  { places, height: high, covers }: BandBlocks,
): void => {
  let from = 0
  for (const { id, hex } of shownScheme(project)) {
    pen.fillStyle = hex
    if (covers) {
      const part = (covers.fractions[id] ?? 0) * width
      pen.fillRect(from, covers.top, part, covers.height)
      from += part
    }
    const place = places[id]
    if (!place) continue
    const [left, right, top] = [place.left, place.left + place.width - BLOCK.gap, height - high]
    pen.beginPath()
    pen.moveTo(left, top)
    pen.lineTo(right - BLOCK.corner, top)
    pen.lineTo(right, top + BLOCK.corner)
    pen.lineTo(right, height)
    pen.lineTo(left, height)
    pen.fill()
  }
}
