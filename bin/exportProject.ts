import { readdir, readFile, stat } from 'node:fs/promises'
import { basename, dirname, extname, join } from 'node:path'
import type { Artwork, ArtworkFile } from '#core/document/artwork'
import { MAX_COLORWAYS } from '#core/document/limits'
import type { Colorway } from '#core/document/lineUp'
import { lookOf, projectSchema, storedProjectSchema, type Project } from '#core/document/project'
import { uniqueName } from '#core/color/name'
import { displayTitle } from '#core/formats/fileName'
import { allArtwork } from '#core/handover/plan'
import { NOW, wantedSchema, type Wanted } from '#core/handover/options'
import { uniteInks } from '#core/remap/unite'
import { writeHandOver } from '../render/handover/writeHandOver'
import type { TakenPdf } from '../render/pdf'
import { PICTURE_NAME } from '../render/pictures'
import { receiveRaster } from '../server/artwork/raster'
import { receiveSvg, sourceOf, type Received } from '../server/artwork/receive'
import { pressFor } from '../server/jobs/sources'
import { PDF_NAME, readPdf } from './pdfFile'
import { planProject, writeAtomically, type SchemePlan } from './remapFile'

/** A file of artwork that was read: what is known of it, and its clean bytes. */
interface Read {
  file: ArtworkFile
  source: Uint8Array
  /** The PDF it is a page of. */
  pdf?: TakenPdf
}

const isArtwork = (name: string): boolean => PICTURE_NAME.test(name) || PDF_NAME.test(name) || /\.svgz?$/i.test(name)

const asRead = (received: Received): Read => ({ file: received.file, source: sourceOf(received) })

const readArtwork = async (path: string): Promise<Read[]> => {
  if (PDF_NAME.test(path)) {
    const pdf = await readPdf(path)
    return pdf.received.map(each => ({ ...asRead(each), pdf }))
  }
  const bytes = await readFile(path)
  return [asRead(await (PICTURE_NAME.test(path) ? receiveRaster : receiveSvg)(basename(path), bytes))]
}

const artworkOf = ({ file: { kind, hash, name, width, height, page } }: Read, i: number): Artwork => ({
  ...{ kind, hash, width, height, ...(page ? { page } : {}) },
  id: `a${i + 1}`,
  name,
})

/** A project to hand over, with the files of its artwork by their hashes. */
interface Gathered {
  project: Project
  files: Map<string, Read>
}

/** The files of artwork in a folder, by name. */
const artworkIn = async (folder: string): Promise<Read[]> => {
  const names = (await readdir(folder)).filter(isArtwork).sort()
  const all: Read[] = []
  for (const name of names) all.push(...(await readArtwork(join(folder, name))))
  return all
}

/**
 * A project from its document, with the artwork that lies beside it: known by its content, or by its name. Throws where some
 * of it is missing.
 */
const readDocument = async (path: string): Promise<Gathered> => {
  const parsed: unknown = JSON.parse(await readFile(path, 'utf8'))
  const stored = storedProjectSchema.safeParse(parsed)
  const project = stored.success ? stored.data.document : projectSchema.parse(parsed)
  const beside = await artworkIn(dirname(path))
  const files = new Map<string, Read>()
  const wanted = [...project.artwork, ...project.lineUp.colorways.flatMap(({ artwork }) => artwork)]
  for (const { hash, name } of wanted) {
    const named =
      beside.find(({ file }) => file.hash === hash) ??
      beside.find(({ file }) => displayTitle(file.name) === displayTitle(name))
    if (!named) throw new Error(`The artwork “${name}” is not next to ${path}.`)
    files.set(hash, named)
  }
  return { project, files }
}

/** A project of the artwork in a folder. */
const readFolder = async (path: string, plan: SchemePlan): Promise<Gathered> => {
  const read = await artworkIn(path)
  if (!read.length) throw new Error(`${path} holds no artwork.`)
  const artwork = read.map(artworkOf)
  const project = planProject(plan, uniteInks(read.map(({ file }) => file)))
  return {
    project: { ...project, name: displayTitle(basename(path)) || 'Artwork', artwork },
    files: new Map(read.map(each => [each.file.hash, each])),
  }
}

/** A project with a colorway for each scheme, its inks matched to it. */
const withSchemes = (
  { project, files }: Gathered,
  plans: ReadonlyArray<{ name: string; plan: SchemePlan }>,
): Project => {
  const inks = uniteInks(project.artwork.flatMap(({ hash }) => files.get(hash)?.file ?? []))
  const names: string[] = []
  const colorways = plans.slice(0, MAX_COLORWAYS).map(({ name, plan }, i): Colorway => {
    const own = uniqueName(name, names)
    names.push(own)
    const look = lookOf(planProject(plan, inks))
    return { id: `c${i + 1}`, name: own, note: '', time: new Date(0).toISOString(), look, artwork: project.artwork }
  })
  return { ...project, lineUp: { colorways, chosen: null, open: null } }
}

/** The result of an export: how many files were written, and those that could not be, with the reason. */
export interface ExportResult {
  files: number
  failed: Array<{ path: string; why: string }>
  left: string[]
}

/**
 * Writes what is wanted of a project (a document with its artwork beside it) or of a folder of artwork, in as many schemes as
 * are given, into a folder, each file whole or not at all. Throws where nothing can be begun.
 */
export const exportProject = async (
  from: string,
  plans: ReadonlyArray<{ name: string; plan: SchemePlan }>,
  how: Omit<Wanted, 'artwork' | 'looks'>,
  out: string,
): Promise<ExportResult> => {
  const [first] = plans
  const isFolder = (await stat(from)).isDirectory()
  if (isFolder && !first) throw new Error('A folder of artwork needs a scheme.')
  const gathered = isFolder && first ? await readFolder(from, first.plan) : await readDocument(from)
  const project = plans.length ? withSchemes(gathered, plans) : gathered.project
  const ids = project.lineUp.colorways.map(({ id }) => id)
  const artwork = allArtwork(project).map(({ id }) => id)
  const wanted = wantedSchema.parse({ ...how, artwork, looks: ids.length ? ids : [NOW] })
  const fileOf = (hash: string): Read | null => gathered.files.get(hash) ?? null
  const handing = await writeHandOver(project, wanted, {
    file: async hash => fileOf(hash)?.file ?? null,
    source: async hash => fileOf(hash)?.source ?? null,
    pdf: async hash => [...gathered.files.values()].find(({ file }) => file.page?.pdf === hash)?.pdf ?? null,
    picture: async () => null,
    press: pressFor,
  })
  const failed: ExportResult['failed'] = []
  for (const file of handing.files) {
    try {
      const single = handing.files.length === 1 && extname(out).toLowerCase() === extname(file.path)
      writeAtomically(single ? out : join(out, file.path), await handing.write(file))
    } catch (error) {
      failed.push({ path: file.path, why: error instanceof Error ? error.message : String(error) })
    }
  }
  return {
    files: handing.files.length,
    failed,
    left: handing.looks.flatMap(({ id, name }) => {
      const names = handing.left.get(id) ?? []
      return names.length ? [`${name}: ${names.join(', ')}`] : []
    }),
  }
}
