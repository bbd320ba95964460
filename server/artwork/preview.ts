import { gunzipSync } from 'node:zlib'
import type { Sql } from 'postgres'
import { decoded } from '../../core/artwork/encoding'
import { paintInkMap, unpackInkMap } from '../../core/artwork/inkmap'
import { renderableSvg } from '../../core/artwork/write'
import type { Hex } from '../../core/color/convert'
import { colorsOf, touchesOf } from '../../core/project/colors'
import { unitedInks } from '../../core/project/create'
import type { Artwork, Project } from '../../core/project/schema'
import { readWithPictures } from '../../render/embedded'
import { plainPng } from '../../render/pictures'
import { artworkMap, artworkSource, findArtwork } from '../db/artwork'

/** The longer side, in pixels, of pictures within a previewed artwork. */
const PREVIEWED = 360

/** A raster artwork in other colors, painted small from its map, as an SVG that holds nothing but the picture. */
const pictured = async ({ width, height }: Artwork, colors: ReadonlyMap<Hex, Hex>, packed: Uint8Array | null, inks: readonly Hex[]): Promise<string | null> => {
  if (!packed) return null
  const map = unpackInkMap(gunzipSync(packed))
  const data = new Uint8ClampedArray(map.width * map.height * 4)
  paintInkMap(map, inks.map(ink => colors.get(ink) ?? ink), data)
  const png = (await plainPng({ width: map.width, height: map.height, data })).toString('base64')
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}"><image width="${width}" height="${height}" href="data:image/png;base64,${png}"/></svg>`
}

/** The first artwork of a project in its scheme, as SVG; null where it has none. */
export const previewOf = async (sql: Sql, project: Project): Promise<string | null> => {
  const first = project.artwork[0]
  if (!first) return null
  const files = await Promise.all(project.artwork.map(({ hash }) => findArtwork(sql, hash)))
  const colors = colorsOf(project, unitedInks(files.filter(file => file !== null)), first.id)
  if (first.kind === 'raster') return pictured(first, colors, await artworkMap(sql, first.hash), files.find(file => file?.hash === first.hash)?.inks.map(({ hex }) => hex) ?? [])
  const source = await artworkSource(sql, first.hash)
  const file = files.find(each => each?.hash === first.hash)
  if (!source || !file) return null
  const { reading, painter } = await readWithPictures(decoded(source).text, file.also, file.pictureInks)
  const colorOf = (hex: Hex): Hex => colors.get(hex) ?? hex
  return renderableSvg(reading, ({ hex }) => colorOf(hex), touchesOf(project, first.id).shapes, await painter({ longest: PREVIEWED })(colorOf))
}
