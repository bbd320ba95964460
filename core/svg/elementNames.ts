/* The elements of SVG that have to do with paint, by name. */

/** Elements that are filled. */
export const FILLED = new Set([
  'path',
  'rect',
  'circle',
  'ellipse',
  'polygon',
  'polyline',
  'text',
  'tspan',
  'textPath',
  'tref',
])
/** Elements that have a stroke. */
export const STROKED = new Set([...FILLED, 'line'])
/** Elements that hold text. */
export const LETTERED = new Set(['text', 'tspan', 'textPath'])
/** Elements whose content is drawn where they stand. */
export const GROUPS = new Set(['svg', 'g', 'a', 'switch', 'text', 'tspan', 'textPath'])
/** Elements whose content only measures. */
export const MEASURING = new Set(['mask', 'clipPath'])
/** Filter primitives with a flood color. */
export const FLOODS = new Set(['feFlood', 'feDropShadow'])
/** Filter primitives with a lighting color. */
export const LIGHTS = new Set(['feDiffuseLighting', 'feSpecularLighting'])
/** Elements that animate an attribute. */
export const ANIMATIONS = new Set(['animate', 'set', 'animateColor'])
/** The attributes of an animation that hold values. */
export const ANIMATED = ['values', 'from', 'to', 'by'] as const
