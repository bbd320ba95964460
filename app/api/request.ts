import { ref } from 'vue'

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

/** Returns whether the same request may succeed a little later: the server, not what was sent, is at fault. */
export const isTransient = (error: unknown): error is Refused =>
  error instanceof Refused && (error.status === 0 || error.status >= 500)

/** Returns whether a file was refused because it is protected by a password: none was given, or a wrong one. */
export const needsPassword = (error: unknown): boolean =>
  error instanceof Refused && (error.data as { why?: string } | undefined)?.why === 'password'

const NO_ANSWER = 'The server isn’t responding.'

/** True if the server has asked, since somebody was last known to be signed in, who we are. */
export const isSignedOut = ref(false)

/** A request that was refused; takes note where that is because one has to sign in. */
const toRefused = (status: number, body: { message?: string; data?: unknown } | null): Refused => {
  const { message = `The server answered with ${status}.`, data } = body ?? {}
  if (status === 401 && (data as { why?: string } | undefined)?.why === 'signed out') isSignedOut.value = true
  return new Refused(status, message, data)
}

const sentenceOf = async (response: Response): Promise<{ message?: string; data?: unknown }> =>
  response.json().catch(() => ({})) as Promise<{ message?: string; data?: unknown }>

/** Sends a request, with headers where it has some of its own. Rejects with Refused, or with the reason of the signal. */
export const send = async (
  method: string,
  path: string,
  body?: unknown,
  signal?: AbortSignal,
  headers: Readonly<Record<string, string>> = {},
): Promise<Response> => {
  const raw = body instanceof Blob
  const response = await fetch(`/api/${path}`, {
    method,
    ...(body === undefined
      ? {}
      : {
          body: raw ? body : JSON.stringify(body),
          headers: { 'content-type': raw ? 'application/octet-stream' : 'application/json', ...headers },
        }),
    ...(signal ? { signal } : {}),
  }).catch((error: unknown) => {
    throw signal?.aborted ? error : new Refused(0, NO_ANSWER)
  })
  if (response.ok) return response
  throw toRefused(response.status, await sentenceOf(response))
}

/** The bytes of an answer. Rejects as `send` does. */
export const bytes = async (path: string): Promise<Uint8Array> =>
  new Uint8Array(await (await send('GET', path)).arrayBuffer())

/**
 * Sends a file and tells, while it is on its way, which fraction of it has left; returns the answer, read as JSON. Rejects with
 * Refused, or with the signal's reason.
 */
export const upload = (
  method: string,
  path: string,
  file: Blob,
  signal: AbortSignal,
  progress: (sent: number) => void,
): Promise<unknown> =>
  new Promise((resolve, reject) => {
    const request = new XMLHttpRequest()
    request.open(method, `/api/${path}`)
    request.setRequestHeader('content-type', 'application/octet-stream')
    request.responseType = 'json'
    request.upload.onprogress = ({ loaded, total }) => progress(total ? loaded / total : 0)
    request.onload = () => {
      if (request.status < 300) resolve(request.response)
      else reject(toRefused(request.status, request.response as { message?: string } | null))
    }
    request.onerror = () => reject(new Refused(0, NO_ANSWER))
    request.onabort = () => reject(signal.reason as Error)
    signal.addEventListener('abort', () => request.abort(), { once: true })
    request.send(file)
  })
