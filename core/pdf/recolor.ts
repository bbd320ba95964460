import { unit, type Hex } from '#core/color/convert'
import { editContent, readContent, USE, type ColorPlace, type PlacePlan, type Replacement } from './content'
import type { Content, PdfColor, PdfColors } from './document'
import { stitchedFunction } from './functions'
import {
  dictOf,
  entryOf,
  lookup,
  lookupDict,
  nameOf,
  PDFDict,
  PDFName,
  PDFRawStream,
  PDFRef,
  streamWith,
  type PDFArray,
  type PDFContext,
  type PDFObject,
  type Value,
} from './objects'
import { writeShading, type ShadingReading } from './shadings'
import { DEVICE_RGB, type Space } from './spaces'

/** New names of spot colors that change, by their names; others are written in process inks. */
export type SpotNames = ReadonlyMap<string, string>

/** A color as it is written: its values in a space. */
export interface WrittenColor {
  space: Space
  values: readonly number[]
  /** The new name of a spot color that keeps its tint. */
  spot?: string
}

/** A color of a file: its values in a space, and the ink it is. */
export type FileColor = Omit<PdfColor, 'isLetters'>

/** A rule by which the colors of a file are written. */
export interface Recoloring {
  /** A color as it is written; null where it stays as it is. */
  write: (color: FileColor) => WrittenColor | null
  /** The new color of an ink in the space that every content of the file can be written in. */
  inProcess: (hex: Hex) => WrittenColor
  /** The color spaces of spot colors that get a new name, by that name. */
  spotSpaces: ReadonlyMap<string, PDFArray>
}

const OPERATORS = { gray: ['g', 'G'], rgb: ['rg', 'RG'], cmyk: ['k', 'K'] } as const
const DEVICE_NAMES = { gray: 'DeviceGray', rgb: 'DeviceRGB', cmyk: 'DeviceCMYK' } as const
type DeviceKind = keyof typeof DEVICE_NAMES

/** Number of decimals of values: finer than 16 bits need. */
const FINE = 1e5
const numberText = (value: number): string => String(Math.round(value * FINE) / FINE || 0)
const valuesText = (values: readonly number[]): string => values.map(numberText).join(' ')

const inRgb = (hex: Hex): WrittenColor => ({ space: DEVICE_RGB, values: DEVICE_RGB.converter!.valuesOf(hex) })

const isGray = (hex: Hex): boolean => hex.slice(1, 3) === hex.slice(3, 5) && hex.slice(3, 5) === hex.slice(5, 7)

/** The values that the colors of a file have, by their space and the ink they are. */
const valuesKnown = (colors: readonly FileColor[]): ((space: Space, hex: Hex) => readonly number[] | undefined) => {
  const known = new Map<Space, Map<Hex, readonly number[]>>()
  const learn = (space: Space, hex: Hex, values: readonly number[]): void => {
    const own = known.get(space) ?? new Map<Hex, readonly number[]>()
    known.set(space, own)
    if (!own.has(hex)) own.set(hex, values)
  }
  for (const { space, hex, values } of colors) learn(space, hex, values)
  for (const { space, hex, values } of colors)
    if (space.base && space.baseValuesOf) learn(space.base, hex, space.baseValuesOf(values))
  return (space, hex) => known.get(space)?.get(hex)
}

/** The color space of a spot color under a new name: straight between the tints that are used, from no ink at all. */
const spotSpace = (context: PDFContext, name: string, tints: ReadonlyMap<number, WrittenColor>): PDFArray => {
  const sorted = [...tints].sort(([one], [other]) => one - other).filter(([tint]) => tint > 0)
  const [, first] = sorted[0] ?? [1, { space: DEVICE_RGB, values: [0, 0, 0] }]
  const paper = first.space.kind === 'cmyk' ? [0, 0, 0, 0] : [1, 1, 1]
  const [last, full] = sorted[sorted.length - 1] ?? [1, first]
  // a full tint nobody uses lies as far beyond the fullest that is as that lies from the paper
  const atFull = full.values.map((value, i) => unit(paper[i]! + (value - paper[i]!) / last))
  const stops = [{ at: 0, values: paper }, ...sorted.map(([at, { values }]) => ({ at, values }))]
  if (last < 1) stops.push({ at: 1, values: atFull })
  const tint = stitchedFunction(context, stops)
  const array = context.obj(['Separation', name, DEVICE_NAMES[first.space.kind as DeviceKind], tint])
  return array as PDFArray
}

/**
 * The rule by which a file's colors are written where its inks become others. Each stays in its own space where that can hold the color
 * (gray only grays), otherwise it is CMYK in a file for a press and RGB in any other. A color the file has in that space is taken with
 * the values it has there, so that inks that change places are exact. Spot colors that change and have a new name keep their tints.
 */
export const recoloringOf = (all: PdfColors, colorOf: (hex: Hex) => Hex, spots: SpotNames = new Map()): Recoloring => {
  const colors = all.colors()
  const known = valuesKnown(colors)
  const process = all.isForPress ? all.spaces.cmyk : DEVICE_RGB
  const inSpace = (space: Space, hex: Hex): WrittenColor | null => {
    const own = known(space, hex)
    if (own) return { space, values: own }
    const { converter, kind } = space
    return converter && (kind !== 'gray' || isGray(hex)) ? { space, values: converter.valuesOf(hex) } : null
  }
  const inProcess = (hex: Hex): WrittenColor => inSpace(process, colorOf(hex)) ?? inRgb(colorOf(hex))
  const newNameOf = ({ kind, spots: names }: Space): string | undefined =>
    kind === 'spot' ? spots.get(names[0] ?? '') : undefined
  const changed = new Set(colors.flatMap(({ space, hex }) => (colorOf(hex) === hex ? [] : (newNameOf(space) ?? []))))
  const tints = new Map([...changed].map(name => [name, new Map<number, WrittenColor>()]))
  for (const { space, values, hex } of colors) tints.get(newNameOf(space) ?? '')?.set(values[0] ?? 1, inProcess(hex))
  const spotSpaces = new Map([...tints].map(([name, own]) => [name, spotSpace(all.context, name, own)]))
  return {
    ...{ inProcess, spotSpaces },
    write: ({ space, values, hex }) => {
      const spot = newNameOf(space)
      if (spot !== undefined && spotSpaces.has(spot)) return { space, values, spot }
      const next = colorOf(hex)
      return next === hex ? null : (inSpace(space, next) ?? inProcess(hex))
    },
  }
}

/** For the screen: every color in sRGB. */
export const FOR_SCREEN: Recoloring = { inProcess: inRgb, write: ({ hex }) => inRgb(hex), spotSpaces: new Map() }

/** Names of the color spaces that are added to the resources of content; no program that is known here gives such. */
const spotName = (place: number): string => `PlumbagoSpot${place}`
const patternName = (kind: DeviceKind): string => `PlumbagoPattern${DEVICE_NAMES[kind].slice(6)}`

/** One writing of the colors of pages into their document. */
class Recolor {
  private readonly refs = new Map<PDFObject, PDFRef>()

  constructor(
    private readonly colors: PdfColors,
    private readonly recoloring: Recoloring,
  ) {
    for (const [ref, object] of colors.context.enumerateIndirectObjects()) this.refs.set(object, ref)
  }

  run(): void {
    const { contents, shadings } = this.colors
    const changes = contents.map(content => this.contentChange(content)) // all are read before the first is written
    for (const change of changes) change?.()
    for (const shading of shadings) this.changeShading(shading)
  }

  private writtenOf(space: Space, values: readonly number[], use: keyof typeof USE): WrittenColor | null {
    const hex = this.colors.hexOf(space, values, use)
    return hex === null ? null : this.recoloring.write({ space, values, hex })
  }

  /** The writing of content in other colors; null where none of it changes. */
  private contentChange({ owner, bytes, host, places }: Content): (() => void) | null {
    const added = new Map<string, Value>()
    const plan = places.map((place): PlacePlan => {
      const text = place.uses & USE.text ? this.replacementOf(place, 'text', added) : undefined
      const shape = place.uses & USE.shape ? this.replacementOf(place, 'shape', added) : text
      return { text: (text === undefined ? shape : text) ?? null, shape: shape ?? null }
    })
    if (plan.every(({ text, shape }) => !text && !shape)) return null
    const { edits } = readContent(bytes, host, plan)
    return () => {
      const { context } = this.colors
      const edited = editContent(bytes, edits)
      this.addSpaces(owner instanceof PDFRawStream ? owner.dict : owner, host.resources, added)
      if (!(owner instanceof PDFRawStream))
        owner.set(PDFName.of('Contents'), context.register(streamWith(context.obj({}), edited)))
      else context.assign(this.refs.get(owner)!, streamWith(owner.dict, edited))
    }
  }

  private replacementOf(place: ColorPlace, use: keyof typeof USE, added: Map<string, Value>): Replacement | null {
    const written = this.writtenOf(place.space, place.values, use)
    if (!written) return null
    const { space, values, spot } = written
    const at = place.way === 'fill' ? 0 : 1
    const [set, paint] = [at ? 'CS' : 'cs', at ? 'SCN' : 'scn']
    if (spot !== undefined) {
      const names = [...this.recoloring.spotSpaces.keys()]
      const name = spotName(names.indexOf(spot))
      added.set(name, this.recoloring.spotSpaces.get(spot))
      return { text: `/${name} ${set} ${valuesText(values)} ${paint}`, keepsSpace: false }
    }
    const keepsSpace = space === place.space
    if (keepsSpace && !space.isDevice) return { text: `${valuesText(values)} ${place.pattern} ${paint}`, keepsSpace }
    const kind = space.kind as DeviceKind
    if (!place.pattern) return { text: `${valuesText(values)} ${OPERATORS[kind][at]}`, keepsSpace }
    added.set(patternName(kind), this.colors.context.obj(['Pattern', DEVICE_NAMES[kind]]))
    return { text: `/${patternName(kind)} ${set} ${valuesText(values)} ${place.pattern} ${paint}`, keepsSpace: false }
  }

  private addSpaces(owner: PDFDict, resources: PDFDict | undefined, added: ReadonlyMap<string, Value>): void {
    if (!added.size) return
    const { context } = owner
    const own = resources ?? context.obj({})
    if (!resources) owner.set(PDFName.of('Resources'), own)
    const spaces = lookupDict(own, 'ColorSpace') ?? context.obj({})
    own.set(PDFName.of('ColorSpace'), spaces)
    for (const [name, value] of added) if (value) spaces.set(PDFName.of(name), value)
  }

  private changeShading({ dict, space, stops, background }: ShadingReading): void {
    const all = background ? [...stops.map(({ values }) => values), background] : stops.map(({ values }) => values)
    const written = all.map(values => this.writtenOf(space, values, 'shape'))
    if (written.every(each => each === null)) return
    const spot = written.find(each => each?.spot !== undefined)?.spot
    if (spot !== undefined) return dict.set(PDFName.of('ColorSpace'), this.recoloring.spotSpaces.get(spot)!)
    const staysInSpace = written.every(each => each === null || each.space === space)
    const process = all.map(values => this.recoloring.inProcess(this.colors.hexOf(space, values, 'shape') ?? '#000000'))
    const values = staysInSpace ? written.map((each, i) => each?.values ?? all[i]!) : process.map(each => each.values)
    writeShading(dict, {
      space: staysInSpace ? undefined : PDFName.of(DEVICE_NAMES[process[0]!.space.kind as DeviceKind]),
      stops: stops.map(({ at }, i) => ({ at, values: values[i]! })),
      background: background ? values[stops.length]! : null,
    })
  }
}

/** Writes the colors of the pages that were read into their document. */
export const recolorPages = (colors: PdfColors, recoloring: Recoloring): void => new Recolor(colors, recoloring).run()

/** Entries of resources that have colors. */
const COLORED = ['XObject', 'Pattern', 'Shading', 'Font', 'ColorSpace'] as const

/**
 * Gives pages objects of their own for everything that has colors, so that they can be written in other colors than pages they share it
 * with. Pictures stay shared.
 */
export const isolatePages = (context: PDFContext, pages: readonly PDFDict[]): void => {
  const copies = new Map<PDFObject, Value>()
  const copyResources = (dict: PDFDict): PDFDict => {
    const known = copies.get(dict)
    if (known instanceof PDFDict) return known
    const own = dict.clone(context)
    copies.set(dict, own)
    for (const kind of COLORED) {
      const table = lookupDict(own, kind)
      if (!table) continue
      const copied = table.clone(context)
      if (kind !== 'ColorSpace') for (const [name, value] of table.entries()) copied.set(name, copyOf(value))
      own.set(PDFName.of(kind), copied)
    }
    return own
  }
  const copyDict = (dict: PDFDict): PDFDict => {
    const own = dict.clone(context)
    const resources = lookupDict(own, 'Resources')
    if (resources) own.set(PDFName.of('Resources'), copyResources(resources))
    const letters = lookupDict(own, 'CharProcs')
    if (letters)
      own.set(
        PDFName.of('CharProcs'),
        context.obj(Object.fromEntries(letters.entries().map(([name, value]) => [name.decodeText(), copyOf(value)]))),
      )
    const shading = entryOf(own, 'Shading')
    if (shading) own.set(PDFName.of('Shading'), copyOf(shading))
    return own
  }
  const copyOf = (value: PDFObject): PDFObject => {
    const object = value instanceof PDFRef ? context.lookup(value) : value
    if (!object) return value
    const known = copies.get(object)
    if (known) return known
    const dict = dictOf(context, object)
    if (!dict || nameOf(lookup(dict, 'Subtype')) === 'Image') return value
    if (value instanceof PDFRef) {
      const ref = context.nextRef()
      copies.set(object, ref)
      context.assign(
        ref,
        object instanceof PDFRawStream ? PDFRawStream.of(copyDict(dict), object.contents) : copyDict(dict),
      )
      return ref
    }
    return copyDict(dict)
  }
  for (const page of pages) {
    const resources = lookupDict(page, 'Resources')
    if (resources) page.set(PDFName.of('Resources'), copyResources(resources))
  }
}
