/* Types for a package that brings none. */
declare module 'wawoff2' {
  /** The TrueType font inside a WOFF2 file. */
  export const decompress: (woff2: Uint8Array) => Promise<Uint8Array>
}
