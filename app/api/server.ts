import type { BodyOf } from '#core/api/contracts'
import type { Also } from '#core/svg/reading'
import type { Manner } from '#core/raster/manner'
import type { InspirationQuery } from '#core/formats/inspiration'
import type { ArtworkFile, PdfFile } from '#core/document/artwork'
import { PASSWORD_HEADER } from '#core/pdf/limits'
import type { PictureForm } from '#core/document/pictures'
import type { Project } from '#core/document/project'
import type { ProjectOrder } from '#core/document/projectCard'
import type { PublicationPut } from '#core/document/publication'
import type { ReviewPut } from '#core/document/review'
import type { ShelfPut, ShelfQuery } from '#core/document/shelf'
import type { Wanted } from '#core/handover/options'
import { saveBody } from '#core/history/saveBody'
import type { Save } from '#core/history/saving'
import { call, callWithFile } from './call'
import { bytes, send } from './request'

/**
 * In what other way a file is read: a drawing with what is recolored besides the colors on its page, or a picture as
 * made of something else, or of other inks.
 */
export type Anew = { also: readonly Also[] } | { manner: Manner; inks?: readonly string[] | undefined }

/** The server's routes, each as one call. All of them reject with Refused. */
export const server = {
  projects: (words = '', before = '', order: ProjectOrder = 'changed') =>
    call('GET projects', { query: { order, words, before: before || undefined } }),
  /** Number of projects of the demo. */
  demo: () => call('GET demo', {}),
  /** Makes them anew, beside whatever there is. */
  startOver: () => call('POST demo', {}),
  project: (id: string) => call('GET projects/[id]', { params: { id } }),
  create: (name: string) => call('POST projects', { body: { name } }),
  /** A project of its own from a document, with the trail of another. */
  createFrom: (document: Project, trailOf?: string) => call('POST projects', { body: { document, trailOf } }),
  duplicate: (id: string) => call('POST projects', { body: { copyOf: id } }),
  /** Saves a project; `base` is the document of the version the save starts from, where that is known. */
  save: (save: Save, base: Project | null) =>
    call('PUT projects/[id]', { params: { id: save.project }, body: saveBody(save, base) }),
  /** Asks for files of a project in the version that was seen; how such jobs stand; stopping one, trying it again. */
  addJob: (id: string, version: number, wanted: Wanted, listed = true) =>
    call('POST projects/[id]/jobs', { params: { id }, body: { version, wanted, listed } }),
  jobs: (id: string) => call('GET projects/[id]/jobs', { params: { id } }),
  job: (id: string) => call('GET jobs/[id]', { params: { id } }),
  stopJob: (id: string) => call('POST jobs/[id]/stop', { params: { id } }),
  jobResult: async (id: string) => (await send('GET', `jobs/${id}/result`)).blob(),
  retryJob: (id: string) => call('POST jobs/[id]/retry', { params: { id } }),
  reviews: (id: string) => call('GET projects/[id]/reviews', { params: { id } }),
  publish: (id: string, version: number, put: ReviewPut) =>
    call('POST projects/[id]/reviews', { params: { id }, body: { version, ...put } }),
  changeReview: async (id: string, change: BodyOf<'PUT reviews/[id]'>) =>
    (await call('PUT reviews/[id]', { params: { id }, body: change })).review,
  renewLink: (id: string) => call('POST reviews/[id]/link', { params: { id } }),
  publications: (project: string) => call('GET projects/[id]/publications', { params: { id: project } }),
  published: () => call('GET publications', {}),
  addPublication: (project: string, version: number, put: PublicationPut) =>
    call('POST projects/[id]/publications', { params: { id: project }, body: { version, ...put } }),
  publishVersion: (id: string, version: number, put: PublicationPut) =>
    call('POST publications/[id]/versions', { params: { id }, body: { version, ...put } }),
  changePublication: async (id: string, change: BodyOf<'PUT publications/[id]'>) =>
    (await call('PUT publications/[id]', { params: { id }, body: change })).publication,
  renewPublicationLink: (id: string) => call('POST publications/[id]/link', { params: { id } }),
  brand: (token: string) => call('GET brand/[token]', { params: { token } }),
  newsUrl: '/api/live',
  /** Says which project is open in a window; who else is there. Leaving is sent even while the page is being closed. */
  here: (window: string, project: string) => call('POST here', { body: { window, project } }),
  leave: (window: string) => {
    const body = new Blob([JSON.stringify({ window, project: null })], { type: 'application/json' })
    navigator.sendBeacon('/api/here', body)
  },
  version: async (id: string) => (await call('GET projects/[id]/version', { params: { id } })).version,
  trail: (id: string) => call('GET projects/[id]/trail', { params: { id } }),
  remove: (id: string) => call('DELETE projects/[id]', { params: { id } }),
  deleted: () => call('GET deleted', {}),
  restore: (id: string) => call('POST projects/[id]/restore', { params: { id } }),
  /** The records of all artwork of a project. */
  artworkOf: (id: string) => call('GET projects/[id]/artwork', { params: { id } }),
  artwork: (hash: string) => call('GET artwork/[hash]', { params: { hash } }),
  source: (hash: string) => bytes(`artwork/${hash}/source`),
  /** A picture of the artwork, as it is shown on the stage. */
  stagePicture: (hash: string) => bytes(`artwork/${hash}/stage`),
  inkMap: (hash: string) => bytes(`artwork/${hash}/map`),
  /** The same, small enough for proofs. */
  proofMap: (hash: string) => bytes(`artwork/${hash}/proof`),
  readAnew: (hash: string, how: Anew, signal?: AbortSignal) =>
    'also' in how
      ? call('POST artwork/[hash]/also', { params: { hash }, body: { also: [...how.also] } }, signal)
      : call(
          'POST artwork/[hash]/manner',
          { params: { hash }, body: { manner: how.manner, inks: how.inks && [...how.inks] } },
          signal,
        ),
  picturesWithin: (hash: string) => bytes(`artwork/${hash}/pictures`),
  addArtwork: (file: File, kind: ArtworkFile['kind'], signal?: AbortSignal) =>
    call('POST artwork', { query: { name: file.name, kind }, body: file }, signal),
  /** Adds a PDF, with its password where it has one; then its pages, each as artwork. */
  addPdf: (file: File, password: string | undefined, signal?: AbortSignal) =>
    call(
      'POST pdfs',
      { query: { name: file.name }, body: file },
      signal,
      password === undefined ? {} : { [PASSWORD_HEADER]: encodeURIComponent(password) },
    ),
  addPdfPage: ({ hash, name }: Pick<PdfFile, 'hash' | 'name'>, number: number, signal?: AbortSignal) =>
    call('POST pdfs/[hash]/pages/[number]', { params: { hash, number: String(number) }, query: { name } }, signal),
  pdfThumbnailUrl: (hash: string, number: number) => `/api/pdfs/${hash}/pages/${number}`,
  addProfile: (file: File) => call('POST profiles', { body: file }),
  addPicture: (file: File, signal: AbortSignal, progress: (sent: number) => void) =>
    callWithFile('POST pictures', { query: { name: file.name } }, file, signal, progress),
  pictureBytes: (hash: string, form: PictureForm) => bytes(`pictures/${hash}/${form}`),
  pictureUrl: (hash: string, form: PictureForm) => `/api/pictures/${hash}/${form}`,
  inspiration: ({ words, near, fits }: InspirationQuery, from: number, signal: AbortSignal) =>
    call('GET inspiration', { query: { words, fits: fits.join(), from, near: near ?? undefined } }, signal),
  /** The shelf: searched, put on, saved over, changed for several at once; its folders and tags. */
  shelf: (
    { tags = [], holds = [], fits = [], favorite = false, ...rest }: Partial<ShelfQuery>,
    from: number,
    signal: AbortSignal,
  ) => {
    const lists = { tags: tags.join(), holds: holds.join(), fits: fits.join() }
    return call('GET shelf', { query: { ...rest, ...lists, favorite: favorite ? 'true' : undefined, from } }, signal)
  },
  putOnShelf: (put: ShelfPut) => call('POST shelf', { body: put }),
  saveOverShelf: (id: string, version: number, put: Pick<ShelfPut, 'swatches' | 'origin'>) =>
    call('PUT shelf/[id]', { params: { id }, body: { version, ...put } }),
  shelfVersions: (id: string) => call('GET shelf/[id]/versions', { params: { id } }),
  changeShelf: (change: Partial<BodyOf<'POST shelf/several'>>) => call('POST shelf/several', { body: change }),
  shelfFolders: () => call('GET shelf/folders', {}),
  makeShelfFolder: (name: string) => call('POST shelf/folders', { body: { name } }),
  changeShelfFolder: (id: string, change: { name: string } | { away: boolean }) =>
    call('PUT shelf/folders/[id]', { params: { id }, body: change }),
  shelfTags: () => call('GET shelf/tags', {}),
  previewUrl: (id: string, version: number) => `/api/projects/${id}/preview?version=${version}`,
}
