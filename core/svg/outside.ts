import { tokenize, tokenTypes } from 'css-tree/tokenizer'
import { ident, string, url } from 'css-tree/utils'

/** Functions of CSS that take text in them for addresses. */
const FETCHING = new Set([
  'url',
  'src',
  'image',
  'image-set',
  '-webkit-image-set',
  'cross-fade',
  '-webkit-cross-fade',
  'expression',
  'element',
])
/** Functions that may stand in those; any other may bring an address from elsewhere, as custom properties do. */
const HARMLESS =
  /^(?:|type|calc|rgba?|hsla?|hwb|lab|lch|oklab|oklch|color|color-mix|(?:-webkit-)?(?:repeating-)?(?:linear|radial|conic)-gradient)$/
/** Length of an address that is checked and reported, in characters. */
const MAX_QUOTED = 200

/**
 * Besides what names its kind: what begins, in Base64, as PNG, JPEG, GIF and WebP do, which old programs write without
 * a kind.
 */
const BROUGHT_ALONG =
  /^(?:#|data:(?:image\/(?:png|jpe?g|gif|webp)[;,]|font\/|application\/(?:x-)?font|;base64,[\t\n\f\r ]*(?:iVBOR|\/9j\/|R0lGOD|UklGR)))/i

/**
 * Returns whether a reference stays within the file: nothing, a fragment of it, or a picture or font it brings along. The space before
 * it is what browsers pass over (URL, section 4.4), which is less than what JavaScript trims.
 */
export const isInside = (target: string): boolean => {
  const start = target.search(/[^\t\n\f\r ]/)
  return start < 0 || BROUGHT_ALONG.test(target.slice(start, start + MAX_QUOTED))
}

/**
 * The first thing outside the file that a piece of CSS would fetch or run, as written; null where it stays within the
 * file. Escapes are resolved as a browser resolves them.
 */
export const outsideReference = (css: string): string | null => {
  if (!/[(@\\]/.test(css)) return null
  let found: string | null = null
  /** Which brackets are open, and how many of them fetch. */
  const fetching: boolean[] = []
  let within = 0
  const open = (fetches: boolean): void => {
    fetching.push(fetches)
    if (fetches) within++
  }
  const close = (): void => {
    if (fetching.pop()) within--
  }
  tokenize(css, (type, start, end) => {
    if (found !== null) return
    const text = css.slice(start, end)
    if (type === tokenTypes.Url && !isInside(url.decode(text))) found = url.decode(text)
    else if (type === tokenTypes.BadUrl) found = text
    else if (type === tokenTypes.Function) {
      const name = ident.decode(text.slice(0, -1)).toLowerCase()
      if (name === 'expression') found = text
      // no program writes it with escapes; whoever does hides what is in it
      if (name === 'url' && text.includes('\\'))
        found = (css.slice(end, end + MAX_QUOTED).split(')')[0] as string).trim() || text
      if (within > 0 && !FETCHING.has(name) && !HARMLESS.test(name)) found = text
      open(FETCHING.has(name))
    } else if (type === tokenTypes.LeftParenthesis) open(false)
    else if (type === tokenTypes.RightParenthesis) close()
    else if (type === tokenTypes.String && within > 0 && !isInside(string.decode(text))) found = string.decode(text)
    else if (type === tokenTypes.AtKeyword && ident.decode(text.slice(1)).toLowerCase() === 'import') found = text
  })
  return found
}
