/* Types for the package entry points that bring none. */
declare module '@bramus/specificity/core' {
  /** Specificity (a, b, c) of a selector given as css-tree's node (Selectors Level 4, section 17). */
  export const calculateForAST: (selector: import('css-tree').CssNode) => { a: number; b: number; c: number }
}

/**
 * The part of LittleCMS, compiled to WebAssembly, that is used here; profiles and transforms are numbers, 0 where
 * there is none.
 */
declare module 'lcms-wasm' {
  export interface ColorEngine {
    cmsOpenProfileFromMem: (bytes: Uint8Array, length: number) => number
    cmsCreate_sRGBProfile: () => number
    cmsCreateLab4Profile: () => number
    cmsGetColorSpaceASCII: (profile: number) => string
    cmsCreateTransform: (
      from: number,
      fromType: number,
      to: number,
      toType: number,
      intent: number,
      flags: number,
    ) => number
    cmsDoTransform: <Channels extends Uint16Array | Float32Array>(
      transform: number,
      channels: Uint16Array,
      count: number,
    ) => Channels
    cmsDeleteTransform: (transform: number) => void
    cmsCloseProfile: (profile: number) => void
  }
  export const instantiate: (how?: { locateFile?: (name: string) => string }) => Promise<ColorEngine>
  export const TYPE_GRAY_16: number
  export const TYPE_RGB_16: number
  export const TYPE_CMYK_16: number
  export const cmsFLAGS_NOOPTIMIZE: number
  export const cmsFLAGS_BLACKPOINTCOMPENSATION: number
}
