import { derivedFrom } from '#core/interaction/testing'
import type { Publication, Published } from '#core/document/publication'
import { type FakeServer, freshPage, Refusal, until } from '~/testing/page'
import { OTHER, PROJECT, idOf, storedAs } from '~/testing/project'
import { useHistory } from './history'
import { useNotices } from './notices'
import { usePublications } from './publications'
import { usePublished } from './published'
import { useProjectSession } from './session'

/* What is published of a project, as the server lists it and makes it, and where lists of projects and schemes say so. */

jest.mock('~/api/news', () => ({ newsFrom: () => ({ listen: () => undefined, stop: () => undefined }) }))
jest.mock('~/workers/desk', () => ({
  deskOf: () => ({ at: () => ({ open: () => Promise.reject(new Error('no worker')) }), letGo: () => undefined }),
}))

const [P1, P2, JOB] = [idOf(1), idOf(2), idOf(3)]
const DOCUMENT = derivedFrom('#0f6d5f', { kind: 'triadic', spread: 0, count: 4 })
const PUT = { title: 'Harbor brand', look: 'now', artwork: null, svg: 'tokens' as const, ladders: false }
const swatches = DOCUMENT.scheme.map(({ id, name, hex, role, share }) => ({ id, name, hex, role, share }))
const PUBLICATION: Publication = {
  ...{ id: P1, put: PUT, lookName: 'As it is now', swatches, version: 1, versions: [] },
  ...{ createdAt: '2026-01-01T00:00:00Z', withdrawnAt: null, link: '/brand/abc', files: 8, bytes: 4000, making: null },
}
const making = (state: 'waiting' | 'underway' | 'failed'): Publication['making'] => ({
  ...{ job: JOB, state, parts: 8, done: 2, reason: state === 'failed' ? 'The disk is full.' : null },
})
let server: FakeServer
const texts = (): string[] => useNotices().shown.map(({ text }) => text)
const listed = (): number => server.heard('GET', /\/publications$/).length

beforeEach(async () => {
  server = freshPage()
  server
    .on('GET', /^projects\/[^/]+$/, () => storedAs(DOCUMENT))
    .on('GET', /\/trail$/, () => ({ states: [], targets: {} }))
    .on('GET', /\/publications$/, () => [PUBLICATION])
    .on('POST', /^here$/, () => [])
  await useProjectSession().open(PROJECT)
  useNotices().shown = []
})
afterEach(() => useProjectSession().close())

describe('publications', () => {
  const loaded = async () => {
    const store = usePublications()
    await until(() => store.publications !== null)
    return store
  }
  it('are those of the open project, asked for again only while one is being made', async () => {
    let at = 0
    server.on('GET', /\/publications$/, () => [{ ...PUBLICATION, making: at++ ? null : making('underway') }])
    const store = await loaded()
    expect(store.isMaking(store.publications![0]!)).toBe(true)
    await until(() => store.publications?.[0]?.making === null)
    const asked = listed()
    expect(asked).toBe(2)
    await new Promise(done => setTimeout(done, 700))
    expect(listed()).toBe(asked)
  })
  it('say why they cannot be had, and come when the server answers again', async () => {
    server.on('GET', /\/publications$/, () => new Refusal(503, 'The database isn’t responding.'))
    const store = usePublications()
    await until(() => store.problem !== null)
    expect(store.problem).toBe('The database isn’t responding.')
    expect(store.publications).toBeNull()
    server.on('GET', /\/publications$/, () => [PUBLICATION])
    await store.load()
    expect([store.problem, store.publications?.length]).toEqual([null, 1])
  })
  it('go with the project they are of', async () => {
    const store = await loaded()
    server.on('GET', /\/publications$/, () => [])
    await useProjectSession().open(OTHER)
    await until(() => store.publications?.length === 0)
    expect(server.heard('GET', new RegExp(`${OTHER}/publications$`)).length).toBeGreaterThan(0)
  })
  it('are published from the version that is stored, and stand first at once', async () => {
    const store = await loaded()
    const made = { ...PUBLICATION, id: P2, version: 0, making: making('waiting') }
    server
      .on('POST', /projects\/[^/]+\/publications$/, () => made)
      .on('GET', /\/publications$/, () => [made, PUBLICATION])
    expect(await store.publish(PUT)).toBe(true)
    expect(store.publications?.map(({ id }) => id)).toEqual([P2, P1])
    expect(server.heard('POST', /publications$/)[0]?.body).toEqual({ ...PUT, version: 1 })
  })
  it('get a new version in their place, and a refusal is shown and changes nothing', async () => {
    const store = await loaded()
    const [before] = store.publications!
    server.on('POST', /versions$/, () => new Refusal(409, 'A version is already being written.'))
    expect(await store.publish(PUT, before)).toBe(false)
    expect(texts()).toEqual(['A version is already being written.'])
    expect(store.publications).toEqual([PUBLICATION])
    server.on('POST', /versions$/, () => ({ ...PUBLICATION, making: making('waiting') }))
    expect(await store.publish(PUT, before)).toBe(true)
    expect(store.publications?.map(({ id }) => id)).toEqual([P1])
  })
  it('are withdrawn and deleted with a way back', async () => {
    const store = await loaded()
    const heard: unknown[] = []
    server.on('PUT', /^publications\//, ({ body }) => {
      heard.push(body)
      const what = body as { withdrawn?: boolean; deleted?: boolean }
      return {
        publication: what.deleted
          ? null
          : { ...PUBLICATION, withdrawnAt: what.withdrawn ? '2026-02-02T00:00:00Z' : null },
      }
    })
    await store.withdraw(store.publications![0]!)
    expect(store.publications?.[0]?.withdrawnAt).not.toBeNull()
    await useNotices().shown[0]?.undo?.()
    expect(store.publications?.[0]?.withdrawnAt).toBeNull()
    await store.discard(store.publications![0]!)
    expect(store.publications).toEqual([])
    await useNotices().shown.at(-1)?.undo?.()
    expect(store.publications?.map(({ id }) => id)).toEqual([P1])
    expect(heard).toEqual([{ withdrawn: true }, { withdrawn: false }, { deleted: true }, { deleted: false }])
  })
  it('are stopped and tried again by their job', async () => {
    server.on('GET', /\/publications$/, () => [{ ...PUBLICATION, making: making('failed') }])
    const store = await loaded()
    server.on('POST', /^jobs\/[^/]+\/retry$/, () => ({}))
    await store.retry(store.publications![0]!)
    expect(server.heard('POST', /^jobs\//).map(({ path }) => path)).toEqual([`jobs/${JOB}/retry`])
  })
  it('say what has changed since', async () => {
    const store = await loaded()
    expect(store.changedSince(store.publications![0]!)).toBe('')
    const [first] = DOCUMENT.scheme
    useHistory().run({ do: 'describe swatch', id: first!.id, change: { name: 'Pine' } })
    expect(store.changedSince(store.publications![0]!)).toContain('Pine')
    expect(store.changedSince({ ...PUBLICATION, version: 0 })).toBe('')
  })
})

describe('what is published anywhere', () => {
  const COLORS = ['#0f6d5f', '#e07a5f']
  const entry = (id: string, project: string, colors = COLORS): Published => ({
    ...{ id, project: { id: project, name: 'Harbor' }, title: 'Brand', version: 2, at: '2026-01-01T00:00:00Z', colors },
  })
  it('is found by project, and by colors in any order', async () => {
    server.on('GET', /^publications$/, () => [entry(P1, PROJECT), entry(P2, OTHER, ['#112233'])])
    const store = usePublished()
    await store.whenLoaded()
    expect(store.ofProject(PROJECT).map(({ id }) => id)).toEqual([P1])
    expect(store.ofColors([...COLORS].reverse()).map(({ id }) => id)).toEqual([P1])
    expect(store.ofColors(['#0f6d5f'])).toEqual([])
  })
  it('is asked for once, and lists go on without it where the server does not answer', async () => {
    server.on('GET', /^publications$/, () => new Refusal(503, 'The database isn’t responding.'))
    const store = usePublished()
    await Promise.all([store.whenLoaded(), store.whenLoaded()])
    expect(server.heard('GET', /^publications$/)).toHaveLength(1)
    expect(store.ofProject(PROJECT)).toEqual([])
    expect(texts()).toEqual([])
  })
})
