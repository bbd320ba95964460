import { ident, string, tokenize, tokenTypes, url } from 'css-tree'

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
/**
 * Besides what names its kind: what begins, in Base64, as PNG, JPEG, GIF and WebP do, which old programs write without
 * a kind.
 */
const BROUGHT_ALONG =
  /^(?:#|data:(?:image\/(?:png|jpe?g|gif|webp)|font\/|application\/(?:x-)?font|;base64,\s*(?:iVBOR|\/9j\/|R0lGOD|UklGR)))/i

/** Whether a reference stays within the file: a fragment of it, or a picture or font it brings along. */
export const isInside = (target: string): boolean => target.trim() === '' || BROUGHT_ALONG.test(target.trim())

/** What stands in the parentheses of a `url()` whose name is written with escapes; null where it stays inside. */
const unquoted = (rest: string): string | null => {
  const end = rest.indexOf(')')
  const target = rest
    .slice(0, end === -1 ? rest.length : end)
    .trim()
    .replace(/^["']|["']$/g, '')
  return isInside(target) ? null : target
}

/**
 * The first thing outside the file that a piece of CSS would fetch or run, as written; null where it stays within the
 * file. Escapes are resolved as a browser resolves them.
 */
export const outsideReference = (css: string): string | null => {
  if (!/[(@\\]/.test(css)) return null
  let found: string | null = null
  const fetching: boolean[] = []
  tokenize(css, (type, start, end) => {
    if (found !== null) return
    const text = css.slice(start, end)
    if (type === tokenTypes.Url && !isInside(url.decode(text))) found = url.decode(text)
    else if (type === tokenTypes.BadUrl) found = text
    else if (type === tokenTypes.Function) {
      const name = ident.decode(text.slice(0, -1)).toLowerCase()
      if (name === 'expression') found = text
      if (name === 'url') found = unquoted(css.slice(end))
      fetching.push(FETCHING.has(name))
    } else if (type === tokenTypes.LeftParenthesis) fetching.push(fetching.at(-1) ?? false)
    else if (type === tokenTypes.RightParenthesis) fetching.pop()
    else if (type === tokenTypes.String && fetching.includes(true) && !isInside(string.decode(text)))
      found = string.decode(text)
    else if (type === tokenTypes.AtKeyword && ident.decode(text.slice(1)).toLowerCase() === 'import') found = text
  })
  return found
}
