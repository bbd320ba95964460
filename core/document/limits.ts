/** The fewest swatches that an edit leaves in a scheme. */
export const MIN_SWATCHES = 2

/** The most swatches a scheme has. */
export const MAX_SWATCHES = 12

/** The most colorways of a project. */
export const MAX_COLORWAYS = 12

/** The most references and artworks a project holds. */
export const MAX_REFERENCES = 60
export const MAX_ARTWORK = 2000

/** The most files of artwork that come in at once, and the most bytes they have together. */
export const MAX_INTAKE = 2000
export const MAX_INTAKE_BYTES = 500 * 1024 * 1024
/** The most entries of a folder or archive that are gone through for them, whatever they are. */
export const MAX_ENTRIES = 20_000

/** The longest path of a folder within a project, in characters. */
export const MAX_FOLDER_LENGTH = 240

/** The most shapes one touch-up colors, the most touch-ups of an artwork, and the most colors of a set. */
export const MAX_TOUCHED = 5000
export const MAX_TOUCHES = 300

/** The most shapes of an artwork that are touched up altogether. */
export const MAX_SHAPES_TOUCHED = 20_000

/** The most areas one touch-up colors, and of one picture altogether. */
export const MAX_AREAS = 60
export const MAX_AREAS_TOUCHED = 250
export const MAX_IN_SET = 1000

/** The most sets a project keeps; the oldest go. */
export const MAX_SETS = 20

/** The most gradients of a project, and the most stops of one. */
export const MAX_GRADIENTS = 24
export const MAX_STOPS = 12

/** The most pictures of a mood page. */
export const MAX_MOOD_PICTURES = 12

/** The most inks with a target, and the most artworks and swatches, present or gone, with settings of their own. */
export const MAX_INKS = 70_000
export const MAX_BY_ARTWORK = 4000
export const MAX_BY_SWATCH = 1000

/** The most colors of a scheme on the shelf, and the most tags it has. */
export const MAX_ON_SHELF = 64
export const MAX_TAGS = 20

/** The most reviews of a project, the most pictures of artwork in one, and the most comments on it. */
export const MAX_REVIEWS = 60
export const MAX_REVIEW_PICTURES = 240
export const MAX_COMMENTS = 10_000
/** The most publications of a project, and the most of their latest versions that are listed. */
export const MAX_PUBLICATIONS = 40
export const MAX_VERSIONS = 30
/** The longest comment, in letters. */
export const MAX_COMMENT_LENGTH = 2000

/** Number of projects that a page of Home shows. */
export const PROJECTS_A_PAGE = 48
