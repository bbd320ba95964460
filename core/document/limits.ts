/** The most swatches a scheme has. */
export const MOST_SWATCHES = 12

/** The most colorways of a project. */
export const MOST_COLORWAYS = 12

/** The most references and artworks a project holds. */
export const MOST_REFERENCES = 60
export const MOST_ARTWORK = 200

/** The most shapes one touch-up colors, the most touch-ups of an artwork, and the most colors of a set. */
export const MOST_TOUCHED = 5000
export const MOST_TOUCHES = 300

/** The most shapes of an artwork that are touched up altogether. */
export const MOST_SHAPES_TOUCHED = 20_000

/** The most areas one touch-up colors, and of one picture altogether. */
export const MOST_AREAS = 60
export const MOST_AREAS_TOUCHED = 250
export const MOST_IN_SET = 1000

/** The most sets a project keeps; the oldest go. */
export const MOST_SETS = 20

/** The most gradients of a project, and the most stops of one. */
export const MOST_GRADIENTS = 24
export const MOST_STOPS = 12

/** The most pictures of a mood page. */
export const MOST_MOOD_PICTURES = 12

/** The most inks that say what they become, and the most artworks and swatches, present or gone, that something is said of. */
export const MOST_INKS = 70_000
export const MOST_BY_ARTWORK = 1000
export const MOST_BY_SWATCH = 1000

/** The most colors of a scheme on the shelf, and the most tags it has. */
export const MOST_ON_SHELF = 64
export const MOST_TAGS = 20

/** The most reviews of a project, the most pictures of artwork in one, and the most comments on it. */
export const MOST_REVIEWS = 60
export const MOST_REVIEW_PICTURES = 240
export const MOST_COMMENTS = 10_000
/** The longest comment, in letters. */
export const LONGEST_COMMENT = 2000
