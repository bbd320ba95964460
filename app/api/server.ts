import type { Also } from '#core/svg/reading'
import type { Manner } from '#core/raster/manner'
import type { Inspiration, InspirationQuery } from '#core/formats/inspiration'
import type { ArtworkFile } from '#core/document/artwork'
import type { Deleted } from '#core/document/deleted'
import type { Other } from '#core/document/live'
import type { HandOverJob } from '#core/document/job'
import type { PictureFile, PictureForm } from '#core/document/pictures'
import type { Project, StoredProject } from '#core/document/project'
import type { Review, ReviewPut } from '#core/document/review'
import type { ShelfPut, ShelfQuery, ShelfSaid, ShelfScheme, ShelfVersion } from '#core/document/shelf'
import type { PackedTrail } from '#core/document/trail'
import type { Wanted } from '#core/handover/options'
import type { Save } from '#core/history/saving'
import { bytes, json, send, upload } from './request'

/**
 * In what other way a file is read: a drawing with what is recolored besides the colors on its page, or a picture as
 * made of something else, or of other inks.
 */
export type Anew = { also: readonly Also[] } | { manner: Manner; inks?: readonly string[] | undefined }

/** A project in the list of projects. */
export interface ProjectCard {
  id: string
  version: number
  updatedAt: string
  name: string
  swatches: Array<{ hex: string; share: number }>
  artwork: number
  /** Width by height of what is shown of it, where that is known. */
  ratio?: number
}

/** The orders projects are listed in, and what they are called. */
export const PROJECT_ORDERS = { changed: 'Changed last', made: 'Made last', name: 'Name' } as const
export type ProjectOrder = keyof typeof PROJECT_ORDERS

/** The server's routes, each as one call. All of them reject with Refused. */
export const server = {
  projects: (words = '', before = '', order: ProjectOrder = 'changed') =>
    json<ProjectCard[]>(
      'GET',
      `projects?${new URLSearchParams({ order, ...(words && { words }), ...(before && { before }) })}`,
    ),
  /** Number of projects of the demo. */
  demo: () => json<{ projects: number }>('GET', 'demo'),
  /** Makes them anew, beside whatever there is. */
  startOver: () => json<Array<{ id: string; name: string }>>('POST', 'demo'),
  project: (id: string) => json<StoredProject>('GET', `projects/${id}`),
  create: (name: string) => json<StoredProject>('POST', 'projects', { name }),
  /** A project of its own from a document, with the trail of another. */
  createFrom: (document: Project, trailOf?: string) => json<StoredProject>('POST', 'projects', { document, trailOf }),
  duplicate: (id: string) => json<StoredProject>('POST', 'projects', { copyOf: id }),
  save: ({ id, project, version, document, trail }: Save) =>
    json<{ version: number }>('PUT', `projects/${project}`, {
      ...{ version, document, save: id },
      ...(trail.put.length || trail.remove.length ? { trail } : {}),
    }),
  /** Asks for files of a project in the version that was seen; how such jobs stand; stopping one, trying it again. */
  addJob: (id: string, version: number, wanted: Wanted, listed = true) =>
    json<HandOverJob>('POST', `projects/${id}/jobs`, { version, wanted, listed }),
  jobs: (id: string) => json<HandOverJob[]>('GET', `projects/${id}/jobs`),
  job: (id: string) => json<HandOverJob>('GET', `jobs/${id}`),
  stopJob: (id: string) => json<HandOverJob>('POST', `jobs/${id}/stop`),
  jobResult: async (id: string) => (await send('GET', `jobs/${id}/result`)).blob(),
  retryJob: (id: string) => json<HandOverJob>('POST', `jobs/${id}/retry`),
  reviews: (id: string) => json<Review[]>('GET', `projects/${id}/reviews`),
  publish: (id: string, version: number, put: ReviewPut) =>
    json<{ review: Review; link: string }>('POST', `projects/${id}/reviews`, { version, ...put }),
  changeReview: async (
    id: string,
    change: { endsAt?: string; closed?: boolean; withdrawn?: boolean; deleted?: boolean },
  ) => (await json<{ review: Review | null }>('PUT', `reviews/${id}`, change)).review,
  renewLink: async (id: string) => (await json<{ link: string }>('POST', `reviews/${id}/link`)).link,
  newsUrl: '/api/live',
  /** Says which project is open in a window; who else is there. Leaving is said also while the page goes away. */
  here: (window: string, project: string) => json<Other[]>('POST', 'here', { window, project }),
  leave: (window: string) => {
    const body = new Blob([JSON.stringify({ window, project: null })], { type: 'application/json' })
    navigator.sendBeacon('/api/here', body)
  },
  version: async (id: string) => (await json<{ version: number }>('GET', `projects/${id}/version`)).version,
  trail: (id: string) => json<PackedTrail>('GET', `projects/${id}/trail`),
  remove: async (id: string) => {
    await send('DELETE', `projects/${id}`)
  },
  deleted: () => json<Deleted[]>('GET', 'deleted'),
  restore: async (id: string) => {
    await send('POST', `projects/${id}/restore`)
  },
  artwork: (hash: string) => json<ArtworkFile>('GET', `artwork/${hash}`),
  source: (hash: string) => bytes(`artwork/${hash}/source`),
  /** A picture of the artwork, as it is shown on the stage. */
  stagePicture: (hash: string) => bytes(`artwork/${hash}/stage`),
  inkMap: (hash: string) => bytes(`artwork/${hash}/map`),
  readAnew: (hash: string, how: Anew, signal?: AbortSignal) =>
    json<ArtworkFile>('POST', `artwork/${hash}/${'also' in how ? 'also' : 'manner'}`, how, signal),
  picturesWithin: (hash: string) => bytes(`artwork/${hash}/pictures`),
  addArtwork: (file: File, kind: ArtworkFile['kind'], signal?: AbortSignal) =>
    json<ArtworkFile>('POST', `artwork?name=${encodeURIComponent(file.name)}&kind=${kind}`, file, signal),
  addPicture: (file: File, signal: AbortSignal, progress: (sent: number) => void) =>
    upload<PictureFile>(`pictures?name=${encodeURIComponent(file.name)}`, file, signal, progress),
  pictureBytes: (hash: string, form: PictureForm) => bytes(`pictures/${hash}/${form}`),
  pictureUrl: (hash: string, form: PictureForm) => `/api/pictures/${hash}/${form}`,
  inspiration: ({ words, near, fits }: InspirationQuery, from: number, signal: AbortSignal) =>
    json<{ schemes: Inspiration[]; total: number }>(
      'GET',
      `inspiration?${new URLSearchParams({ words, fits: fits.join(','), from: String(from), ...(near ? { near } : {}) })}`,
      undefined,
      signal,
    ),
  /** The shelf: searched, put on, saved over, changed for several at once; its folders and tags. */
  shelf: (query: Partial<ShelfQuery>, from: number, signal: AbortSignal) => {
    const { tags = [], holds = [], fits = [], ...rest } = query
    const lists = { tags: tags.join(','), holds: holds.join(','), fits: fits.join(',') }
    const parameters = Object.entries({ ...rest, ...lists, from }).filter(
      ([, value]) => value !== undefined && value !== '' && value !== false,
    )
    const address = `shelf?${new URLSearchParams(parameters.map(([key, value]) => [key, String(value)]))}`
    return json<{ schemes: ShelfScheme[]; total: number }>('GET', address, undefined, signal)
  },
  putOnShelf: (put: ShelfPut) => json<ShelfScheme>('POST', 'shelf', put),
  saveOverShelf: (id: string, version: number, put: Pick<ShelfPut, 'swatches' | 'origin'>) =>
    json<ShelfScheme>('PUT', `shelf/${id}`, { version, ...put }),
  shelfVersions: (id: string) => json<ShelfVersion[]>('GET', `shelf/${id}/versions`),
  changeShelf: (what: { change?: Array<{ id: string; said: Partial<ShelfSaid> }>; off?: string[]; on?: string[] }) =>
    json<{ changed: ShelfScheme[] }>('POST', 'shelf/several', what),
  shelfFolders: () => json<Array<{ id: string; name: string; count: number }>>('GET', 'shelf/folders'),
  makeShelfFolder: (name: string) =>
    json<{ id: string; name: string; count: number }>('POST', 'shelf/folders', { name }),
  changeShelfFolder: (id: string, change: { name?: string; away?: boolean }) =>
    json<Record<string, never>>('PUT', `shelf/folders/${id}`, change),
  shelfTags: () => json<Array<{ tag: string; count: number }>>('GET', 'shelf/tags'),
  previewUrl: (id: string, version: number) => `/api/projects/${id}/preview?version=${version}`,
}
