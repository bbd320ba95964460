import type { ArtworkFile, Project, StoredProject } from '../../core/project/schema'

/** What the list of projects shows of each. */
export interface ProjectCard { id: string, version: number, updatedAt: string, name: string, swatches: Array<{ hex: string, share: number }>, artwork: number }

/** A request the server refused, with its plain sentence; `status` is 0 where it did not answer at all. */
export class Refused extends Error {
  constructor(readonly status: number, message: string, readonly data?: unknown) {
    super(message)
  }
}

const NO_ANSWER = 'The server does not answer.'

const sentenceOf = async (response: Response): Promise<{ message?: string, data?: unknown }> =>
  response.json().catch(() => ({})) as Promise<{ message?: string, data?: unknown }>

const send = async (method: string, path: string, body?: unknown, signal?: AbortSignal): Promise<Response> => {
  const raw = body instanceof Blob
  const response = await fetch(`/api/${path}`, {
    method,
    ...body === undefined ? {} : { body: raw ? body : JSON.stringify(body), headers: { 'content-type': raw ? 'application/octet-stream' : 'application/json' } },
    ...signal ? { signal } : {},
  }).catch((error: unknown) => {
    throw signal?.aborted ? error : new Refused(0, NO_ANSWER)
  })
  if (response.ok) return response
  const { message, data } = await sentenceOf(response)
  throw new Refused(response.status, message ?? `The server answered with ${response.status}.`, data)
}

const json = async <Answer>(method: string, path: string, body?: unknown, signal?: AbortSignal): Promise<Answer> =>
  (await send(method, path, body, signal)).json() as Promise<Answer>

/** The server's routes, each as one call. All of them reject with Refused. */
export const useServer = () => ({
  projects: (before?: string) => json<ProjectCard[]>('GET', `projects${before ? `?before=${before}` : ''}`),
  project: (id: string) => json<StoredProject>('GET', `projects/${id}`),
  create: (name: string) => json<StoredProject>('POST', 'projects', { name }),
  createFrom: (document: Project) => json<StoredProject>('POST', 'projects', { document }),
  duplicate: (id: string) => json<StoredProject>('POST', 'projects', { copyOf: id }),
  save: (id: string, version: number, document: Project) => json<{ version: number }>('PUT', `projects/${id}`, { version, document }),
  remove: async (id: string) => { await send('DELETE', `projects/${id}`) },
  restore: async (id: string) => { await send('POST', `projects/${id}/restore`) },
  artwork: (hash: string) => json<ArtworkFile>('GET', `artwork/${hash}`),
  source: async (hash: string) => new Uint8Array(await (await send('GET', `artwork/${hash}/source`)).arrayBuffer()),
  inkMap: async (hash: string) => new Uint8Array(await (await send('GET', `artwork/${hash}/map`)).arrayBuffer()),
  addArtwork: (file: File, signal?: AbortSignal) => json<ArtworkFile>('POST', `artwork?name=${encodeURIComponent(file.name)}`, file, signal),
  previewUrl: (id: string, version: number) => `/api/projects/${id}/preview?version=${version}`,
})
