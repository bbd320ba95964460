import { execFileSync } from 'node:child_process'
import { existsSync } from 'node:fs'
import sharp from 'sharp'
import type { InkSummary } from '#core/inkmap/measureInks'
import { arc, lchOf, type Hex } from '#core/color/convert'
import { toLab } from '#core/color/oklab'
import type { Picture } from '#core/picture/picture'
import { takeApart, type Manner } from '#core/raster/manner'
import { measurePicture } from '#core/raster/measure'
import { paintRaster } from '#core/raster/paint'
import { inPieces, paintPart } from '#core/raster/strips'
import { reducePicture } from '#core/raster/reduce'
import type { Unmixed } from '#core/raster/unmix'
import { figuresOf, PREVIEW_WIDTH } from '#core/remap/figures'
import { colorsIn, SCHEMES } from './keeping'

/* How well pictures that are not flat are recolored: paintings and photographs of free wallpaper packages, and the demo's. */

const PACKAGES = [
  'plasma-workspace-wallpapers',
  'lomiri-wallpapers-16.04',
  'lomiri-wallpapers-20.04',
  'mate-backgrounds',
]
export const FOLDER = '/usr/share'
const PICTURES = [
  'wallpapers/Altai/contents/images/5120x2880.png',
  'wallpapers/Autumn/contents/images/2560x1600.jpg',
  'wallpapers/Canopee/contents/images/3840x2160.png',
  'wallpapers/Elarun/contents/images/2560x1600.png',
  'backgrounds/Infinite-Sea_by_Aury88.jpg',
  'wallpapers/ColorfulCups/contents/images/2560x1600.jpg',
  'backgrounds/picosdeeuropa_by_Aitzol_Berasategi.jpg',
  'backgrounds/sunset_by_Aitzol_Berasategi.jpg',
  'backgrounds/mate/nature/Garden.jpg',
  'backgrounds/Wine_by_Jakkub_Mede.jpg',
]
const SIZE = 960

export interface Painting {
  name: string
  picture: Picture
  manner: Manner
  inks: InkSummary[]
  taken: Unmixed
}

/** Installs the packages the pictures are from, where they are not there. */
export const wallpapersInstalled = (): void => {
  if (PICTURES.some(path => !existsSync(`${FOLDER}/${path}`)))
    execFileSync('apt-get', ['install', '-y', '--no-install-recommends', ...PACKAGES], { stdio: 'ignore' })
}

export const decoded = async (path: string, size: number): Promise<Picture> => {
  const { data, info } = await sharp(path)
    .resize(size, size, { fit: 'inside' })
    .toColorspace('srgb')
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true })
  return { width: info.width, height: info.height, data: new Uint8Array(data) }
}

/** The pictures, taken apart. */
export const paintings = async (size = SIZE, count = PICTURES.length): Promise<Painting[]> => {
  wallpapersInstalled()
  const found: Painting[] = []
  for (const name of PICTURES.slice(0, count)) {
    const picture = await decoded(`${FOLDER}/${name}`, size)
    const { manner, inks } = measurePicture(picture, 640)
    const hexes = inks.map(({ hex }) => hex)
    found.push({ name, picture, manner, inks, taken: takeApart(picture, hexes, manner) })
  }
  return found
}

/** A painting in other colors. */
export const recolored = ({ picture, inks, taken }: Painting, colors: ReadonlyMap<Hex, Hex>): Picture => {
  const hexes = inks.map(({ hex }) => hex)
  const data = new Uint8Array(picture.data.length)
  paintRaster(taken, hexes, [{ colors: hexes.map(hex => colors.get(hex) ?? hex), opacity: 1 }], null, data)
  return { ...picture, data }
}

const labsOf = ({ data }: Picture): Float32Array => {
  const out = new Float32Array((data.length / 4) * 3)
  const lab = new Float64Array(3)
  for (let i = 0, p = 0; i < data.length; i += 4, p += 3) {
    toLab(data[i]!, data[i + 1]!, data[i + 2]!, lab)
    out.set(lab, p)
  }
  return out
}
const far = (labs: Float32Array, p: number, q: number): number =>
  Math.hypot(labs[p * 3]! - labs[q * 3]!, labs[p * 3 + 1]! - labs[q * 3 + 1]!, labs[p * 3 + 2]! - labs[q * 3 + 2]!)

/** Of neighbors within ΔEOK 0.03 before, those over 0.08 after. */
const seamsOf = (width: number, before: Float32Array, after: Float32Array): number => {
  let [all, seams] = [0, 0]
  for (let p = 0; p < before.length / 3; p++)
    for (const q of [(p + 1) % width ? p + 1 : p, p + width]) {
      if (q === p || q * 3 >= before.length || far(before, p, q) > 0.03) continue
      all++
      if (far(after, p, q) > 0.08) seams++
    }
  return seams / Math.max(1, all)
}

/** Distance of each channel of a pixel from the median of the nine around it. */
const standsOut = (width: number, labs: Float32Array, p: number): number =>
  Math.hypot(
    ...[0, 1, 2].map(n => {
      const nine = [-1, 0, 1].flatMap(dy => [-1, 0, 1].map(dx => labs[(p + dy * width + dx) * 3 + n]!))
      return labs[p * 3 + n]! - nine.sort((one, other) => one - other)[4]!
    }),
  )
/** Of every seventh pixel those that stand out from the nine around them by ΔEOK 0.1 after, not before. */
const speckleOf = (width: number, before: Float32Array, after: Float32Array): number => {
  let [all, found] = [0, 0]
  for (let p = width + 1; p < before.length / 3 - width - 1; p += 7) {
    if (p % width === 0 || p % width === width - 1) continue
    all++
    if (standsOut(width, after, p) > 0.1 && standsOut(width, before, p) <= 0.1) found++
  }
  return found / Math.max(1, all)
}
/** Pixels of chroma over 0.05 whose hue is over 25° from that of every swatch. */
const offOf = (labs: Float32Array, scheme: readonly Hex[]): number => {
  const hues = scheme.map(lchOf).flatMap(({ c, h }) => (c < 0.01 ? [] : [h]))
  let off = 0
  for (let p = 0; p < labs.length; p += 3) {
    const [a, b] = [labs[p + 1]!, labs[p + 2]!]
    const h = (Math.atan2(b, a) * 180) / Math.PI
    if (Math.hypot(a, b) > 0.05 && hues.every(hue => Math.abs(arc(hue, h)) > 25)) off++
  }
  return (off * 3) / labs.length
}

export const FIGURES = ['seams', 'speckle', 'edgesKept', 'strongLost', 'offScheme', 'swatchesUsed', 'value'] as const

/** The mean figures of a painting over all schemes. */
export const paintedFigures = (painting: Painting, schemes = Object.values(SCHEMES)): Array<number | null> => {
  const { picture, inks } = painting
  const { width, height } = picture
  const before = labsOf(picture)
  const longest = Math.max(PREVIEW_WIDTH, Math.round((PREVIEW_WIDTH * height) / width))
  const small = (of: Picture): Picture & { data: Uint8Array } => {
    const { data, ...size } = reducePicture(of, longest)
    return { ...size, data: Uint8Array.from(data) }
  }
  const all = schemes.map(scheme => {
    const done = recolored(painting, colorsIn(inks, scheme, { match: 'picture', shading: 'held' }))
    const after = labsOf(done)
    const { edgesKept, strongLost, swatchesUsed, value } = figuresOf(small(picture), small(done), scheme)
    const own = [seamsOf(width, before, after), speckleOf(width, before, after)]
    return [...own, edgesKept, strongLost, offOf(after, scheme), swatchesUsed, value]
  })
  return FIGURES.map((_, i) => {
    const known = all.flatMap(own => own[i] ?? [])
    return known.length ? known.reduce((sum, one) => sum + one, 0) / known.length : null
  })
}

/** A picture of 12 megapixels: taking it apart for the stage, a change of it, and full size out but for its PNG; in ms. */
export const paintingTimes = async (): Promise<Array<[what: string, ms: number]>> => {
  const [painting] = await paintings(SIZE, 1)
  if (!painting) return []
  const { data, info } = await sharp(`${FOLDER}/${PICTURES[0] ?? ''}`)
    .resize(4243, 2828, { fit: 'fill' })
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true })
  const full = { width: info.width, height: info.height, data: new Uint8Array(data) }
  const found: Array<[string, number]> = []
  const timed = <Result>(what: string, work: () => Result): Result => {
    const start = performance.now()
    const result = work()
    found.push([what, performance.now() - start])
    return result
  }
  const {
    manner,
    inks,
    stage: small,
  } = timed('made small, what it is made of, its inks', () => measurePicture(full, 640))
  const hexes = inks.map(({ hex }) => hex)
  const stage = timed('taken apart for the stage', () => takeApart(small, hexes, manner))
  const rows = (i: number): Parameters<typeof paintRaster>[2] => [
    { colors: hexes.map((_, n) => hexes[(n + i) % hexes.length] as Hex), opacity: 1 },
  ]
  const out = new Uint8ClampedArray(stage.picture.data.length)
  for (let i = 1; i < 8; i++) timed('a change at stage size', () => paintRaster(stage, hexes, rows(i), null, out))
  const changes = found.splice(-7).map(([, ms]) => ms)
  found.push(['a change at stage size, middle of seven', changes.sort((one, other) => one - other)[3] ?? NaN])
  timed('taken apart and painted in full', () => paintPart(inPieces(full, hexes, manner), rows(1), null))
  return found
}
