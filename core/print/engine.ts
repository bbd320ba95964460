import {
  cmsFLAGS_BLACKPOINTCOMPENSATION,
  cmsFLAGS_NOOPTIMIZE,
  TYPE_CMYK_16,
  TYPE_RGB_16,
  type ColorEngine,
} from 'lcms-wasm'
import { hexOfRgb, rgbOf, type Hex } from '#core/color/convert'
import { memoize } from '#core/math/memoize'
import { INTENTS, type Print } from './papers'
import type { Press } from './press'

const FULL = 0xffff

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
