import 'css-tree'

/* Exports of css-tree that its type package leaves out. */
declare module 'css-tree' {
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
