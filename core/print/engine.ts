import {
  cmsFLAGS_BLACKPOINTCOMPENSATION,
  cmsFLAGS_NOOPTIMIZE,
  TYPE_CMYK_16,
  TYPE_GRAY_16,
  TYPE_RGB_16,
  type ColorEngine,
} from 'lcms-wasm'
import { hexOfRgb, rgbOf, unit, type Hex } from '#core/color/convert'
import { memoize } from '#core/math/memoize'
import { INTENTS, type Print } from './papers'
import type { Press } from './press'

const FULL = 0xffff

/** Types of colors in 16 bits a channel, by the number of channels of a profile. */
const TYPES: Record<number, number> = { 1: TYPE_GRAY_16, 3: TYPE_RGB_16, 4: TYPE_CMYK_16 }
const SPACES: Record<number, string> = { 1: 'GRAY', 3: 'RGB', 4: 'CMYK' }

/** Conversion between the values of a profile and sRGB, for as long as it is not freed. */
export interface ProfileConverter {
  hexOf: (values: readonly number[]) => Hex
  valuesOf: (hex: Hex) => number[]
  free: () => void
}

/**
 * Conversion between the values of a profile (ICC) of so many components, each in [0, 1], and sRGB; relative, black staying the
 * darkest. Null where the profile has other components, or cannot be used in both directions.
 */
export const converterOf = (engine: ColorEngine, profile: Uint8Array, components: number): ProfileConverter | null => {
  const own = engine.cmsOpenProfileFromMem(profile, profile.length)
  if (!own) return null
  const type = TYPES[components]
  if (type === undefined || engine.cmsGetColorSpaceASCII(own) !== SPACES[components]) {
    engine.cmsCloseProfile(own)
    return null
  }
  const screen = engine.cmsCreate_sRGBProfile()
  const flags = cmsFLAGS_NOOPTIMIZE | cmsFLAGS_BLACKPOINTCOMPENSATION
  const intent = INTENTS.indexOf('relative')
  const toScreen = engine.cmsCreateTransform(own, type, screen, TYPE_RGB_16, intent, flags)
  const fromScreen = engine.cmsCreateTransform(screen, TYPE_RGB_16, own, type, intent, flags)
  const free = (): void => {
    for (const transform of [toScreen, fromScreen]) if (transform) engine.cmsDeleteTransform(transform)
    for (const each of [own, screen]) engine.cmsCloseProfile(each)
  }
  if (!toScreen || !fromScreen) {
    free()
    return null
  }
  return {
    hexOf: values => {
      const channels = Uint16Array.from({ length: components }, (_, i) => Math.round(unit(values[i] ?? 0) * FULL))
      const [r = 0, g = 0, b = 0] = engine.cmsDoTransform<Uint16Array>(toScreen, channels, 1)
      return hexOfRgb(r / FULL, g / FULL, b / FULL)
    },
    valuesOf: hex => {
      const { r, g, b } = rgbOf(hex)
      const channels = Uint16Array.from([r, g, b], value => Math.round(value * FULL))
      return Array.from(engine.cmsDoTransform<Uint16Array>(fromScreen, channels, 1), value => value / FULL)
    },
    free,
  }
}

/**
 * A press as its profile (ICC) describes it, by LittleCMS: sRGB to the profile's CMYK by the intent, and back to sRGB as
 * it looks there; the paper itself is seen as white, unless the intent is the absolute one. Throws RangeError for what
 * is no CMYK profile.
 */
export const pressOf = (
  engine: ColorEngine,
  profile: Uint8Array,
  { intent, blackPoint }: Pick<Print, 'intent' | 'blackPoint'>,
): Press => {
  const paper = engine.cmsOpenProfileFromMem(profile, profile.length)
  if (!paper || engine.cmsGetColorSpaceASCII(paper) !== 'CMYK') throw new RangeError('It is not a CMYK profile.')
  const screen = engine.cmsCreate_sRGBProfile()
  const flags = cmsFLAGS_NOOPTIMIZE | (blackPoint ? cmsFLAGS_BLACKPOINTCOMPENSATION : 0)
  const back = intent === 'absolute' ? 'absolute' : 'relative'
  const toPaper = engine.cmsCreateTransform(screen, TYPE_RGB_16, paper, TYPE_CMYK_16, INTENTS.indexOf(intent), flags)
  const toScreen = engine.cmsCreateTransform(paper, TYPE_CMYK_16, screen, TYPE_RGB_16, INTENTS.indexOf(back), flags)
  if (!toPaper || !toScreen) throw new RangeError('The profile can’t be used for printing.')
  const inked = (colors: Uint16Array): Uint16Array => engine.cmsDoTransform(toPaper, colors, colors.length / 3)
  const proof = (colors: Uint16Array): Uint16Array => engine.cmsDoTransform(toScreen, inked(colors), colors.length / 3)
  const channels = (hex: Hex): Uint16Array => {
    const { r, g, b } = rgbOf(hex)
    return Uint16Array.of(Math.round(r * FULL), Math.round(g * FULL), Math.round(b * FULL))
  }
  return {
    cmykOf: hex => {
      const [c = 0, m = 0, y = 0, k = 0] = Array.from(inked(channels(hex)), value => value / FULL)
      return { c, m, y, k }
    },
    printed: memoize(hex => {
      const [r = 0, g = 0, b = 0] = proof(channels(hex))
      return hexOfRgb(r / FULL, g / FULL, b / FULL)
    }),
    proof,
  }
}
