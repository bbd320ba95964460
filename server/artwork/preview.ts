import type { Sql } from 'postgres'
import { pngDataUrl } from '#core/svg/embedded'
import { decodeSvg } from '#core/svg/encoding'
import { renderableSvg } from '#core/svg/write'
import type { Hex } from '#core/color/convert'
import { paintingOf } from '#core/painting/painting'
import { uniteInks } from '#core/remap/unite'
import type { Artwork } from '#core/document/artwork'
import type { Project } from '#core/document/project'
import { paintRaster } from '#core/raster/paint'
import { takeApart, type Manner } from '#core/raster/manner'
import { rowsWithin, type AreaPaint } from '#core/painting/areas'
import { readWithPictures } from '../../render/embedded'
import { plainPicture, plainPng } from '../../render/pictures'
import { renderPng } from '../../render/resvg'
import { artworkSource, findArtwork } from '../db/artwork'
import { stagePicture } from './raster'

/** The longer side, in pixels, of a previewed picture, or one within a previewed artwork. */
const PREVIEWED = 360

/** A drawing longer than this, in characters, is previewed as a picture. */
const LONGEST = 300_000

/** An SVG that holds nothing but a picture. */
const svgOfPng = ({ width, height }: Artwork, png: Uint8Array): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}"><image width="${width}` +
  `" height="${height}" href="${pngDataUrl(png)}"/></svg>`

/** A raster artwork in other colors and with its touch-ups, small, as an SVG that holds nothing but the picture. */
const paintPicture = async (
  artwork: Artwork,
  inks: readonly Hex[],
  colors: ReadonlyMap<Hex, Hex>,
  areas: readonly AreaPaint[],
  source: Uint8Array,
  manner: Manner,
): Promise<string> => {
  const taken = takeApart(await plainPicture(source, PREVIEWED), inks, manner)
  const { picture } = taken
  const { rows, regions } = rowsWithin(
    taken,
    inks,
    inks.map(ink => colors.get(ink) ?? ink),
    areas,
  )
  const data = new Uint8Array(picture.data.length)
  paintRaster(taken, inks, rows, regions, data)
  return svgOfPng(artwork, await plainPng({ ...picture, data }))
}

/** The first artwork of a project in its scheme, as SVG; null where it has none. */
export const previewOf = async (sql: Sql, project: Project): Promise<string | null> => {
  const first = project.artwork[0]
  if (!first) return null
  const files = await Promise.all(project.artwork.map(({ hash }) => findArtwork(sql, hash)))
  const inks = uniteInks(files.filter(file => file !== null))
  const { colors, byHand } = paintingOf(project, { inks, standIns: [] })(first.id)
  const file = files.find(each => each?.hash === first.hash)
  const source = file && (await (first.kind === 'raster' ? stagePicture(sql, file) : artworkSource(sql, first.hash)))
  if (!source) return null
  if (first.kind === 'raster')
    return paintPicture(
      first,
      file.inks.map(({ hex }) => hex),
      colors,
      byHand.areas,
      source,
      file.manner,
    )
  const { reading, painter } = await readWithPictures(decodeSvg(source).text, file.also, file.pictureInks)
  const colorOf = (hex: Hex): Hex => colors.get(hex) ?? hex
  const svg = renderableSvg(
    reading,
    ({ hex }) => colorOf(hex),
    byHand.shapes,
    await painter({ longest: PREVIEWED })(colorOf),
  )
  return svg.length > LONGEST ? svgOfPng(first, await renderPng(svg, PREVIEWED * 2)) : svg
}
