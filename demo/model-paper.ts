import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, renameSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { instantiate, TYPE_CMYK_16 } from 'lcms-wasm'

/*
 * Models the profile of an uncoated paper from the measured one of a coated paper: dots gain 3.5 more in the middle, and
 * 7% of the light comes back from the rough surface without having passed the ink, so that a solid black has a lightness
 * of 35 instead of 16 and solids come near those published for uncoated offset (ISO 12647-2). Needs Debian's package
 * “argyll”, whose colprof makes the profile. Run once; the result is public/press/uncoated.icc.
 */
const [STRAY, GAIN] = [0.07, 0.14]
const LAB_FLOAT = (1 << 22) | (10 << 16) | (3 << 3) | 4
const ABSOLUTE = 3
const WHITE = [96.42, 100, 82.49] as const
const EDGE = 6 / 29

const engine = await instantiate()
const coated = readFileSync('public/press/coated.icc')
const toLab = engine.cmsCreateTransform(
  engine.cmsOpenProfileFromMem(coated, coated.length),
  TYPE_CMYK_16,
  engine.cmsCreateLab4Profile(),
  LAB_FLOAT,
  ABSOLUTE,
  0,
)
/** XYZ (D50) of inks in [0, 1] on the coated paper, by CIE 1976 L*a*b*. */
const xyzOf = (inks: readonly number[]): number[] => {
  const [l = 0, a = 0, b = 0] = engine.cmsDoTransform<Float32Array>(
    toLab,
    Uint16Array.from(inks, value => Math.round(value * 0xffff)),
    1,
  )
  const y = (l + 16) / 116
  return [y + a / 500, y, y - b / 200].map((t, i) => WHITE[i]! * (t > EDGE ? t ** 3 : 3 * EDGE ** 2 * (t - 4 / 29)))
}
const paper = xyzOf([0, 0, 0, 0])
const uncoated = (inks: readonly number[]): number[] =>
  xyzOf(inks.map(tone => tone + GAIN * tone * (1 - tone))).map((value, i) => value * (1 - STRAY) + STRAY * paper[i]!)

const [COLORS, BLACKS] = [
  [0, 10, 20, 40, 70, 100],
  [0, 20, 40, 60, 80, 100],
]
const rows = BLACKS.flatMap(k => COLORS.flatMap(c => COLORS.flatMap(m => COLORS.map(y => [c, m, y, k]))))
const folder = mkdtempSync(join(tmpdir(), 'paper-'))
writeFileSync(
  join(folder, 'uncoated.ti3'),
  [
    'CTI3\n\nDESCRIPTOR "Uncoated offset, modelled"\nORIGINATOR "Plumbago"\nDEVICE_CLASS "OUTPUT"\nCOLOR_REP "CMYK_XYZ"',
    'NUMBER_OF_FIELDS 8\nBEGIN_DATA_FORMAT\nSAMPLE_ID CMYK_C CMYK_M CMYK_Y CMYK_K XYZ_X XYZ_Y XYZ_Z\nEND_DATA_FORMAT',
    `NUMBER_OF_SETS ${rows.length}\nBEGIN_DATA`,
    ...rows.map((row, i) => [i + 1, ...row, ...uncoated(row.map(v => v / 100)).map(v => v.toFixed(4))].join(' ')),
    'END_DATA\n',
  ].join('\n'),
)
const black = '-kp 0 .3 .94 .94 .48 -l 300'.split(' ')
const words = ['-D', 'Uncoated offset, modelled', '-C', 'This profile is free of known copyright restrictions']
const gamut = ['-S', '/usr/share/color/argyll/ref/sRGB.icm']
execFileSync('colprof', ['-qm', ...black, ...gamut, ...words, 'uncoated'], { cwd: folder, stdio: 'ignore' })
renameSync(join(folder, 'uncoated.icc'), 'public/press/uncoated.icc')
process.exit(0) // the engine keeps a timer
