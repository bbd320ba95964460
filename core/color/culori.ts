import {
  modeA98,
  modeHsl,
  modeHsv,
  modeHwb,
  modeLab,
  modeLab65,
  modeLch,
  modeLrgb,
  modeOklab,
  modeOklch,
  modeP3,
  modeProphoto,
  modeRec2020,
  modeRgb,
  modeXyz50,
  modeXyz65,
  useMode,
} from 'culori/fn'
import * as culori from 'culori/fn'

/*
 * The color spaces of CSS Color 4, and the three that are computed in; the library's others stay out, so that nobody
 * has to wait for them.
 */
useMode(modeRgb)
useMode(modeHsl)
useMode(modeHwb)
useMode(modeLab)
useMode(modeLch)
useMode(modeOklab)
useMode(modeOklch)
useMode(modeLrgb)
useMode(modeP3)
useMode(modeA98)
useMode(modeProphoto)
useMode(modeRec2020)
useMode(modeXyz50)
useMode(modeXyz65)
useMode(modeHsv)
useMode(modeLab65)

/* Handed on as constants of this file, not as the library's own exports, which a bundler would take without the above. */
export const converter = culori.converter
export const differenceCiede2000 = culori.differenceCiede2000
export const filterDeficiencyDeuter = culori.filterDeficiencyDeuter
export const filterDeficiencyProt = culori.filterDeficiencyProt
export const filterDeficiencyTrit = culori.filterDeficiencyTrit
export const formatHex = culori.formatHex
export const parse = culori.parse
export const toGamut = culori.toGamut
export const wcagLuminance = culori.wcagLuminance
export type { Color, Hsv, Lab65, Oklab, Oklch, Rgb } from 'culori/fn'
