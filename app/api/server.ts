import { ref } from 'vue'
import type { Also } from '#core/artwork/reading'
import type { Manner } from '#core/raster/manner'
import type { Inspiration, InspirationQuery } from '#core/inspiration/search'
import type { ArtworkFile } from '#core/document/artwork'
import type { Deleted } from '#core/document/deleted'
import type { Other } from '#core/document/live'
import type { HandOverJob } from '#core/document/job'
import type { ListedPerson, Me, Person, SignedIn, Welcome } from '#core/document/people'
import type { Role } from '#core/document/roles'
import type { PictureFile, PictureForm } from '#core/document/pictures'
import type { Project, StoredProject } from '#core/document/project'
import type {
  CommentPut,
  Review,
  ReviewChoice,
  ReviewComment,
  ReviewPage,
  ReviewPut,
  ReviewThread,
} from '#core/document/review'
import type { ReviewPicture, ReviewSize } from '#core/handover/review'
import type { ShelfPut, ShelfQuery, ShelfSaid, ShelfScheme, ShelfVersion } from '#core/document/shelf'
import type { PackedTrail } from '#core/document/trail'
import type { Wanted } from '#core/handover/wanted'
import type { Save } from '#core/history/saving'

/**
 * In what other way a file is read: a drawing with what is recolored besides the colors on its page, or a picture as
 * made of something else, or of other inks.
 */
export type Anew = { also: readonly Also[] } | { manner: Manner; inks?: readonly string[] | undefined }

/** What the list of projects shows of each. */
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

/** A request the server refused, with its plain sentence; `status` is 0 where it did not answer at all. */
export class Refused extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly data?: unknown,
  ) {
    super(message)
  }
}

const NO_ANSWER = 'The server does not answer.'

/** Whether the server has asked, since somebody was last known to be signed in, who we are. */
export const isSignedOut = ref(false)

/** A request that was refused; takes note where that is because one has to sign in. */
const refused = (status: number, said: { message?: string; data?: unknown } | null): Refused => {
  const { message = `The server answered with ${status}.`, data } = said ?? {}
  if (status === 401 && (data as { why?: string } | undefined)?.why === 'signed out') isSignedOut.value = true
  return new Refused(status, message, data)
}

const sentenceOf = async (response: Response): Promise<{ message?: string; data?: unknown }> =>
  response.json().catch(() => ({})) as Promise<{ message?: string; data?: unknown }>

const send = async (method: string, path: string, body?: unknown, signal?: AbortSignal): Promise<Response> => {
  const raw = body instanceof Blob
  const response = await fetch(`/api/${path}`, {
    method,
    ...(body === undefined
      ? {}
      : {
          body: raw ? body : JSON.stringify(body),
          headers: { 'content-type': raw ? 'application/octet-stream' : 'application/json' },
        }),
    ...(signal ? { signal } : {}),
  }).catch((error: unknown) => {
    throw signal?.aborted ? error : new Refused(0, NO_ANSWER)
  })
  if (response.ok) return response
  throw refused(response.status, await sentenceOf(response))
}

const json = async <Answer>(method: string, path: string, body?: unknown, signal?: AbortSignal): Promise<Answer> =>
  (await send(method, path, body, signal)).json() as Promise<Answer>

const bytes = async (path: string): Promise<Uint8Array> => new Uint8Array(await (await send('GET', path)).arrayBuffer())

/**
 * Sends a file and tells, while it is on its way, which part of it has left. Rejects with Refused, or with the
 * signal's reason.
 */
const upload = <Answer>(
  path: string,
  file: Blob,
  signal: AbortSignal,
  progress: (sent: number) => void,
): Promise<Answer> =>
  new Promise((resolve, reject) => {
    const request = new XMLHttpRequest()
    request.open('POST', `/api/${path}`)
    request.setRequestHeader('content-type', 'application/octet-stream')
    request.responseType = 'json'
    request.upload.onprogress = ({ loaded, total }) => progress(total ? loaded / total : 0)
    request.onload = () => {
      if (request.status < 300) resolve(request.response as Answer)
      else reject(refused(request.status, request.response as { message?: string } | null))
    }
    request.onerror = () => reject(new Refused(0, NO_ANSWER))
    request.onabort = () => reject(signal.reason as Error)
    signal.addEventListener('abort', () => request.abort(), { once: true })
    request.send(file)
  })

/** The comments of a review: threads on a colorway (or, where none is named, on all), the latest first, before one. */
export interface Threads {
  threads: ReviewThread[]
  more: boolean
}
const commentsAt = (path: string) => ({
  threads: (look: string, before?: number) =>
    json<Threads>(
      'GET',
      `${path}/comments?${look ? `look=${look}` : ''}${before === undefined ? '' : `&before=${before}`}`,
    ),
  answers: async (thread: string, before: number) =>
    (await json<{ answers: ReviewComment[] }>('GET', `${path}/comments?thread=${thread}&before=${before}`)).answers,
  pictureUrl: (size: ReviewSize, { look, artwork }: ReviewPicture) =>
    `/api/${path}/pictures/${size}/${look}/${artwork}`,
})

/** What whoever has the link of a review can ask for. All of it rejects with Refused. */
export const useReviewServer = (token: string) => {
  const path = `review/${encodeURIComponent(token)}`
  return {
    ...commentsAt(path),
    page: () => json<ReviewPage>('GET', path),
    say: (put: CommentPut & { reader: string }) => json<ReviewComment>('POST', `${path}/comments`, put),
    choose: (look: string | null, author: string) => json<ReviewChoice>('PUT', `${path}/choice`, { look, author }),
    liveUrl: `/api/${path}/live`,
  }
}

/** What its designer can. */
export const useReviewDesk = (id: string) => ({
  ...commentsAt(`reviews/${id}`),
  say: (put: CommentPut) => json<ReviewComment>('POST', `reviews/${id}/comments`, put),
  resolve: (comment: string, resolved: boolean) =>
    json<ReviewComment>('PUT', `reviews/${id}/comments/${comment}`, { resolved }),
})

/** Who one is, who works here, and where they are signed in. All of it rejects with Refused. */
export const usePeopleServer = () => ({
  me: () => json<Me>('GET', 'me'),
  signIn: (name: string, password: string) => json<Me>('POST', 'session', { name, password }),
  signOut: async (everywhere: boolean) => {
    await send('DELETE', everywhere ? 'sessions' : 'session')
  },
  sessions: () => json<SignedIn[]>('GET', 'sessions'),
  changePassword: async (old: string, password: string) => {
    await send('PUT', 'me/password', { old, password })
  },
  people: () => json<ListedPerson[]>('GET', 'people'),
  addPerson: (name: string, role: Role) => json<{ person: Person; token: string }>('POST', 'people', { name, role }),
  changePerson: async (id: string, change: { name?: string; role?: Role; gone?: boolean }) => {
    await send('PUT', `people/${id}`, change)
  },
  welcomeAgain: async (id: string) => (await json<{ token: string }>('POST', `people/${id}/link`)).token,
  welcome: (token: string) => json<Welcome>('GET', `welcome/${encodeURIComponent(token)}`),
  setPassword: (token: string, password: string, name?: string) =>
    json<Me>('POST', `welcome/${encodeURIComponent(token)}`, { password, ...(name === undefined ? {} : { name }) }),
})

/** The server's routes, each as one call. All of them reject with Refused. */
export const useServer = () => ({
  projects: (words = '', before = '', order: ProjectOrder = 'changed') =>
    json<ProjectCard[]>(
      'GET',
      `projects?${new URLSearchParams({ order, ...(words && { words }), ...(before && { before }) })}`,
    ),
  /** How many projects the demo has. */
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
    const said = new Blob([JSON.stringify({ window, project: null })], { type: 'application/json' })
    navigator.sendBeacon('/api/here', said)
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
    const said = Object.entries({ ...rest, ...lists, from }).filter(
      ([, value]) => value !== undefined && value !== '' && value !== false,
    )
    const address = `shelf?${new URLSearchParams(said.map(([key, value]) => [key, String(value)]))}`
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
})
