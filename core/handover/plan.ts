import type { Artwork } from '#core/document/artwork'
import type { Gradient } from '#core/document/handOver'
import type { Project } from '#core/document/project'
import { fileNameOf, folderPathOf } from '#core/formats/fileName'
import { SCHEME_FORMATS, type SchemeFormatKind } from '#core/formats/formats'
import { distinctKeys } from '#core/formats/exportScheme'
import { inLook } from '#core/scheme/looks'
import {
  MAX_PIXELS_OUT,
  NOW,
  PNG_WIDTH,
  type GRADIENT_FILES,
  type PAGE_FILES,
  type PictureSize,
  type Wanted,
} from './options'

/* Which files are handed over, what each is called and what is in it: known before any of them is written. */

/** A look that is handed over: the project in it, on the artwork it is of. */
export interface ExportLook {
  id: string
  name: string
  note: string
  chosen: boolean
  project: Project
}

/** The content of one file. */
export type Content =
  | { kind: 'svg'; look: string; artwork: Artwork }
  | { kind: 'pdf'; look: string; pdf: string; pages: readonly Artwork[] }
  | { kind: 'picture'; look: string; artwork: Artwork; width: number }
  | { kind: 'scheme'; look: string; format: SchemeFormatKind }
  | { kind: 'roles'; look: string }
  | { kind: 'gradients'; look: string }
  | { kind: 'gradient'; look: string; gradient: Gradient; as: Exclude<(typeof GRADIENT_FILES)[number], 'css'> }
  | { kind: 'mood'; look: string; as: (typeof PAGE_FILES)[number] }
  | { kind: 'sheet'; looks: readonly string[]; as: (typeof PAGE_FILES)[number] }

/** A file that is handed over: its path within the archive, with slashes, and what it holds. */
export interface PlannedFile {
  path: string
  content: Content
}

/** The most bytes of one name in a path. */
const NAME_BYTES = 80

/** Names of files that no two of share, whatever file system they come to. */
const namesOf = (titles: readonly string[], instead: string): string[] =>
  distinctKeys(titles.map(title => fileNameOf(title, NAME_BYTES) || instead))

/** The looks of a project that are wanted: its colorways in their order, and itself as it is now. */
export const exportLooks = (project: Project, { looks }: Pick<Wanted, 'looks'>): ExportLook[] => {
  const { colorways, chosen } = project.lineUp
  const frozen = colorways
    .filter(({ id }) => looks.includes(id))
    .map(({ id, name, note, look, artwork }) => ({
      ...{ id, name, note, chosen: chosen === id },
      project: { ...inLook(project, look), artwork },
    }))
  const now = { id: NOW, name: project.name, note: '', chosen: false, project }
  return looks.includes(NOW) ? [now, ...frozen] : frozen
}

/**
 * All artwork of a project and of its colorways, each once: what was removed since is still in those it was frozen
 * in.
 */
export const allArtwork = ({ artwork, lineUp }: Project): Artwork[] => {
  const all = [...artwork, ...lineUp.colorways.flatMap(colorway => colorway.artwork)]
  return [...new Map(all.toReversed().map(art => [art.id, art])).values()].toReversed()
}

/** Width of an artwork as a picture, in pixels: never more than can be written. */
export const widthOf = ({ width, height }: Pick<Artwork, 'width' | 'height'>, size: PictureSize): number => {
  const wanted = size.by === 'width' ? size.pixels : width * size.times
  const max = Math.min(PNG_WIDTH.max, Math.sqrt(MAX_PIXELS_OUT * (width / height)))
  return Math.max(1, Math.round(Math.min(wanted, max)))
}

const sizeName = (size: PictureSize): string =>
  size.by === 'width' ? `-${size.pixels}w` : size.times === 1 ? '' : `-${size.times}x`

/** The files of an artwork in a look. A picture of pixels is written in its full size where a drawing would be SVG. */
const artworkFiles = (look: string, artwork: Artwork, name: string, { svg, pdf, png }: Wanted): PlannedFile[] => {
  const isRaster = artwork.kind === 'raster'
  const isDrawn = artwork.page ? pdf.includes('svg') : svg && !isRaster
  const sizes = new Map(png.map(size => [`${name}${sizeName(size)}.png`, widthOf(artwork, size)]))
  if (isRaster && svg) sizes.set(`${name}.png`, artwork.width)
  return [
    ...(isDrawn ? [{ path: `${name}.svg`, content: { kind: 'svg' as const, look, artwork } }] : []),
    ...[...sizes].map(([path, width]) => ({ path, content: { kind: 'picture' as const, look, artwork, width } })),
  ]
}

/** The name of a PDF by one of its pages: that of the page without its number. */
export const pdfName = ({ name, page }: Artwork): string => {
  const number = ` ${page?.number}`
  return name.endsWith(number) ? name.slice(0, -number.length) : name
}

/**
 * The PDFs that artwork is pages of, each with all its pages in the project, in the folder of the first. A page that is there twice is in
 * a second file.
 */
const pdfsOf = (look: string, artwork: readonly Artwork[], isChosen: (art: Artwork) => boolean): PlannedFile[] => {
  const files: Array<{ pdf: string; pages: Artwork[] }> = []
  for (const art of artwork) {
    const { page } = art
    if (!page) continue
    const open = files.find(
      ({ pdf, pages }) => pdf === page.pdf && pages.every(other => other.page?.number !== page.number),
    )
    if (open) open.pages.push(art)
    else files.push({ pdf: page.pdf, pages: [art] })
  }
  return files
    .filter(({ pages }) => pages.some(isChosen))
    .map(({ pdf, pages }) => {
      const [first] = pages as [Artwork]
      const folder = folderPathOf(first.folder ?? '')
      const path = `artwork/${folder ? `${folder}/` : ''}${fileNameOf(pdfName(first), NAME_BYTES) || 'artwork'}.pdf`
      return { path, content: { kind: 'pdf', look, pdf, pages } }
    })
}

const inFolder = (folder: string, files: readonly PlannedFile[]): PlannedFile[] =>
  files.map(file => ({ ...file, path: folder ? `${folder}/${file.path}` : file.path }))

/** The files of artwork in a look, in the folders it is kept in. Names are distinct within a folder. */
const artworkInFolders = (look: string, artwork: readonly Artwork[], wanted: Wanted): PlannedFile[] => {
  const folders = new Map<string, Artwork[]>()
  for (const art of artwork) {
    const folder = folderPathOf(art.folder ?? '')
    const own = folders.get(folder)
    if (own) own.push(art)
    else folders.set(folder, [art])
  }
  return [...folders].flatMap(([folder, pieces]) => {
    const names = namesOf(
      pieces.map(({ name }) => name),
      'artwork',
    )
    const files = pieces.flatMap((art, i) => artworkFiles(look, art, names[i] as string, wanted))
    return inFolder(folder ? `artwork/${folder}` : 'artwork', files)
  })
}

/** The files of one look. */
const lookFiles = ({ id: look, project }: ExportLook, wanted: Wanted): PlannedFile[] => {
  const chosen = new Set(wanted.artwork)
  const artwork = project.artwork.filter(({ id }) => chosen.has(id))
  const gradients = wanted.gradients.length ? project.gradients : []
  const called = namesOf(
    gradients.map(({ name }) => name),
    'gradient',
  )
  const title = fileNameOf(project.name, NAME_BYTES) || 'scheme'
  const drawn = wanted.gradients.filter(as => as !== 'css')
  return [
    ...(wanted.pdf.includes('pdf') ? pdfsOf(look, project.artwork, ({ id }) => chosen.has(id)) : []),
    ...artworkInFolders(look, artwork, wanted),
    ...inFolder(
      'scheme',
      wanted.scheme.map(format => ({
        path: `${title}${SCHEME_FORMATS[format].extension}`,
        content: { kind: 'scheme', look, format },
      })),
    ),
    ...inFolder('gradients', [
      ...(gradients.length && wanted.gradients.includes('css')
        ? [{ path: 'gradients.css', content: { kind: 'gradients' as const, look } }]
        : []),
      ...gradients.flatMap((gradient, i) =>
        drawn.map(as => ({ path: `${called[i]}.${as}`, content: { kind: 'gradient' as const, look, gradient, as } })),
      ),
    ]),
    ...wanted.mood.map(as => ({ path: `mood.${as}`, content: { kind: 'mood' as const, look, as } })),
  ]
}

/**
 * All files that are handed over, in the order of their folders: what belongs to several looks first, then look by
 * look.
 */
export const planFiles = (looks: readonly ExportLook[], wanted: Wanted): PlannedFile[] => {
  if (!looks.length) return []
  const folders = namesOf(
    looks.map(({ name }) => name),
    'colorway',
  )
  const ids = looks.map(({ id }) => id)
  const sheets = wanted.sheet.flatMap((as): PlannedFile[] =>
    as === 'pdf'
      ? [{ path: 'sheet.pdf', content: { kind: 'sheet', looks: ids, as } }]
      : ids.map((id, i) => ({
          path: ids.length > 1 ? `sheet-${folders[i]}.png` : 'sheet.png',
          content: { kind: 'sheet', looks: [id], as },
        })),
  )
  return distinctPaths([
    ...sheets,
    ...looks.flatMap((look, i) => inFolder(looks.length > 1 ? (folders[i] as string) : '', lookFiles(look, wanted))),
  ])
}

/** Files of which no two have one path: a later one goes on with a number before its extension. */
const distinctPaths = (files: readonly PlannedFile[]): PlannedFile[] => {
  const taken = new Set<string>()
  return files.map(file => {
    const [, stem = file.path, extension = ''] = /^(.*?)((?:\.[a-z]{2,8}){1,2})$/.exec(file.path) ?? []
    let { path } = file
    for (let n = 2; taken.has(path); n++) path = `${stem}-${n}${extension}`
    taken.add(path)
    return { ...file, path }
  })
}

/** Name of the archive of them, without extension. */
export const archiveName = (project: Pick<Project, 'name'>): string =>
  fileNameOf(project.name, NAME_BYTES) || 'plumbago'

/** A folder of the tree of files, or a file in it. */
export interface Branch {
  name: string
  /** The path of a file; null for a folder. */
  path: string | null
  branches: Branch[]
}

/** Number of files in a branch, those in folders within it included. */
export const countFiles = ({ path, branches }: Branch): number =>
  path === null ? branches.reduce((sum, each) => sum + countFiles(each), 0) : 1

/** Distinct paths as a tree, in the order they come. */
export const treeOf = (paths: readonly string[]): Branch[] => {
  const root: Branch[] = []
  const folders = new Map<string, Branch[]>([['', root]])
  /** The branches of a folder, which is made with those around it where it is not there yet. */
  const branchesIn = (folder: string): Branch[] => {
    const known = folders.get(folder)
    if (known) return known
    const cut = folder.lastIndexOf('/')
    const branches: Branch[] = []
    branchesIn(folder.slice(0, Math.max(0, cut))).push({ name: folder.slice(cut + 1), path: null, branches })
    folders.set(folder, branches)
    return branches
  }
  for (const path of paths) {
    const cut = path.lastIndexOf('/')
    branchesIn(path.slice(0, Math.max(0, cut))).push({ name: path.slice(cut + 1), path, branches: [] })
  }
  return root
}
