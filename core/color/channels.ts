import { degrees, hexOfHsb, hexOfLch, hexOfRgb, hsbOf, withHue, lchOf, rgbOf, type Hex, type Hued } from './convert'
import { cmykOf, hexOfCmyk } from './notation'

/** One number of a color: its name, its highest value (the lowest is 0) and its unit. */
export interface Channel {
  name: string
  max: number
  unit: string
}

/**
 * A way of saying a color in numbers. `read` gives the numbers of a color, `write` the color of numbers, with the HSB
 * hue it is remembered by.
 */
export interface Channels {
  channels: readonly Channel[]
  read: (hex: Hex, hue: number) => number[]
  write: (values: readonly number[], hue: number) => Hued
}

const at = (values: readonly number[], place: number): number => values[place] ?? 0

/** The OKLCH hue, in degrees, of an HSB hue. */
const lchHue = (hue: number): number => lchOf(hexOfHsb({ h: hue, s: 1, b: 1 })).h

const HSB: Channels = {
  channels: [
    { name: 'Hue', max: 360, unit: '°' },
    { name: 'Saturation', max: 100, unit: '%' },
    { name: 'Brightness', max: 100, unit: '%' },
  ],
  read: (hex, hue) => {
    const { h, s, b } = hsbOf(hex, hue)
    return [h, s * 100, b * 100]
  },
  write: values => ({
    hex: hexOfHsb({ h: at(values, 0), s: at(values, 1) / 100, b: at(values, 2) / 100 }),
    hue: degrees(at(values, 0)),
  }),
}

const RGB: Channels = {
  channels: [
    { name: 'Red', max: 255, unit: '' },
    { name: 'Green', max: 255, unit: '' },
    { name: 'Blue', max: 255, unit: '' },
  ],
  read: hex => Object.values(rgbOf(hex)).map(value => value * 255),
  write: (values, hue) => withHue(hexOfRgb(at(values, 0) / 255, at(values, 1) / 255, at(values, 2) / 255), hue),
}

/** OKLCH: lightness in percent, chroma in thousandths, hue in degrees; what sRGB lacks is brought in by chroma. */
const OKLCH: Channels = {
  channels: [
    { name: 'Lightness', max: 100, unit: '%' },
    { name: 'Chroma', max: 330, unit: '‰' },
    { name: 'Hue', max: 360, unit: '°' },
  ],
  read: (hex, hue) => {
    const { l, c, h } = lchOf(hex, lchHue(hue))
    return [l * 100, c * 1000, h]
  },
  write: values => {
    const [l, c, h] = [at(values, 0) / 100, at(values, 1) / 1000, at(values, 2)]
    return { hex: hexOfLch({ l, c, h }), hue: hsbOf(hexOfLch({ l: 0.7, c: 0.12, h })).h }
  },
}

/** CMYK by the plain formula, without the profile of any press. */
const CMYK: Channels = {
  channels: ['Cyan', 'Magenta', 'Yellow', 'Black'].map(name => ({ name, max: 100, unit: '%' })),
  read: hex => Object.values(cmykOf(hex)).map(value => value * 100),
  write: (values, hue) =>
    withHue(
      hexOfCmyk({ c: at(values, 0) / 100, m: at(values, 1) / 100, y: at(values, 2) / 100, k: at(values, 3) / 100 }),
      hue,
    ),
}

/** The ways a color can be set in numbers. */
export const CHANNELS = { hsb: HSB, rgb: RGB, oklch: OKLCH, cmyk: CMYK } as const
export type ChannelMode = keyof typeof CHANNELS

/** The colors a channel runs through while the others stay, from its lowest to its highest value. */
export const trackOf = (
  { channels, write }: Channels,
  values: readonly number[],
  place: number,
  hue: number,
  stops = 13,
): Hex[] =>
  Array.from(
    { length: stops },
    (_, i) =>
      write(
        values.map((value, n) => (n === place ? ((channels[place]?.max ?? 0) * i) / (stops - 1) : value)),
        hue,
      ).hex,
  )
