import { hexOf, hexOfRgb, rgbOf, unit, type Hex } from '#core/color/convert'
import { clamp } from '#core/math/clamp'
import { functionOf, type PdfFunction } from './functions'
import type { SpaceKind } from './limits'
import {
  contentOf,
  dictOf,
  elementsOf,
  entryOf,
  lookup,
  lookupDict,
  nameOf,
  numberOf,
  numbersOf,
  PDFArray,
  PDFDict,
  PDFRawStream,
  resolve,
  type PDFContext,
  type PDFObject,
  type Value,
} from './objects'

/** Converts between the values of a color space, each in [0, 1], and sRGB. */
export interface Converter {
  hexOf: (values: readonly number[]) => Hex
  valuesOf: (hex: Hex) => number[]
}

/** Color management: of CMYK that names no profile, and of profiles (ICC) within a file. */
export interface ColorManagement {
  cmyk: Converter
  /** By a profile of so many components; null where it cannot be used. */
  byProfile: (profile: Uint8Array, components: number) => Converter | null
}

/** A color space (ISO 32000-1, 8.6). */
export interface Space {
  kind: SpaceKind
  /** True for the spaces that operators set without a name: gray, RGB and CMYK of the device. */
  isDevice: boolean
  /** Converts new colors into it; null where it cannot hold any: whoever writes takes another space. */
  converter: Converter | null
  components: number
  /** The color a space begins with. */
  initial: readonly number[]
  hexOf: (values: readonly number[]) => Hex
  /** The name of a spot color, or the names of several. */
  spots: readonly string[]
  /** The space of a pattern's own color, of the table of an indexed one, and the one a spot color is made of elsewhere. */
  base?: Space
  /** The values of a spot color in that space. */
  baseValuesOf?: (values: readonly number[]) => readonly number[]
}

const GRAY: Converter = {
  hexOf: ([gray = 0]) => hexOfRgb(unit(gray), unit(gray), unit(gray)),
  valuesOf: hex => [rgbOf(hex).g],
}
const RGB: Converter = {
  hexOf: ([r = 0, g = 0, b = 0]) => hexOfRgb(unit(r), unit(g), unit(b)),
  valuesOf: hex => {
    const { r, g, b } = rgbOf(hex)
    return [r, g, b]
  },
}

/** Maximum number of colors of a space whose appearance is remembered. */
const MAX_REMEMBERED = 10_000

/** A conversion that remembers what it was asked last: the same few colors are asked for again and again. */
const remembering = (hexOf: Converter['hexOf']): Converter['hexOf'] => {
  const known = new Map<string, Hex>()
  return values => {
    const key = values.join()
    let hex = known.get(key)
    if (hex === undefined) {
      if (known.size >= MAX_REMEMBERED) known.clear()
      known.set(key, (hex = hexOf(values)))
    }
    return hex
  }
}

const plainSpace = (kind: SpaceKind, converter: Converter, components: number, isDevice: boolean): Space => ({
  ...{ kind, isDevice, converter, components, spots: [] },
  initial: kind === 'cmyk' ? [0, 0, 0, 1] : Array.from({ length: components }, () => 0),
  hexOf: remembering(converter.hexOf),
})

export const DEVICE_GRAY = plainSpace('gray', GRAY, 1, true)
export const DEVICE_RGB = plainSpace('rgb', RGB, 3, true)

/** Maximum nesting of spaces. */
const MAX_DEPTH = 6
const MAX_COLORANTS = 32
const KINDS: Record<number, SpaceKind> = { 1: 'gray', 3: 'rgb', 4: 'cmyk' }

/** Short names of spaces, which inline images may use, and names of those that are calibrated and read as the device's. */
const ALIASES: Record<string, string> = {
  ...{ G: 'DeviceGray', RGB: 'DeviceRGB', CMYK: 'DeviceCMYK', I: 'Indexed' },
  ...{ CalGray: 'DeviceGray', CalRGB: 'DeviceRGB', CalCMYK: 'DeviceCMYK' },
}

/** Spaces of the device by their names. */
export type DeviceName = 'DeviceGray' | 'DeviceRGB' | 'DeviceCMYK'

/** Reads the color spaces of one document. Each is read once. */
export class Spaces {
  readonly cmyk: Space
  private readonly known = new Map<PDFObject, Space>()
  private readonly profiles = new Map<PDFObject, Converter | null>()
  private readonly defaults = new Map<PDFObject, Space>()
  private readonly devices = new WeakMap<object, Map<DeviceName, Space>>()

  constructor(
    readonly context: PDFContext,
    private readonly management: ColorManagement,
  ) {
    this.cmyk = plainSpace('cmyk', management.cmyk, 4, true)
  }

  /** The space that an operator of the device sets, with the resources of the content it stands in. */
  ofDevice(name: DeviceName, resources: PDFDict | undefined): Space | undefined {
    const key = resources ?? this.context
    let known = this.devices.get(key)
    if (!known) this.devices.set(key, (known = new Map()))
    const space = known.get(name) ?? this.named(name, resources, 0)
    if (space) known.set(name, space)
    return space
  }

  /** The space of a name or an array, with the resources of the content it stands in; undefined where it is none. */
  of(value: Value, resources: PDFDict | undefined, depth = 0): Space | undefined {
    const object = resolve(this.context, value)
    if (!object || depth > MAX_DEPTH) return undefined
    const name = nameOf(object)
    if (name !== undefined) return this.named(name, resources, depth)
    if (!(object instanceof PDFArray)) return undefined
    const known = this.known.get(object)
    if (known) return known
    const space = this.read(object, resources, depth)
    if (space) this.known.set(object, space)
    return space
  }

  private named(name: string, resources: PDFDict | undefined, depth: number): Space | undefined {
    const own = entryOf(lookupDict(resources, 'ColorSpace'), name)
    const device = ALIASES[name] ?? name
    if (own && !device.startsWith('Device')) return this.of(own, resources, depth + 1)
    const instead = /^Device(Gray|RGB|CMYK)$/.exec(device)?.[1]
    const usual = instead && depth === 0 && entryOf(lookupDict(resources, 'ColorSpace'), `Default${instead}`)
    const byDefault = usual ? this.defaultSpace(usual) : undefined
    if (byDefault) return byDefault
    if (device === 'DeviceGray') return DEVICE_GRAY
    if (device === 'DeviceRGB') return DEVICE_RGB
    if (device === 'DeviceCMYK') return this.cmyk
    if (device === 'Pattern') return this.pattern(undefined)
    return undefined
  }

  /** A space that stands in for one of the device (8.6.5.6): it is still set by the operators of that. */
  private defaultSpace(value: Value): Space | undefined {
    const object = resolve(this.context, value)
    const known = object && this.defaults.get(object)
    if (!object || known) return known
    const space = this.of(object, undefined, 1)
    if (!space?.converter) return undefined
    const own = { ...space, isDevice: true }
    this.defaults.set(object, own)
    return own
  }

  private pattern(base: Space | undefined): Space {
    return {
      ...{ kind: 'pattern', isDevice: false, converter: null, components: base?.components ?? 0, spots: [] },
      ...{ initial: [], hexOf: values => base?.hexOf(values) ?? '#000000' },
      ...(base ? { base } : {}),
    }
  }

  private read(array: PDFArray, resources: PDFDict | undefined, depth: number): Space | undefined {
    const parts = elementsOf(this.context, array)
    const name = nameOf(parts[0]) ?? ''
    if (parts.length === 1) return this.named(name, resources, depth)
    if (name === 'ICCBased') return this.byProfile(parts[1], resources, depth)
    if (name === 'Lab') return this.lab(dictOf(this.context, parts[1]))
    if (name === 'Pattern') return this.pattern(this.of(parts[1], resources, depth + 1))
    if (name === 'Separation' || name === 'DeviceN') return this.separated(parts, resources, depth)
    if (name === 'Indexed' || name === 'I') return this.indexed(parts, resources, depth)
    return this.named(ALIASES[name] ?? name, undefined, depth)
  }

  /** By a profile within the file (8.6.5.5); by its alternate, or by the number of its components, where that cannot be used. */
  private byProfile(stream: Value, resources: PDFDict | undefined, depth: number): Space | undefined {
    if (!(stream instanceof PDFRawStream)) return undefined
    const components = numberOf(lookup(stream.dict, 'N')) ?? 0
    const kind = KINDS[components]
    if (!kind) return undefined
    let converter = this.profiles.get(stream)
    if (converter === undefined) {
      const bytes = contentOf(stream)
      converter = bytes ? this.management.byProfile(bytes, components) : null
      this.profiles.set(stream, converter)
    }
    if (converter) return plainSpace(kind, converter, components, false)
    const alternate = this.of(entryOf(stream.dict, 'Alternate'), resources, depth + 1)
    const other = alternate?.components === components ? alternate : this.ofComponents(components)
    return { ...other, isDevice: false }
  }

  private ofComponents(components: number): Space {
    return components === 1 ? DEVICE_GRAY : components === 3 ? DEVICE_RGB : this.cmyk
  }

  /** L*a*b* (8.6.5.4) of the white point D50. */
  private lab(dict: PDFDict | undefined): Space {
    const range = numbersOf(this.context, lookup(dict, 'Range')) ?? [-100, 100, -100, 100]
    const [lowA = -100, highA = 100, lowB = -100, highB = 100] = range
    return {
      ...{ kind: 'lab', isDevice: false, converter: null, components: 3, spots: [] },
      initial: [0, clamp(0, lowA, highA), clamp(0, lowB, highB)],
      hexOf: ([l = 0, a = 0, b = 0]) =>
        hexOf({ mode: 'lab', l: clamp(l, 0, 100), a: clamp(a, lowA, highA), b: clamp(b, lowB, highB) }),
    }
  }

  private separated(parts: readonly Value[], resources: PDFDict | undefined, depth: number): Space | undefined {
    const alternate = this.of(parts[2], resources, depth + 1)
    const single = nameOf(parts[1])
    const spots = single === undefined ? elementsOf(this.context, parts[1]).map(each => nameOf(each) ?? '') : [single]
    if (!alternate || !spots.length || spots.length > MAX_COLORANTS) return undefined
    let tint: PdfFunction
    try {
      tint = functionOf(this.context, parts[3])
    } catch {
      return undefined
    }
    const kind: SpaceKind =
      single === 'All' ? 'all' : spots.every(each => each === 'None') ? 'none' : spots.length > 1 ? 'spots' : 'spot'
    const baseValuesOf = (values: readonly number[]): readonly number[] => {
      try {
        return tint.evaluate(values)
      } catch {
        return alternate.initial // a function that fails for these values
      }
    }
    return {
      ...{ kind, isDevice: false, converter: null, components: spots.length, spots, base: alternate, baseValuesOf },
      initial: spots.map(() => 1),
      hexOf: values => alternate.hexOf(baseValuesOf(values)),
    }
  }

  private indexed(parts: readonly Value[], resources: PDFDict | undefined, depth: number): Space | undefined {
    const base = this.of(parts[1], resources, depth + 1)
    const last = numberOf(parts[2]) ?? 0
    const table = parts[3]
    const bytes =
      table instanceof PDFRawStream
        ? contentOf(table)
        : table && 'asBytes' in table && typeof table.asBytes === 'function'
          ? (table.asBytes() as Uint8Array)
          : undefined
    if (!base || !bytes) return undefined
    return {
      ...{ kind: 'indexed', isDevice: false, converter: null, components: 1, initial: [0], spots: [], base },
      hexOf: ([index = 0]) => {
        const at = clamp(Math.round(index), 0, last) * base.components
        return base.hexOf(Array.from({ length: base.components }, (_, i) => (bytes[at + i] ?? 0) / 255))
      },
    }
  }
}
