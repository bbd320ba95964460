import * as culori from 'culori/fn'

/*
 * The color spaces of CSS Color 4, and the three that are computed in; the library's others stay out, so that nobody
 * has to wait for them.
 */
culori.useMode(culori.modeRgb)
culori.useMode(culori.modeHsl)
culori.useMode(culori.modeHwb)
culori.useMode(culori.modeLab)
culori.useMode(culori.modeLch)
culori.useMode(culori.modeOklab)
culori.useMode(culori.modeOklch)
culori.useMode(culori.modeLrgb)
culori.useMode(culori.modeP3)
culori.useMode(culori.modeA98)
culori.useMode(culori.modeProphoto)
culori.useMode(culori.modeRec2020)
culori.useMode(culori.modeXyz50)
culori.useMode(culori.modeXyz65)
culori.useMode(culori.modeHsv)
culori.useMode(culori.modeLab65)

/* Exported as constants of this file, not as the library's own exports, which a bundler would take without the above. */
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
