/* The names by which a drawing on the screen is known to the page: apart, so that the page needs nothing of the reader. */

/** The name of the CSS variable that holds an ink on the screen, by its place among the inks. */
export const variableOf = (place: number): string => `--ink-${place}`

/**
 * The attributes that name, on the screen, the inks a shape is painted with, and the shape by its place among the
 * elements.
 */
export const INKS_ATTRIBUTE = 'data-inks'
export const SHAPE_ATTRIBUTE = 'data-shape'

/** The attribute that says, on the screen, which of the recolored pictures within the file an element shows. */
export const PICTURE_ATTRIBUTE = 'data-picture'
