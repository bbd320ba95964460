/* Types for the package entry points that bring none. */
declare module '@bramus/specificity/core' {
  /** Specificity (a, b, c) of a selector given as css-tree's node (Selectors Level 4, section 17). */
  export const calculateForAST: (selector: import('css-tree').CssNode) => { a: number; b: number; c: number }
}
