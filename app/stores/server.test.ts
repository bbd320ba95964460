import { nextTick } from 'vue'
import { derivedFrom } from '#core/interaction/testing'
import type { Review, ReviewNews } from '#core/document/review'
import { type FakeServer, freshPage, Refusal, savedFiles, until } from '~/testing/page'
import { OTHER, PROJECT, idOf, saveAnswer, storedAs } from '~/testing/project'
import { visited } from '../../tests/nuxt'
import { useHandOver } from './handOver'
import { useHistory } from './history'
import { useNotices } from './notices'
import { useOthers } from './others'
import { usePainting } from './painting'
import { useReviews } from './reviews'
import { useProjectSession } from './session'
import { useSheet } from './sheet'
import { useShelf } from './shelf'

/* What stores hear from a server and tell it. News come by hand: `say` is what a stream of events would. */

interface Hearing {
  opened: () => void
  news?: (news: ReviewNews) => void
  project?: (news: unknown) => void
}
let say: Hearing
jest.mock('~/api/news', () => ({
  newsFrom: (_: string, hearer: Hearing) => {
    say = hearer
    return { listen: () => undefined, stop: () => undefined }
  },
}))
jest.mock('~/workers/desk', () => ({
  deskOf: () => ({ at: () => ({ open: () => Promise.reject(new Error('no worker')) }), letGo: () => undefined }),
}))

const ADA = { window: idOf(9), name: 'Ada', isOwn: false }
const [R1, R2, J1, S1, F1] = [idOf(1), idOf(2), idOf(3), idOf(4), idOf(5)]
const DOCUMENT = derivedFrom('#0f6d5f', { kind: 'triadic', spread: 0, count: 4 })
let server: FakeServer

beforeEach(async () => {
  server = freshPage()
  visited.length = 0
  server
    .on('GET', /^projects\/[^/]+$/, () => storedAs(DOCUMENT))
    .on('GET', /\/trail$/, () => ({ states: [], targets: {} }))
    .on('GET', /\/reviews$/, () => [REVIEW])
    .on('GET', /\/jobs$/, () => [])
    .on('POST', /^here$/, () => [ADA])
  await useProjectSession().open(PROJECT)
  // no file is there to be shown, which the last of them says too
  await until(() => texts().some(text => text.includes(usePainting().pieces.at(-1)?.name ?? '')))
  useNotices().shown = []
})
afterEach(() => useProjectSession().close())
const texts = (): string[] => useNotices().shown.map(({ text }) => text)

const REVIEW = {
  ...{
    id: R1,
    title: 'Festival',
    greeting: '',
    seq: 4,
    comments: 0,
    open: 0,
    counts: {},
    choice: null,
    closed: false,
  },
  ...{
    ready: true,
    making: null,
    looks: [{ key: 'c1', name: 'Dusk', note: '', swatches: [], artwork: [] }],
    artwork: [],
    sources: {},
    withdrawnAt: null,
    link: '/review/abc',
  },
  ...{ createdAt: '2026-01-01T00:00:00Z', endsAt: '2027-01-01T00:00:00Z' },
} as unknown as Review
const comment = (seq: number) =>
  ({ id: idOf(100 + seq), seq, by: 'client', author: 'Cleo', text: 'Hm', look: 'c1', thread: null }) as never
const news = (seq: number, more: Partial<ReviewNews> = {}): ReviewNews =>
  ({ review: R1, seq, comments: [], choice: null, closed: false, ready: true, ...more }) as ReviewNews

describe('reviews', () => {
  const loaded = async (): Promise<ReturnType<typeof useReviews>> => {
    const reviews = useReviews()
    await until(() => reviews.reviews !== null)
    return reviews
  }
  it('are there when a project is open, and again when listening begins', async () => {
    const reviews = await loaded()
    expect(reviews.reviews?.map(({ id }) => id)).toEqual([R1])
    const before = server.heard('GET', /\/reviews$/).length
    say.opened()
    await until(() => server.heard('GET', /\/reviews$/).length > before)
  })
  it('follow what clients do, once, and say it where they are not open', async () => {
    const reviews = await loaded()
    say.news?.(news(5, { comments: [comment(5)] }))
    say.news?.(news(5, { comments: [comment(5)] }))
    expect(reviews.reviews?.[0]).toMatchObject({ seq: 5, comments: 1, open: 1, counts: { c1: 1 } })
    expect(texts()).toEqual(['Cleo wrote on “Festival”.'])
    expect(reviews.fresh).toBe(1)
    void useNotices().shown[0]?.undo?.()
    expect([reviews.open?.id, reviews.fresh]).toEqual([R1, 0])
    expect(visited).toEqual([`/project/${PROJECT}/hand-over`])
  })
  it('tell whoever looks at the open one, once for each', async () => {
    const reviews = await loaded()
    const heard: number[] = []
    reviews.hear(each => void heard.push(each?.seq ?? 0))
    say.news?.(news(5))
    say.news?.(news(5))
    say.news?.(news(3))
    expect(heard).toEqual([5])
  })
  it('that nobody here knows are no news', async () => {
    const reviews = await loaded()
    say.news?.({ ...news(9), review: 'another' })
    expect(reviews.reviews?.[0]?.seq).toBe(4)
  })
  it('are published once the project is on the server', async () => {
    const reviews = await loaded()
    server.on('POST', /\/reviews$/, () => ({ ...REVIEW, id: R2, link: '/review/abc' }))
    expect(
      await reviews.publish({ title: 'New', greeting: '', looks: ['now'], artwork: [], endsAt: '' } as never),
    ).toBe(true)
    expect(reviews.reviews?.map(({ id, link }) => [id, link])).toContainEqual([R2, '/review/abc'])
    expect(server.heard('POST', /\/reviews$/)[0]?.body).toMatchObject({ version: 1, title: 'New' })
  })
  it('that cannot be published say why', async () => {
    const reviews = await loaded()
    server.on('POST', /\/reviews$/, () => new Refusal(400, 'Choose a colorway first.'))
    expect(await reviews.publish({} as never)).toBe(false)
    expect(texts()).toEqual(['Choose a colorway first.'])
  })
  it('are withdrawn and deleted, each with its way back', async () => {
    const reviews = await loaded()
    server.on('PUT', /^reviews\/[\w-]+$/, ({ body }) => ({
      review: (body as { deleted?: boolean }).deleted ? null : { ...REVIEW, withdrawnAt: '2026-02-01T00:00:00Z' },
    }))
    await reviews.withdraw(REVIEW)
    expect(texts().at(-1)).toContain('is withdrawn')
    await useNotices().shown.at(-1)?.undo?.()
    await reviews.remove(REVIEW)
    expect(reviews.reviews).toEqual([])
    await useNotices().shown.at(-1)?.undo?.()
    expect(server.heard('PUT', /^reviews/).map(({ body }) => body)).toEqual([
      { withdrawn: true },
      { withdrawn: false },
      { deleted: true },
      { deleted: false },
    ])
  })
})

describe('others in the project', () => {
  it('are announced, and again when somebody comes or goes', async () => {
    const others = useOthers()
    await until(() => others.others.length > 0)
    expect(others.others).toEqual([ADA])
    server.on('POST', /^here$/, () => [])
    say.project?.({ project: PROJECT, here: true })
    await until(() => others.others.length === 0)
  })
  it('change it, and it is shown as long as nothing here waits to be saved', async () => {
    useOthers()
    server.on('GET', /^projects\/[^/]+$/, () => storedAs({ ...DOCUMENT, name: 'Theirs' }, 2))
    say.project?.({ project: PROJECT, version: 2, by: 'Ada', save: null })
    await until(() => useHistory().document?.name === 'Theirs')
    expect(useHistory().announcement).toBe('Ada changed the project')
  })
  it('do not change what is only previewed under the hand', async () => {
    useOthers()
    server.on('GET', /^projects\/[^/]+$/, () => storedAs({ ...DOCUMENT, name: 'Theirs' }, 2))
    useHistory().preview({ do: 'compose', harmony: { turn: 30 } })
    await nextTick()
    say.project?.({ project: PROJECT, version: 2, by: 'Ada', save: null })
    await new Promise(done => setTimeout(done, 60))
    expect(useHistory().document?.harmony.turn).toBe(30)
    expect(useHistory().settled?.name).toBe('Kites')
    useHistory().preview(null)
    await until(() => useHistory().document?.name === 'Theirs')
  })
  it('delete it, which is announced at once and can be restored', async () => {
    useOthers()
    server.on('POST', /^projects\/[^/]+\/restore$/, () => ({}))
    say.project?.({ project: OTHER, deleted: true })
    expect(texts()).toEqual([])
    say.project?.({ project: PROJECT, deleted: true })
    expect(texts().at(-1)).toContain('deleted elsewhere')
    await useNotices().shown.at(-1)?.undo?.()
    expect(server.heard('POST', /restore$/)).toHaveLength(1)
  })
  it('in another project, and what is older, are no news', async () => {
    useOthers()
    const before = server.heard('GET', /^projects\/[^/]+$/).length
    say.project?.({ project: OTHER, version: 9, by: 'Ada', save: null })
    say.project?.({ project: PROJECT, version: 1, by: 'Ada', save: null })
    await nextTick()
    expect(server.heard('GET', /^projects\/[^/]+$/)).toHaveLength(before)
  })
})

describe('handing over', () => {
  const job = (state: string, more: object = {}) => ({
    ...{ id: J1, name: 'Kites.zip', state, done: 0, parts: 2, failures: [], createdAt: '2026-01-01T00:00:00Z' },
    ...{ doing: '', reason: null, size: null },
    ...more,
  })
  it('plans the files that what is chosen makes', () => {
    const handOver = useHandOver()
    handOver.chooseAll()
    expect(handOver.looks).toEqual(['now'])
    handOver.how = {
      ...handOver.how,
      scheme: ['css', 'csv'],
      svg: null,
      png: [],
      sheet: [],
      mood: [],
      gradients: [],
    } as never
    const names = handOver.files.map(({ path }) => path)
    expect(names.filter(name => name.endsWith('.css'))).toHaveLength(1)
    expect(names.filter(name => name.endsWith('.csv'))).toHaveLength(1)
  })
  it('asks how a job stands until it is done, saves it once, and says so', async () => {
    const handOver = useHandOver()
    handOver.chooseAll()
    let left = 2
    server
      .on('POST', /\/jobs$/, () => job('waiting'))
      .on('GET', /^jobs\/[\w-]+$/, () => job(left-- > 0 ? 'underway' : 'done'))
    await handOver.start()
    expect(server.heard('POST', /\/jobs$/)[0]?.body).toMatchObject({ version: 1, listed: true })
    await until(() => handOver.jobs[0]?.state === 'done', 8000)
    expect(savedFiles).toHaveLength(1)
    expect(texts()).toEqual(['Saved Kites.zip.'])
  })
  it('says what could not be written, and tries it again', async () => {
    const handOver = useHandOver()
    handOver.chooseAll()
    server.on('POST', /\/jobs$/, () => job('failed', { reason: 'The disk is full.' }))
    await handOver.start()
    expect(texts()).toEqual(['Nothing was written: The disk is full.'])
    server.on('POST', /retry$/, () => job('done', { failures: [{ path: 'a.png', reason: 'x' }] }))
    await handOver.retry(handOver.jobs[0] as never)
    expect(texts().at(-1)).toBe('Saved Kites.zip; 1 of its files could not be written.')
  })
  it('stops a job', async () => {
    const handOver = useHandOver()
    server.on('POST', /stop$/, () => job('stopped'))
    await handOver.stop(job('underway') as never)
    expect(handOver.jobs[0]?.state).toBe('stopped')
  })
  it('writes the present scheme in a format', () => {
    const { text, left } = useHandOver().present('css')
    for (const { hex } of DOCUMENT.scheme) expect(text).toContain(hex)
    expect(left).toEqual([])
  })
  it('draws the sheet anew when the project has changed', async () => {
    const sheet = useSheet()
    server
      .on('POST', /\/jobs$/, () => job('done'))
      .on('GET', /result$/, () => new Uint8Array([1, 2, 3]))
      .on('PUT', /^projects\//, () => saveAnswer(2))
    sheet.show()
    await until(() => sheet.address !== null)
    expect(sheet.isStale).toBe(false)
    useHistory().run({ do: 'rename', name: 'Boats' })
    expect(sheet.isStale).toBe(true)
  })
})

describe('the shelf', () => {
  const scheme = {
    id: S1,
    name: 'Harbor',
    version: 1,
    note: '',
    tags: ['sea'],
    folder: null,
    favorite: false,
    swatches: [{ hex: '#0f6d5f', name: 'Sea', role: 'dominant', share: 1 }],
    origin: { kind: 'band', title: 'Kites', project: null },
    updatedAt: '2026-01-01T00:00:00Z',
  } as never
  it('asks again for what was missed when the connection comes back, not when it has just been loaded', async () => {
    server.on('GET', /^shelf\/(folders|tags)$/, () => [])
    const shelf = useShelf()
    const asked = (): number => server.heard('GET', /^shelf\/folders$/).length
    say.opened()
    expect(asked()).toBe(0)
    await shelf.load()
    say.opened()
    expect(asked()).toBe(1)
    const now = jest.spyOn(Date, 'now').mockReturnValue(Date.now() + 60_000)
    say.opened()
    now.mockRestore()
    await until(() => asked() === 2)
    expect(shelf.changes).toBe(1)
  })
  it('takes the present scheme, and gives it back', async () => {
    const shelf = useShelf()
    server
      .on('POST', /^shelf$/, () => scheme)
      .on('POST', /^shelf\/several$/, () => ({ changed: [], off: 0, on: 0 }))
      .on('GET', /^shelf\/(folders|tags)$/, () => [])
    shelf.offer()
    expect(shelf.offered).toMatchObject({ name: 'Kites', origin: { kind: 'band', project: { id: PROJECT } } })
    await shelf.put({ name: 'Harbor', note: '', tags: [], folder: null, favorite: false }, shelf.offered as never)
    expect(texts()).toEqual(['“Harbor” is on the shelf.'])
    expect(shelf.over).toMatchObject({ id: S1 })
    await useNotices().shown[0]?.undo?.()
    expect(server.heard('POST', /several$/)[0]?.body).toEqual({ off: [S1] })
  })
  it('saves over what was used, and answers with what is there where that was changed meanwhile', async () => {
    const shelf = useShelf()
    server.on('GET', /^shelf\/(folders|tags)$/, () => []).on('PUT', /^shelf\/[\w-]+$/, () => scheme)
    shelf.use(scheme)
    shelf.offer()
    expect(await shelf.saveOver(scheme)).toBe('saved')
    server.on('PUT', /^shelf\/[\w-]+$/, () => new Refusal(409, 'Changed.', { id: S1, version: 7 }))
    expect(await shelf.saveOver(scheme)).toEqual({ id: S1, version: 7 })
    server.on('PUT', /^shelf\/[\w-]+$/, () => new Refusal(500, 'It broke.'))
    expect(await shelf.saveOver(scheme)).toBe('failed')
    expect(texts().at(-1)).toBe('It broke.')
  })
  it('changes details of several, and takes all of it back', async () => {
    const shelf = useShelf()
    server
      .on('GET', /^shelf\/(folders|tags)$/, () => [])
      .on('POST', /^shelf\/several$/, () => ({ changed: [], off: 0, on: 0 }))
    await shelf.say([scheme], () => ({ favorite: true }), 'Marked Harbor.')
    await useNotices().shown.at(-1)?.undo?.()
    const [there, back] = server.heard('POST', /several$/).map(({ body }) => body)
    expect(there).toEqual({ change: [{ id: S1, details: { favorite: true } }] })
    expect(back).toMatchObject({ change: [{ id: S1, details: { favorite: false, tags: ['sea'] } }] })
  })
  it('makes, renames and takes away folders', async () => {
    const shelf = useShelf()
    server
      .on('GET', /^shelf\/(folders|tags)$/, () => [])
      .on('POST', /^shelf\/folders$/, () => ({ id: F1, name: 'Sea', count: 0 }))
      .on('PUT', /^shelf\/folders\/[\w-]+$/, () => ({}))
    expect(await shelf.makeFolder('Sea')).toBe(F1)
    await shelf.renameFolder({ id: F1, name: 'Sea' }, 'Harbor')
    await useNotices().shown.at(-1)?.undo?.()
    await shelf.takeFolderAway({ id: F1, name: 'Sea' })
    await useNotices().shown.at(-1)?.undo?.()
    expect(server.heard('PUT', /folders/).map(({ body }) => body)).toEqual([
      { name: 'Harbor' },
      { name: 'Sea' },
      { away: true },
      { away: false },
    ])
  })
})
