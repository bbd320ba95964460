import { tokenize, tokenTypes } from 'css-tree/tokenizer'

/** The tokens of CSS that open brackets, and those that close them. */
export const OPENING: readonly number[] = [
  tokenTypes.Function,
  tokenTypes.LeftParenthesis,
  tokenTypes.LeftSquareBracket,
  tokenTypes.LeftCurlyBracket,
]
export const CLOSING: readonly number[] = [
  tokenTypes.RightParenthesis,
  tokenTypes.RightSquareBracket,
  tokenTypes.RightCurlyBracket,
]

/** Depth of brackets in CSS. */
export const depthOf = (css: string): number => {
  let [depth, max] = [0, 0]
  tokenize(css, type => {
    if (OPENING.includes(type)) max = Math.max(max, ++depth)
    else if (CLOSING.includes(type)) depth = Math.max(0, depth - 1)
  })
  return max
}
