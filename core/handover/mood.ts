import { sentence } from '#core/document/sentence'
import type { Mood, MOOD_SHAPES } from '#core/document/handOver'
import { ARRANGING, distributeColors, type ArrangedPage } from './moodArrangements'
import { GAP, inPlace, type MoodColor } from './moodColors'
import { insetBy, type Crop, type Mark, type Measure, type Page, type Rect } from './page'

/* The mood page: reference pictures and the colors of a scheme, arranged. */

type Shape = (typeof MOOD_SHAPES)[number]

/** The sizes of the shapes, in points. */
export const SHAPE_SIZES: Readonly<Record<Shape, readonly [width: number, height: number]>> = {
  square: [1080, 1080],
  portrait: [1080, 1350],
  landscape: [1600, 1000],
  story: [1080, 1920],
}
/** A picture on the page: what it is called, its shape (width by height), what of it is seen. */
export interface MoodPictureShown {
  id: string
  name: string
  crop: Crop
}
/** The ground of a mood page where no color is. */
const PAPER = '#ffffff'

/** A mood page: its pictures in their crops and the colors, in the arrangement and shape that were chosen. */
export const moodPage = (
  { arrangement, shape, colors: style, names }: Pick<Mood, 'arrangement' | 'shape' | 'colors' | 'names'>,
  pictures: readonly MoodPictureShown[],
  colors: readonly MoodColor[],
  measure: Measure,
): Page => {
  const [width, height] = SHAPE_SIZES[shape]
  const room = insetBy({ x: 0, y: 0, width, height }, GAP * 2)
  const arranged: ArrangedPage = pictures.length
    ? ARRANGING[arrangement](room, pictures.length, colors)
    : { pictures: [], colors: [room] }
  const ground = arranged.ground ?? PAPER
  const dealt = distributeColors(
    arranged.colors,
    colors.map(color => ({ ...color, name: sentence(color.name) })),
  )
  return {
    ...{ width, height, ground },
    marks: [
      ...pictures.map(({ id, name, crop }, i): Mark => {
        const frame = arranged.pictures[i] as Rect
        const picture: Mark = { mark: 'picture', ...frame, picture: id, crop, ...(arranged.rimmed && { rim: PAPER }) }
        return { mark: 'part', tag: 'Figure', alt: name, marks: [picture] }
      }),
      ...dealt.flatMap((some, i) => inPlace[style](arranged.colors[i] as Rect, some, names, ground, measure)),
    ],
  }
}

/** The frames the pictures of a page lie in, by their ids, as they lie: the later on top. */
export const framesOf = ({ marks }: Page): Array<Rect & { picture: string; crop: Crop }> =>
  marks.flatMap(mark => (mark.mark === 'part' ? mark.marks.filter(each => each.mark === 'picture') : []))
