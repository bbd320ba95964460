import type { Hex } from '#core/color/convert'
import type { Cmyk } from '#core/color/notation'
import type { HandedGradient } from '#core/formats/gradient'
import type { ExportScheme } from '#core/formats/exportScheme'
import { truncateToFit, type Mark, type Measure, type Page, type Rect, type Setting, type Tag } from './page'

/* Common parts of the pages of the sheet: what they are of, their paper, how things are set on them. */

/** The most pieces of artwork that the sheet shows of a colorway: two pages of it. */
export const MAX_ON_SHEET = 24

/** A colorway as the sheet shows it. */
export interface SheetLook {
  id: string
  name: string
  note: string
  chosen: boolean
  /** The artwork that is shown, and how many pieces are not. */
  artwork: ReadonlyArray<{ id: string; name: string; width: number; height: number }>
  left: number
  /** Its scheme; the ladders are shown where the swatches bring them. */
  scheme: ExportScheme
  gradients: readonly HandedGradient[]
}

/**
 * The content of the sheet: `inks` are the inks a color takes on the paper of the project, null where it is not
 * printed.
 */
export interface SheetPlan {
  title: string
  date: string
  paper: string | null
  inksOf: ((hex: Hex) => Cmyk) | null
  looks: readonly SheetLook[]
}

/** A4 across, in points, and the room along its edges. */
export const [WIDTH, HEIGHT, EDGE] = [842, 595, 36] as const
export const ROOM: Rect = { x: EDGE, y: EDGE, width: WIDTH - 2 * EDGE, height: HEIGHT - 2 * EDGE }
export const [INK, QUIET, LINE, PAPER] = ['#1a1a1a', '#595959', '#c8c8c8', '#ffffff'] as const

export const TITLE: Setting = { face: 'title', size: 26 }
export const NAME: Setting = { face: 'title', size: 20 }
export const TEXT: Setting = { face: 'text', size: 9 }
export const STRONG: Setting = { face: 'text', size: 9, strong: true }
export const SMALL: Setting = { face: 'text', size: 7.5 }
export const VALUE: Setting = { face: 'value', size: 7.5 }

export const words = (x: number, y: number, text: string, how: Setting, fill: Hex = INK, more: object = {}): Mark => ({
  mark: 'words',
  ...{ x, y, text, fill },
  ...how,
  ...more,
})
export const part = (
  tag: Tag,
  marks: readonly Mark[],
  more: { alt?: string; leadsTo?: string; at?: Rect } = {},
): Mark => ({
  mark: 'part',
  ...{ tag, marks },
  ...more,
})
export const line = (from: readonly [number, number], to: readonly [number, number], thick = 0.5): Mark => ({
  mark: 'line',
  ...{ from, to, thick },
  line: LINE,
})

/** Number of lines of a note beside the title of a colorway; a longer one has a place of its own. */
export const NOTE_LINES = 2

/** A page with a title and what stands on it. */
export const titledPage = (title: string, marks: readonly Mark[], measure: Measure): Page => ({
  ...{ width: WIDTH, height: HEIGHT, ground: PAPER },
  marks: [part('H3', [words(EDGE, EDGE + 18, truncateToFit(title, ROOM.width, NAME, measure), NAME)]), ...marks],
})
