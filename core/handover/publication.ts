import { countWords } from '#core/document/names'
import type { Project } from '#core/document/project'
import type { PublicationPut, PublishedChanges, PublishedSwatch } from '#core/document/publication'
import { SCHEME_FORMATS } from '#core/formats/formats'
import { shownScheme } from '#core/scheme/compose'
import { FIRST_WANTED, type Wanted } from './options'
import { allArtwork, exportLooks, planFiles, type PlannedFile } from './plan'

/* The content of a publication: which files it has, and what a version changes. */

/** The formats a scheme is published in. */
const PUBLISHED_FORMATS = ['css', 'tailwind', 'tokens'] as const

/** The export options of a publication. */
export const wantedOf = (project: Project, { look, artwork, svg, ladders }: PublicationPut): Wanted => ({
  ...FIRST_WANTED,
  ...{ looks: [look], artwork: artwork ?? allArtwork(project).map(({ id }) => id) },
  ...{ svg, pdf: ['pdf', 'svg'], ladders, png: [], sheet: [], scheme: [...PUBLISHED_FORMATS], onlyUsed: false },
})

/** The files of a publication. Those of the scheme have the same paths in all versions, whatever the project is called. */
export const publicationFiles = (project: Project, wanted: Wanted): PlannedFile[] => [
  ...planFiles(exportLooks(project, wanted), wanted).map(({ path, content }) => ({
    path: content.kind === 'scheme' ? `scheme${SCHEME_FORMATS[content.format].extension}` : path,
    content,
  })),
  ...wanted.looks.map(look => ({ path: 'roles.css', content: { kind: 'roles' as const, look } })),
]

/** The colorway that is published: its name and swatches; null where there is none of that id. */
export const publishedLook = (
  project: Project,
  { look }: Pick<PublicationPut, 'look'>,
): { name: string; swatches: PublishedSwatch[] } | null => {
  const [found] = exportLooks(project, { looks: [look] })
  if (!found) return null
  return {
    name: found.name,
    swatches: shownScheme(found.project).map(({ id, name, hex, role, share }) => ({ id, name, hex, role, share })),
  }
}

/** Differences between the swatches of two versions: the same swatch is one with the same id. */
export const swatchChanges = (
  before: readonly PublishedSwatch[],
  after: readonly PublishedSwatch[],
): PublishedChanges['swatches'] => {
  const known = new Map(before.map(swatch => [swatch.id, swatch]))
  const present = new Set(after.map(({ id }) => id))
  return {
    added: after.filter(({ id }) => !known.has(id)).map(({ name }) => name),
    removed: before.filter(({ id }) => !present.has(id)).map(({ name }) => name),
    changed: after.flatMap(({ id, name, hex }) => {
      const was = known.get(id)
      const isSame = !was || (was.hex === hex && was.name === name)
      return isSame ? [] : [{ name, before: was.name, from: was.hex, to: hex }]
    }),
  }
}

const listed = (names: readonly string[]): string =>
  names.length > 4 ? `${names.slice(0, 3).join(', ')} and ${names.length - 3} more` : names.join(', ')

const swatchWords = ({ name, before, from, to }: PublishedChanges['swatches']['changed'][number]): string =>
  from === to ? `${before} → ${name}` : `${before} ${from} → ${name === before ? '' : `${name} `}${to}`

/** The changes of a version in words: “Rose #e07a5f → #d0694e; added Ice; 12 files changed, 1 removed”. */
export const changeWords = ({ swatches: { added, removed, changed }, files }: PublishedChanges): string => {
  const counts = (['added', 'changed', 'removed'] as const).filter(way => files[way] > 0)
  const inFiles = counts.map((way, i) => (i ? `${files[way]} ${way}` : `${countWords(files[way], 'file')} ${way}`))
  return [
    ...changed.slice(0, 4).map(swatchWords),
    ...(changed.length > 4 ? [`${countWords(changed.length - 4, 'more swatch', 'more swatches')} changed`] : []),
    ...(added.length ? [`added ${listed(added)}`] : []),
    ...(removed.length ? [`removed ${listed(removed)}`] : []),
    ...(inFiles.length ? [inFiles.join(', ')] : []),
  ].join('; ')
}
