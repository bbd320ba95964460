import { expect, test } from '@playwright/test'
import fc from 'fast-check'
import { request, type IncomingMessage, type OutgoingHttpHeaders } from 'node:http'
import { connect } from 'node:net'
import { setTimeout as pause } from 'node:timers/promises'
import type { StoredProject } from '#core/document/project'

const at = (baseURL: string | undefined): URL => new URL(baseURL ?? 'http://127.0.0.1:4190')

interface Answer {
  status: number
  headers: IncomingMessage['headers']
  text: string
}

/** A plain client: sends exactly the headers it is given, and sends a body, whole or piece by piece. */
const ask = (
  base: URL,
  method: string,
  path: string,
  headers: OutgoingHttpHeaders = {},
  /** What is sent, or what sends it, piece by piece: whether each has gone out. */
  body?: string | Buffer | ((write: (piece: Buffer) => Promise<boolean>) => Promise<void>),
): Promise<Answer> =>
  new Promise((resolve, reject) => {
    const asked = request(
      { host: base.hostname, port: base.port, method, path, headers: { connection: 'close', ...headers } },
      answer => {
        const pieces: Buffer[] = []
        answer.on('data', (piece: Buffer) => pieces.push(piece))
        answer.on('end', () =>
          resolve({
            status: answer.statusCode ?? 0,
            headers: answer.headers,
            text: Buffer.concat(pieces).toString(),
          }),
        )
        answer.on('error', reject)
      },
    )
    asked.on('error', reject)
    const write = (piece: Buffer): Promise<boolean> =>
      new Promise(done => (asked.destroyed ? done(false) : asked.write(piece, error => done(!error))))
    if (typeof body === 'function') void body(write).then(() => asked.end(), reject)
    else asked.end(body)
  })

/** The first line of the answer to a request given literally. */
const firstLine = (base: URL, request: string): Promise<string> =>
  new Promise((resolve, reject) => {
    let heard = ''
    const socket = connect(Number(base.port), base.hostname, () => socket.write(`${request}\r\n\r\n`))
    socket.on('data', piece => (heard += piece.toString('latin1')))
    socket.on('close', () => resolve(heard.split('\r\n')[0] ?? ''))
    socket.on('error', reject)
  })

const JSON_BODY = { 'content-type': 'application/json' }
const post = (base: URL, path: string, body: unknown, headers: OutgoingHttpHeaders = JSON_BODY): Promise<Answer> =>
  ask(base, 'POST', path, headers, typeof body === 'string' || Buffer.isBuffer(body) ? body : JSON.stringify(body))

const made = async (base: URL, name: string): Promise<StoredProject> =>
  JSON.parse((await post(base, '/api/projects', { name })).text) as StoredProject

test('doors: only its own name, its own pages, and plain clients are let in', async ({ baseURL }) => {
  const base = at(baseURL)
  const change = (headers: OutgoingHttpHeaders) =>
    post(base, '/api/projects', { name: 'Door' }, { ...JSON_BODY, ...headers })
  const browser = { 'user-agent': 'Mozilla/5.0' }
  for (const [headers, status] of [
    [{}, 201],
    [{ ...browser, 'origin': base.origin, 'sec-fetch-site': 'same-origin' }, 201],
    [{ ...browser, 'sec-fetch-site': 'same-origin' }, 201],
    [browser, 403],
    [{ origin: 'null' }, 403],
    [{ origin: 'not an origin' }, 403],
    [{ origin: '' }, 403],
    [{ origin: 'http://elsewhere.test' }, 403],
    [{ origin: `${base.origin}.elsewhere.test` }, 403],
    [{ origin: `http://${base.hostname}:1` }, 403],
    [{ 'sec-fetch-site': 'cross-site' }, 403],
    [{ 'sec-fetch-site': 'same-site' }, 403],
    [{ ...browser, 'origin': base.origin, 'sec-fetch-site': 'cross-site' }, 403],
    [{ host: 'elsewhere.test' }, 421],
    [{ host: '127.0.0.1.elsewhere.test' }, 421],
  ] as const)
    expect((await change(headers)).status, JSON.stringify(headers)).toBe(status)
})

test('every answer carries the same headers; files that are only handed out too', async ({ baseURL }) => {
  const base = at(baseURL)
  const page = await ask(base, 'GET', '/')
  const script = /\/_nuxt\/[\w-]+\.js/.exec(page.text)?.[0] ?? ''
  expect(script).not.toBe('')
  for (const path of ['/', script, '/mark.svg', '/api/projects', '/api/health', '/api/nothing', '/api/projects/none']) {
    const { headers } = await ask(base, 'GET', path)
    expect(headers, path).toMatchObject({
      'x-content-type-options': 'nosniff',
      'referrer-policy': 'no-referrer',
      'cross-origin-resource-policy': 'same-origin',
      'content-security-policy': expect.stringContaining("frame-ancestors 'none'"),
    })
    expect(headers, path).not.toHaveProperty('x-powered-by')
    expect((await ask(base, 'GET', path, { host: 'elsewhere.test' })).status, path).toBe(421)
    for (const nameless of [`GET ${path} HTTP/1.1\r\nHost:\r\nConnection: close`, `GET ${path} HTTP/1.0`])
      expect(await firstLine(base, nameless), nameless).toContain(' 421 ')
  }
  const { id } = await made(base, 'Private')
  for (const path of ['/api/projects', `/api/projects/${id}`, `/api/projects/${id}/trail`, `/api/projects/${id}/jobs`])
    expect((await ask(base, 'GET', path)).headers['cache-control'], path).toBe('no-store')
})

test('a body stops at its limit, whatever length is declared; half a request is hung up on', async ({ baseURL }) => {
  const base = at(baseURL)
  const half = new Promise<number>(resolve => {
    const began = performance.now()
    const socket = connect(Number(base.port), base.hostname, () =>
      socket.write(
        `POST /api/projects HTTP/1.1\r\nHost: ${base.host}\r\nContent-Type: application/json\r\nContent-Length: 100\r\n\r\n{"na`,
      ),
    )
    socket.on('error', () => undefined)
    socket.on('close', () => resolve(performance.now() - began))
    socket.resume()
  })
  const MB = Buffer.alloc(1024 * 1024, 32)
  for (const [path, type, max] of [
    ['/api/projects', 'application/json', 8],
    ['/api/artwork?name=a.svg', 'application/octet-stream', 20],
    ['/api/pictures?name=a.png', 'application/octet-stream', 100],
  ] as const) {
    let sent = 0
    const answer = await ask(base, 'POST', path, { 'content-type': type }, async write => {
      while (sent < max * 4 && (await write(MB))) sent++
    }).catch((error: unknown) => error as Error)
    if (!(answer instanceof Error)) expect(answer.status, path).toBe(413)
    expect(sent, path).toBeLessThan(max * 4)
    const declared = await ask(
      base,
      'POST',
      path,
      { 'content-type': type, 'content-length': max * 4 * MB.length },
      async () => {
        await pause(50)
      },
    ).catch((error: unknown) => error as Error)
    if (!(declared instanceof Error)) expect(declared.status, path).toBe(413)
  }
  expect((await ask(base, 'GET', '/api/health')).status).toBe(200)
  expect(await half).toBeLessThan(40_000)
})

/** Bodies that took the server's whole time, or all its memory. */
const HEAVY = (document: object): Record<string, unknown> => {
  const many = (n: number, each: unknown): unknown[] => Array.from({ length: n }, () => each)
  const state = { id: 's', parent: null, time: '2026-01-01T00:00:00Z', did: 'x', kept: null, look: {} }
  return {
    'a hundred thousand empty swatches': { document: { ...document, scheme: many(100_000, {}) } },
    'a million empty swatches': { document: { ...document, scheme: many(1_000_000, {}) } },
    'artwork without end': { document: { ...document, artwork: many(100_000, {}) } },
    'sets without end': { document: { ...document, sets: many(100_000, { colors: many(3, {}) }) } },
    'states without a look': { document, trail: { put: many(2000, state), remove: [] } },
    'more states than there can be': { document, trail: { put: many(200_000, state), remove: [] } },
    'brackets within one another': `{"document":${'['.repeat(100_000)}${']'.repeat(100_000)}}`,
    'members within one another': `{"document":${'{"a":'.repeat(50_000)}1${'}'.repeat(50_000)}}`,
    'commas without end': `{"document":[${'0,'.repeat(3_000_000)}0]}`,
    'targets without end': {
      document: {
        ...document,
        remap: { targets: Object.fromEntries(Array.from({ length: 80_000 }, (_, i) => [`#${i}`, {}])) },
      },
    },
  }
}

test('a body that is too much is refused while everybody else is answered @full', async ({ baseURL }) => {
  const base = at(baseURL)
  const { id, document } = await made(base, 'Heavy')
  for (const [name, body] of Object.entries(HEAVY(document))) {
    const text = typeof body === 'string' ? body : JSON.stringify({ version: 1, ...(body as object) })
    let isDone = false
    const answered = ask(base, 'PUT', `/api/projects/${id}`, { ...JSON_BODY, connection: 'keep-alive' }, text).finally(
      () => {
        isDone = true
      },
    )
    let others = 0
    while (!isDone) {
      expect((await ask(base, 'GET', '/api/health')).status).toBe(200)
      others++
    }
    const { status, text: answerText } = await answered
    expect(status, name).toBeGreaterThanOrEqual(400)
    expect(status, name).toBeLessThan(500)
    expect((JSON.parse(answerText) as { message: string }).message.length, name).toBeLessThan(200)
    expect(others, name).toBeGreaterThan(0)
  }
  expect(JSON.parse((await ask(base, 'GET', `/api/projects/${id}`)).text)).toMatchObject({ version: 1 })
})

const times = (n: number, each: (i: number) => string): string => Array.from({ length: n }, (_, i) => each(i)).join('')
const svg = (body: string): string => `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 9 9">${body}</svg>`
const upload = (base: URL, text: string | Buffer, name = 'a.svg'): Promise<Answer> =>
  ask(
    base,
    'POST',
    `/api/artwork?name=${encodeURIComponent(name)}`,
    { 'content-type': 'application/octet-stream' },
    text,
  )

test('a drawing that is too much is read or refused while everybody else is answered @full', async ({ baseURL }) => {
  const base = at(baseURL)
  const drawings: Record<string, string> = {
    'entities of nothing':
      `<!DOCTYPE svg [<!ENTITY a0 "">${times(14, i => `<!ENTITY a${i + 1} "${`&a${i};`.repeat(10)}">`)}]>` +
      svg('<text>&a14;</text>'),
    'three thousand rules on as many shapes': svg(
      `<style>${times(3000, i => `[a="${i}"]~path:nth-child(odd){fill:#${String(i).padStart(6, '0')}}`)}</style>` +
        '<path d="M0 0h9v9z"/>'.repeat(3000),
    ),
    'a selector that goes back and forth': svg(
      `<style>.x ${'g '.repeat(12)}path{fill:red}</style>${'<g>'.repeat(24)}<path d="M0 0h9v9z"/>${'</g>'.repeat(24)}`,
    ),
    'groups five thousand deep': svg(`${'<g>'.repeat(5000)}<path d="M0 0h9v9z"/>${'</g>'.repeat(5000)}`),
    'patterns within patterns': svg(
      times(60, i => {
        const inner = `<rect width="9" height="9" fill="url(#p${i + 1})"/>`
        return `<pattern id="p${i}" width="1" height="1">${inner}</pattern>`
      }) + '<rect width="9" height="9" fill="url(#p0)"/>',
    ),
    'uses of uses of uses': svg(
      `<g id="u0"><path d="M0 0h9v9z"/></g>` +
        times(30, i => `<g id="u${i + 1}"><use href="#u${i}"/><use href="#u${i}" fill="red"/></g>`) +
        '<use href="#u30"/>',
    ),
    'packed in itself': '\x1f\x8b\x08',
  }
  for (const [name, text] of Object.entries(drawings)) {
    let isDone = false
    const answered = upload(base, Buffer.from(text, 'latin1')).finally(() => {
      isDone = true
    })
    while (!isDone) {
      expect((await ask(base, 'GET', '/api/health')).status).toBe(200)
      await pause(20)
    }
    const { status, text: body } = await answered
    expect([201, 422], `${name}: ${status} ${body.slice(0, 200)}`).toContain(status)
  }
})

test('names that nobody expects are taken as they are meant, or refused in a sentence @full', async ({ baseURL }) => {
  const base = at(baseURL)
  const named = async (name: string): Promise<string> => (await made(base, name)).document.name
  expect(await named('  NUL \u0000 here ')).toBe('NUL \uFFFD here')
  expect((await post(base, '/api/projects', '{"name":"half \\ud83d letter"}')).text).toContain(
    '"name":"half \uFFFD letter"',
  )
  expect(await named('two\nlines\u2028three')).toBe('two lines three')
  expect((await post(base, '/api/projects', { name: '\u0001\u0002' })).status).toBe(400)
  const long = `${'x'.repeat(115)}z`
  const first = await made(base, long)
  for (const copyOf of [first.id, first.id]) {
    const { status, text } = await post(base, '/api/projects', { copyOf })
    expect(status).toBe(201)
    expect((JSON.parse(text) as StoredProject).document.name).toBe(`${'x'.repeat(115)} copy`)
  }
  for (const name of ['constructor', '__proto__', 'toString', 'hasOwnProperty', 'x:constructor']) {
    const body = `<${name} xmlns:x="urn:x" ${name.replace('x:', '')}="a"><path d="M0 0h9v9z" fill="#e07a5f" class="${name}"/></${name}>`
    const { status } = await upload(
      base,
      svg(`<style>.${name.replace(':', '')}{stroke:url(#${name})}</style>${body}<path d="M0 0h9v9z" fill="${name}"/>`),
    )
    expect(status, name).toBe(201)
  }
  for (const name of ['\u0000.svg', `${'😀'.repeat(70)}.svg`, '../../etc/passwd.svg', '.svg']) {
    const { status, text } = await ask(
      base,
      'POST',
      `/api/artwork?name=${encodeURIComponent(name)}`,
      { 'content-type': 'application/octet-stream' },
      svg('<path d="M0 0h9v9z" fill="#0f6d5f"/>'),
    )
    expect(status, JSON.stringify(name)).toBe(201)
    expect((JSON.parse(text) as { name: string }).name).toMatch(/^[^\p{Cc}\p{Cs}/]{1,120}$/u)
  }
  const { id, document } = await made(base, 'Years')
  const { name: _, ...look } = document
  for (const [time, status] of [
    ['0000-01-01T00:00:00Z', 400],
    ['2026-13-01T00:00:00Z', 400],
    ['2026-01-01T00:00:00Z', 200],
  ] as const) {
    const state = { id: 's1', parent: null, time, did: 'x', kept: null, look }
    const saved = await ask(
      base,
      'PUT',
      `/api/projects/${id}`,
      JSON_BODY,
      JSON.stringify({ version: 1, document, trail: { put: [state], remove: [] } }),
    )
    expect(saved.status, `${time} ${saved.text.slice(0, 200)}`).toBe(status)
  }
})

/** Values nobody expects. */
const ODD = [
  null,
  true,
  0,
  -1,
  1e308,
  5e-324,
  0.1,
  '',
  ' ',
  '\u0000',
  '\uD800',
  '😀',
  'constructor',
  '__proto__',
  '#GGGGGG',
  '#000000',
  '0000-00-00T00:00:00Z',
  '9'.repeat(400),
  'x'.repeat(20_000),
  [],
  {},
  [[[[]]]],
  [null],
  { a: { b: { c: null } } },
  Array.from({ length: 5000 }, () => 0),
  Array.from({ length: 300 }, () => ({})),
  { constructor: 1, toString: null },
] as const

/** Every place of a document, by the keys that lead there. */
const placesIn = (value: unknown, path: readonly string[] = []): string[][] =>
  typeof value === 'object' && value !== null
    ? [[...path], ...Object.entries(value).flatMap(([key, each]) => placesIn(each, [...path, key]))]
    : [[...path]]

/** A document with another value at a place. */
const withAt = (value: unknown, [key, ...rest]: readonly string[], other: unknown): unknown => {
  if (key === undefined) return other
  if (Array.isArray(value))
    return value.map((each, i) => (String(i) === key ? withAt(each, rest, other) : (each as unknown)))
  const record = value as Record<string, unknown>
  return { ...record, [key]: withAt(record[key], rest, other) }
}

test('whatever comes, by whatever route, is answered, and never with a failure of ours @full', async ({ baseURL }) => {
  test.setTimeout(240_000)
  const base = at(baseURL)
  const { id, document } = await made(base, 'Fuzz')
  const { name: _, ...look } = document
  const state = { id: 's1', parent: null, time: '2026-01-01T00:00:00Z', did: 'x', kept: null, look }
  const wanted = {
    artwork: [],
    looks: ['now'],
    svg: null,
    png: [],
    ground: null,
    sheet: [],
    mood: [],
    scheme: ['css'],
    ladders: false,
  }
  const whole = {
    version: 1,
    document,
    trail: { put: [state], remove: [] },
    save: '11111111-1111-4111-8111-111111111111',
    name: 'x',
    copyOf: id,
    wanted,
    also: ['computed'],
    manner: 'flat',
    inks: ['#000000'],
    swatches: [{ hex: '#e07a5f', name: 'x', role: 'dominant', share: 1 }],
    origin: { kind: 'band', title: '', project: null },
    ...{ note: 'x', tags: ['x'], folder: null, favorite: false },
    ...{ change: [{ id, details: { tags: ['x'] } }], off: [id], on: [id] },
    ...{ title: 'x', greeting: 'x', looks: ['now'], artwork: [], endsAt: '2100-01-01T00:00:00.000Z', closed: true },
    ...{ author: 'x', text: 'x', look: 'c1', spot: { artwork: 'a1', x: 0, y: 0 }, thread: null, resolved: true },
    listed: true,
  }
  const places = placesIn(whole)
  const odd = fc.oneof(fc.constantFrom<unknown>(...ODD), fc.jsonValue({ maxDepth: 3 }))
  const body = fc.array(fc.tuple(fc.constantFrom(...places), odd), { minLength: 1, maxLength: 3 }).map(changes =>
    changes.reduce<unknown>((value, [place, other]) => {
      try {
        return withAt(value, place, other)
      } catch {
        return value // an earlier change took the place away
      }
    }, whole),
  )
  const hash = 'a'.repeat(64)
  const part = fc.constantFrom(
    id,
    'none',
    '%00',
    '%ff',
    '..%2f..%2fetc',
    '__proto__',
    hash,
    '1'.repeat(3000),
    '11111111-1111-4111-8111-111111111111',
  )
  const path = fc.oneof(
    part.map(each => `/api/projects/${each}`),
    fc
      .tuple(part, fc.constantFrom('trail', 'preview', 'jobs', 'reviews', 'restore', 'none'))
      .map(([each, of]) => `/api/projects/${each}/${of}`),
    fc
      .tuple(part, fc.constantFrom('', '/source', '/map', '/stage', '/pictures', '/also', '/manner'))
      .map(([each, of]) => `/api/artwork/${each}${of}`),
    fc.tuple(part, fc.constantFrom('working', 'small', 'none')).map(([each, of]) => `/api/pictures/${each}/${of}`),
    fc
      .tuple(
        fc.constantFrom('review', 'reviews'),
        part,
        fc.constantFrom('', '/link', '/choice', '/comments', `/comments/${id}`, '/pictures/large/c1/a1', '/none'),
      )
      .map(([who, each, of]) => `/api/${who}/${each}${of}`),
    fc.tuple(part, fc.constantFrom('', '/result', '/retry', '/stop')).map(([each, of]) => `/api/jobs/${each}${of}`),
    fc.constantFrom(
      '/api/projects',
      '/api/artwork',
      '/api/pictures',
      '/api/inspiration',
      '/api/health',
      '/api/shelf',
      '/api/shelf/several',
      '/api/shelf/folders',
      '/api/shelf/tags',
      '/api',
      '/',
      '/project/x',
    ),
  )
  const query = fc.oneof(
    fc.constant(''),
    fc
      .array(
        fc.tuple(
          fc.constantFrom(
            'limit',
            'before',
            'name',
            'kind',
            'version',
            'words',
            'from',
            'near',
            'look',
            'thread',
            '__proto__',
          ),
          fc.oneof(fc.string({ unit: 'binary' }), fc.constantFrom('-1', '1e9', id, '#aabbcc', '\u0000', 'raster')),
        ),
        { maxLength: 3 },
      )
      .map(
        pairs =>
          `?${pairs.map(([key, value]) => `${key}=${encodeURIComponent(value.replace(/\p{Cs}/gu, '\uFFFD'))}`).join('&')}`,
      ),
  )
  const type = fc.constantFrom(
    'application/json',
    'application/json',
    'application/json',
    'text/plain',
    'application/octet-stream',
    '',
  )
  const anything = fc.record({
    method: fc.constantFrom('GET', 'POST', 'PUT', 'DELETE', 'PATCH', 'OPTIONS', 'HEAD'),
    path,
    query,
    type,
    body,
  })
  const meant = fc.record({
    method: fc.constant('PUT'),
    path: fc.constant(`/api/projects/${id}`),
    query: fc.constant(''),
    type: fc.constant('application/json'),
    body,
  })
  const posted = fc.record({
    method: fc.constant('POST'),
    path: fc.constantFrom(
      '/api/projects',
      `/api/projects/${id}/jobs`,
      `/api/projects/${id}/reviews`,
      `/api/reviews/${id}/comments`,
      `/api/review/${'a'.repeat(32)}/comments`,
      '/api/shelf',
      '/api/shelf/several',
      '/api/shelf/folders',
      `/api/artwork/${hash}/also`,
      `/api/artwork/${hash}/manner`,
    ),
    query: fc.constant(''),
    type: fc.constant('application/json'),
    body,
  })
  const asked = fc.oneof(anything, meant, posted)
  await fc.assert(
    fc.asyncProperty(asked, async request => {
      const text = ['GET', 'HEAD'].includes(request.method) ? undefined : JSON.stringify(request.body)
      const began = performance.now()
      const { status, text: answer } = await ask(
        base,
        request.method,
        request.path + request.query,
        request.type ? { 'content-type': request.type } : {},
        text,
      )
      expect(status, `${request.method} ${request.path}${request.query}: ${answer.slice(0, 300)}`).toBeLessThan(500)
      // what hands do waits for what they do for others
      if (!/preview|artwork|pictures/.test(request.path))
        expect(performance.now() - began, `${request.method} ${request.path}`).toBeLessThan(2000)
      expect((await ask(base, 'POST', `/api/projects/${id}/restore`)).status).toBe(204)
    }),
    { numRuns: 500, endOnFailure: true },
  )
})
