import { hexOfLch, type Hex } from '#core/color/convert'

/* The thread book of Breezeholm's kite makers, made up: 16 hues in 6 depths, each bright and muted, and 8 neutrals. */

const DEPTHS = [
  { word: 'Foam', l: 0.93, c: 0.045 },
  { word: 'Breeze', l: 0.83, c: 0.09 },
  { word: 'Clear', l: 0.71, c: 0.14 },
  { word: 'Full', l: 0.58, c: 0.165 },
  { word: 'Dusk', l: 0.44, c: 0.125 },
  { word: 'Night', l: 0.29, c: 0.08 },
] as const
const HUES = [
  'rosehip',
  'buoy',
  'brick',
  'rust',
  'rope',
  'honey',
  'gorse',
  'reed',
  'kelp',
  'pine',
  'shallows',
  'tern',
  'ferry',
  'harbor',
  'heather',
  'foxglove',
] as const
const NEUTRALS = ['Sailcloth', 'Chalk', 'Gull', 'Pebble', 'Pewter', 'Anchor', 'Tar', 'Soot'] as const

/** Fraction of the chroma that a muted thread has. */
const MUTED = 0.38

/** The 200 threads: each with its number and name, and its color. */
export const threads = (): Array<{ hex: Hex; name: string }> => [
  ...HUES.flatMap((word, row) =>
    DEPTHS.flatMap(({ word: depth, l, c }, step) =>
      [1, MUTED].map((part, muted) => ({
        hex: hexOfLch({ l, c: c * part, h: (row * 360) / HUES.length + 8 }),
        name: `${(row + 1) * 20 + step * 2 + muted + 81} ${depth} ${muted ? 'muted ' : ''}${word}`,
      })),
    ),
  ),
  ...NEUTRALS.map((word, step) => ({
    hex: hexOfLch({ l: 0.98 - step * 0.112, c: 0.006, h: 80 }),
    name: `${step + 501} ${word}`,
  })),
]
