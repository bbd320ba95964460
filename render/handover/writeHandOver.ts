import sharp from 'sharp'
import type { Hex } from '#core/color/convert'
import type { Cmyk } from '#core/color/notation'
import type { Artwork, ArtworkFile } from '#core/document/artwork'
import type { Project } from '#core/document/project'
import { toRoles } from '#core/formats/css'
import { SCHEME_FORMATS } from '#core/formats/formats'
import { gradientsToCss, gradientToSvg, type HandedGradient } from '#core/formats/gradient'
import { distinctKeys, keyOf } from '#core/formats/exportScheme'
import { exportGradient, exportScheme, exportSchemeFor } from '#core/handover/schemeOfProject'
import { moodPage } from '#core/handover/mood'
import type { Page } from '#core/handover/page'
import { exportLooks, planFiles, type Content, type ExportLook, type PlannedFile } from '#core/handover/plan'
import { sheetPages } from '#core/handover/sheet'
import { MAX_ON_SHEET } from '#core/handover/sheetPaper'
import type { Wanted } from '#core/handover/options'
import { gradientPixels } from '#core/harmony/gradient'
import { paintingOf, type Painting } from '#core/painting/painting'
import { paperTitle, type Print } from '#core/print/papers'
import type { Press } from '#core/print/press'
import { representativePieces } from '#core/proofs/representatives'
import { uniteInks } from '#core/remap/unite'
import { shownScheme } from '#core/scheme/compose'
import { sharpOf } from '../pictures'
import { renderPng } from '../resvg'
import { artworkWriter, type ArtworkWriter, throwMissing, type ArtworkSources } from './artworkOut'
import { openFonts } from './fonts'
import { pdfOf } from './pdf'
import { pageSvg, type Insert, type Inserts, type PictureInsert } from './svgPage'

/** Where what is handed over comes from. */
export interface Sources extends ArtworkSources {
  /** A reference picture at the size it is worked on; null where there is none of this hash. */
  picture: (hash: string) => Promise<Uint8Array | null>
  /** The press a project is printed on; null where it is not. */
  press: (print: Print) => Promise<Press | null>
}

/** The export of a project: its files, known beforehand, and what writes each. */
export interface HandingOver {
  files: PlannedFile[]
  looks: ExportLook[]
  /** The names of swatches that are left out of a look's scheme, because no artwork uses them, by the look. */
  left: ReadonlyMap<string, readonly string[]>
  write: (file: PlannedFile, signal?: AbortSignal) => Promise<Uint8Array>
}

/** Width of the pages of the sheet and the strip of a scheme as pictures, in pixels. */
const SHEET_WIDTH = 1684
const STRIP_WIDTH = 1600
/** Size of gradients: as SVG in its own units, as PNG in pixels. */
const GRADIENT_SVG = [1920, 1080] as const
const GRADIENT_PNG = [4096, 2304] as const

const gradientPng = ({ run, kind, angle }: HandedGradient, width: number, height: number): Promise<Buffer> =>
  sharpOf({ width, height, data: gradientPixels(run, { kind, angle }, width, height) })
    .png({ compressionLevel: 6 })
    .toBuffer()

/** Answers that are worked out once for each question. */
const memoizeAsync = <Answer>(work: (of: string) => Answer): ((of: string) => Answer) => {
  const known = new Map<string, Answer>()
  return of => {
    const answer = known.get(of) ?? work(of)
    known.set(of, answer)
    return answer
  }
}

/** Pages under each other as one picture, so many pixels wide. */
const stackPages = async (pages: readonly Page[], width: number, inserts: Inserts): Promise<Buffer> => {
  const all: Buffer[] = []
  for (const page of pages)
    all.push(await renderPng(await pageSvg(page, openFonts(), inserts, width / page.width), width))
  const [only] = all
  if (only && all.length === 1) return only
  const heights = pages.map(page => Math.round((width * page.height) / page.width))
  const topOf = (place: number): number => heights.slice(0, place).reduce((sum, height) => sum + height, 0)
  return sharp({ create: { width, height: topOf(heights.length), channels: 3, background: '#ffffff' } })
    .composite(all.map((input, i) => ({ input, left: 0, top: topOf(i) })))
    .png({ compressionLevel: 6 })
    .toBuffer()
}

/** Inserts of the pages of looks: their artwork, the project's references, gradients. */
const insertsOf = (
  { references }: Project,
  lookOf: (id: string) => ExportLook,
  artworkInsert: (look: ExportLook, art: Artwork) => Promise<Insert>,
  picture: Sources['picture'],
): Inserts => {
  const artwork = memoizeAsync((key: string): Promise<Insert> => {
    const [look, id] = JSON.parse(key) as [string, string]
    const art = lookOf(look).project.artwork.find(each => each.id === id) ?? throwMissing('An artwork')
    return artworkInsert(lookOf(look), art)
  })
  const pictures = memoizeAsync(async (id: string): Promise<PictureInsert> => {
    const reference = references.find(each => each.id === id) ?? throwMissing('A reference')
    const source = (await picture(reference.hash)) ?? throwMissing(`“${reference.name}”`)
    const plain = sharp(source).flatten({ background: '#ffffff' })
    const bytes = await plain.jpeg({ quality: 88, chromaSubsampling: '4:4:4' }).toBuffer()
    return { bytes, media: 'image/jpeg', ratio: reference.width / reference.height }
  })
  return { artwork: (id, look) => artwork(JSON.stringify([look, id])), picture: pictures, gradient: gradientPng }
}

/** Known facts about all artwork of looks, by its hash, and what it becomes in each of them, by the look's id. */
export const paintingsIn = async (
  looks: readonly ExportLook[],
  sources: Pick<Sources, 'file'>,
): Promise<{ records: ReadonlyMap<string, ArtworkFile>; paintingIn: (look: string) => Painting }> => {
  const records = new Map<string, ArtworkFile>()
  for (const hash of new Set(looks.flatMap(look => look.project.artwork.map(art => art.hash)))) {
    const file = await sources.file(hash)
    if (file) records.set(hash, file)
  }
  const paintingIn = memoizeAsync((id: string): Painting => {
    const own = (looks.find(each => each.id === id) ?? throwMissing('The colorway')).project
    const inks = uniteInks(own.artwork.flatMap(({ hash }) => records.get(hash) ?? []))
    return paintingOf(own, { inks, standIns: [] })
  })
  return { records, paintingIn }
}

/** The material of an export: its colorways, the inks of their artwork, and its colors in each of them. */
interface Material {
  project: Project
  wanted: Wanted
  date: Date
  lookOf: (id: string) => ExportLook
  inksOf: (art: Artwork) => ArtworkFile['inks']
  paintingIn: (look: string) => Painting
  press: () => ReturnType<Sources['press']>
}

const chosenIn = ({ wanted }: Material, look: ExportLook): Artwork[] =>
  look.project.artwork.filter(({ id }) => wanted.artwork.includes(id))

const gradientsOf = ({ project }: ExportLook): HandedGradient[] =>
  project.gradients.map(each => exportGradient(each, project.scheme))

/** The pages of the color sheet of some colorways. */
const sheetOf = async (material: Material, ids: readonly string[]): Promise<Page[]> => {
  const { project, date, inksOf, paintingIn } = material
  const press = await material.press()
  /** The colors the artwork of a look is handed over in. */
  const wornIn = (look: ExportLook): ReadonlySet<Hex> =>
    new Set(
      chosenIn(material, look).flatMap(art => {
        const { colors } = paintingIn(look.id)(art.id)
        return inksOf(art).map(({ hex }) => colors.get(hex) ?? hex)
      }),
    )
  /** The artwork a sheet shows: what stands for all of it where there is much. */
  const shownOnSheet = (chosen: Artwork[]): { artwork: Artwork[]; left: number } => {
    const artwork = representativePieces(chosen, inksOf, MAX_ON_SHEET)
    return { artwork, left: chosen.length - artwork.length }
  }
  const plan = {
    title: project.name,
    date: date.toLocaleDateString('en-US', { dateStyle: 'long', timeZone: 'UTC' }),
    paper: paperTitle(project.check.print),
    inksOf: press && ((hex: Hex): Cmyk => press.cmykOf(hex)),
    looks: ids.map(material.lookOf).map(look => ({
      ...{ id: look.id, name: look.name, note: look.note, chosen: look.chosen },
      ...shownOnSheet(chosenIn(material, look)),
      scheme: exportScheme(look.project, look.name, { ladders: true, only: null, worn: wornIn(look) }).scheme,
      gradients: gradientsOf(look),
    })),
  }
  return sheetPages(plan, openFonts().measure)
}

/** The mood page of a colorway. */
const moodOf = ({ project }: Material, look: ExportLook): Page => {
  const names = new Map(project.references.map(({ id, name }) => [id, name]))
  const pictures = project.mood.pictures.flatMap(({ reference, ...crop }) => {
    const name = names.get(reference)
    return name === undefined ? [] : [{ id: reference, name, crop }]
  })
  return moodPage(project.mood, pictures, shownScheme(look.project), openFonts().measure)
}

const textual = (text: string): Uint8Array => new TextEncoder().encode(text)

/** Writes one file of an export. */
const writeContent = async (
  content: Content,
  material: Material,
  schemeOf: (look: string) => ReturnType<typeof exportSchemeFor>,
  writer: ArtworkWriter,
  inserts: Inserts,
  signal?: AbortSignal,
): Promise<Uint8Array> => {
  const { project, wanted, lookOf, paintingIn } = material
  const heeding = signal ? { signal } : {}
  switch (content.kind) {
    case 'svg': {
      const { look, artwork } = content
      return writer.svg(artwork, paintingIn(look)(artwork.id), wanted.svg ?? 'tokens', lookOf(look).project.scheme)
    }
    case 'pdf': {
      const { look, pdf, pages } = content
      const painted = pages.map(art => [art, paintingIn(look)(art.id)] as const)
      return writer.pdf(pdf, painted, { press: await material.press(), spots: new Map(Object.entries(wanted.spots)) })
    }
    case 'picture': {
      const { look, artwork, width } = content
      return writer.picture(artwork, paintingIn(look)(artwork.id), width, wanted.ground)
    }
    case 'scheme': {
      const format = SCHEME_FORMATS[content.format]
      const text = format.write(schemeOf(content.look).scheme)
      return 'drawn' in format ? renderPng(text, STRIP_WIDTH) : textual(text)
    }
    case 'roles':
      return textual(toRoles(schemeOf(content.look).scheme))
    case 'gradients': {
      const all = gradientsOf(lookOf(content.look))
      return textual(gradientsToCss(all, distinctKeys(all.map(({ name }) => keyOf(name)))))
    }
    case 'gradient': {
      const gradient = exportGradient(content.gradient, lookOf(content.look).project.scheme)
      if (content.as === 'svg') return textual(gradientToSvg(gradient, ...GRADIENT_SVG))
      return gradientPng(gradient, ...GRADIENT_PNG)
    }
    case 'mood': {
      const page = moodOf(material, lookOf(content.look))
      const about = { title: `${project.name}: mood page`, subject: 'Mood page' }
      return content.as === 'pdf' ? pdfOf([page], about, inserts, heeding) : stackPages([page], page.width, inserts)
    }
    case 'sheet': {
      const pages = await sheetOf(material, content.looks)
      const about = { title: project.name, subject: 'Color sheet' }
      return content.as === 'pdf' ? pdfOf(pages, about, inserts, heeding) : stackPages(pages, SHEET_WIDTH, inserts)
    }
  }
}

/** The files of an export, each written when it is asked for. Which there are is known beforehand. */
export const writeHandOver = async (
  project: Project,
  wanted: Wanted,
  sources: Sources,
  date = new Date(),
): Promise<HandingOver> => {
  const looks = exportLooks(project, wanted)
  const lookOf = (id: string): ExportLook => looks.find(each => each.id === id) ?? throwMissing('The colorway')
  const { records, paintingIn } = await paintingsIn(looks, sources)
  const writer = artworkWriter({ ...sources, file: async hash => records.get(hash) ?? null })
  let press: ReturnType<Sources['press']> | undefined
  const material: Material = {
    ...{ project, wanted, date, lookOf, paintingIn },
    inksOf: ({ hash }) => records.get(hash)?.inks ?? [],
    press: () => (press ??= sources.press(project.check.print)), // how a project is printed is no part of a look
  }
  const schemeOf = memoizeAsync((id: string) => {
    const look = lookOf(id)
    return exportSchemeFor(look.project, look.name, chosenIn(material, look), wanted, material.inksOf)
  })
  const inserts = insertsOf(
    project,
    lookOf,
    (look, art) => writer.insert(art, paintingIn(look.id)(art.id)),
    sources.picture,
  )
  return {
    files: planFiles(looks, wanted),
    looks,
    left: new Map(looks.map(({ id }) => [id, schemeOf(id).left.map(({ name }) => name)])),
    write: ({ content }, signal) => writeContent(content, material, schemeOf, writer, inserts, signal),
  }
}
