import type { Sql } from 'postgres'
import { decoded } from '../../core/artwork/encoding'
import { readSvg } from '../../core/artwork/read'
import { renderableSvg } from '../../core/artwork/write'
import { colorsOf, touchesOf } from '../../core/project/colors'
import { unitedInks } from '../../core/project/create'
import type { Project } from '../../core/project/schema'
import { artworkSource, findArtwork } from '../db/artwork'

/** The first artwork of a project in its scheme, as SVG; null where it has none. */
export const previewOf = async (sql: Sql, project: Project): Promise<string | null> => {
  const first = project.artwork[0]
  const source = first && await artworkSource(sql, first.hash)
  if (!source) return null
  const files = await Promise.all(project.artwork.map(({ hash }) => findArtwork(sql, hash)))
  const colors = colorsOf(project, unitedInks(files.filter(file => file !== null)), first.id)
  return renderableSvg(readSvg(decoded(source).text), ink => colors.get(ink.hex) ?? ink.hex, touchesOf(project, first.id))
}
