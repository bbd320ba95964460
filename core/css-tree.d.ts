/* The parts of css-tree by themselves, which its type package leaves out: the whole brings a dictionary of all properties along. */
declare module 'css-tree/parser' {
  export { parse as default } from 'css-tree'
}
declare module 'css-tree/walker' {
  export { walk as default } from 'css-tree'
}
declare module 'css-tree/generator' {
  export { generate as default } from 'css-tree'
}
declare module 'css-tree/utils' {
  export { ident, string, url } from 'css-tree'
}
declare module 'css-tree/tokenizer' {
  /** Calls back for every token of CSS Syntax 3 with its type and its place. */
  export const tokenize: (css: string, onToken: (type: number, start: number, end: number) => void) => void
  export const tokenTypes: Record<
    | 'Ident'
    | 'Function'
    | 'AtKeyword'
    | 'String'
    | 'Url'
    | 'BadUrl'
    | 'WhiteSpace'
    | 'Colon'
    | 'Semicolon'
    | 'Comment'
    | 'LeftSquareBracket'
    | 'RightSquareBracket'
    | 'LeftParenthesis'
    | 'RightParenthesis'
    | 'LeftCurlyBracket'
    | 'RightCurlyBracket',
    number
  >
}
