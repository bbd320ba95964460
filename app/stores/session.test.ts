import { type FakeServer, freshPage, MemoryStorage, Refusal, until } from '~/testing/page'
import { OTHER, PROJECT, idOf, saveAnswer, storedAs } from '~/testing/project'
import { draftKey } from '#core/interaction/drafts'
import { derivedFrom } from '#core/interaction/testing'
import { isSignedOut } from '~/api/request'
import { WINDOW } from '~/browser/drafts'
import { useHistory } from './history'
import { useMe } from './me'
import { useNotices } from './notices'
import { useSaving } from './saving'
import { useProjectSession } from './session'
import { useTrail } from './trail'

// what a worker reads in a browser is read at once
jest.mock('~/browser/documentDesk', () => ({
  documentDesk: { at: () => jest.requireActual<typeof import('#core/interaction/drafts')>('#core/interaction/drafts') },
}))

// drawings are read by a worker, which tests of stores have none of
jest.mock('~/workers/desk', () => ({
  deskOf: () => ({ at: () => ({ open: () => Promise.reject(new Error('no worker')) }), letGo: () => undefined }),
}))

const DOCUMENT = derivedFrom('#0f6d5f', { kind: 'triadic', spread: 0, count: 5 })
let server: FakeServer
/** Opens the project as the server stores it in a version. */
const openStored = async (version = 1): Promise<void> => {
  server
    .on('GET', /^projects\/[^/]+$/, ({ path }) => storedAs(DOCUMENT, version, path.slice('projects/'.length)))
    .on('GET', /\/trail$/, () => ({ states: [], targets: {} }))
  await useProjectSession().open(PROJECT)
}
const turn = (to: number): void => useHistory().run({ do: 'compose', harmony: { turn: to } })
const saves = (): Array<{ version: number; save: string; document: typeof DOCUMENT; trail?: { put: unknown[] } }> =>
  server.heard('PUT', /^projects\//).map(({ body }) => body as never)
const draft = (): string | null => localStorage.getItem(draftKey(PROJECT, WINDOW))

beforeEach(() => {
  server = freshPage()
  server.on('POST', /^here$/, () => [])
})
afterEach(() => useProjectSession().close())

describe('a project that is opened', () => {
  it('is as it is stored, with nothing to be saved', async () => {
    await openStored(7)
    expect(useHistory().document).toEqual(DOCUMENT)
    expect([useSaving().state.kind, useSaving().version]).toEqual(['saved', 7])
    expect(useProjectSession().id).toBe(PROJECT)
  })
  it('that cannot be had says why and is not open', async () => {
    server.on('GET', /^projects\//, () => new Refusal(404, 'There is no such project.'))
    await expect(useProjectSession().open(PROJECT)).rejects.toThrow('There is no such project.')
    expect([useProjectSession().id, useHistory().document]).toEqual([null, null])
  })
  it('while another is being opened gives way to the later', async () => {
    let let1: () => void = () => undefined
    server
      .on('GET', /^projects\/[^/]+$/, async ({ path }) => {
        const id = path.slice('projects/'.length)
        if (id === PROJECT) await new Promise<void>(done => (let1 = done))
        return storedAs({ ...DOCUMENT, name: id === PROJECT ? 'First' : 'Second' }, 1, id)
      })
      .on('GET', /\/trail$/, () => ({ states: [], targets: {} }))
    const session = useProjectSession()
    const first = session.open(PROJECT)
    const still = session.still()
    await session.open(OTHER)
    let1()
    await first
    expect(still()).toBe(false)
    expect([session.id, useHistory().document?.name]).toEqual([OTHER, 'Second'])
  })
})

describe('a change', () => {
  it('is sent when the hand rests, with the version it starts from, and its state of the trail', async () => {
    await openStored(3)
    server.on('PUT', /^projects\//, () => saveAnswer(4))
    turn(30)
    expect(useSaving().state.kind).toBe('saving')
    expect(JSON.parse(draft() ?? '{}')).toMatchObject({ version: 3, document: { harmony: { turn: 30 } } })
    await until(() => useSaving().state.kind === 'saved')
    expect(saves()).toHaveLength(1)
    expect(saves()[0]).toMatchObject({ version: 3, document: { harmony: { turn: 30 } } })
    expect(saves()[0]?.trail?.put).toHaveLength(2) // where it began, and what was done
    expect(saves()[0]?.document).toMatchObject({ state: useTrail().states.at(-1)?.id })
    expect([useSaving().version, draft()]).toEqual([4, null])
  })
  it('of a large project is sent as what changed since what the server has, from the second version on too', async () => {
    const artwork = Array.from({ length: 150 }, (_, n) => ({
      ...{ kind: 'svg' as const, id: `a${n}`, name: `Icon ${n}`, width: 16, height: 16 },
      hash: String(n).padStart(64, '0'),
    }))
    server.on('GET', /^projects\/[\w-]+$/, () => storedAs({ ...DOCUMENT, artwork }, 3))
    server.on('GET', /\/trail$/, () => ({ states: [], targets: {} })).on('GET', /\/artwork$/, () => [])
    await useProjectSession().open(PROJECT)
    let version = 3
    server.on('PUT', /^projects\//, () => saveAnswer(++version))
    for (const to of [30, 60]) {
      turn(to)
      await until(() => useSaving().state.kind === 'saved')
    }
    const sent = saves() as unknown as Array<{ version: number; change?: { parts: object }; document?: unknown }>
    expect(sent.map(each => [each.version, each.document])).toEqual([
      [3, undefined],
      [4, undefined],
    ])
    expect(sent[1]?.change?.parts).toMatchObject({ harmony: { turn: 60 } })
    expect(sent[1]?.change?.parts).not.toHaveProperty('artwork')
  })
  it('made in quick succession goes as one', async () => {
    await openStored()
    server.on('PUT', /^projects\//, () => saveAnswer(2))
    for (const to of [10, 20, 30]) turn(to)
    await until(() => useSaving().state.kind === 'saved')
    expect(saves().map(({ document }) => document.harmony.turn)).toEqual([30])
  })
  it('whose answer is lost is sent again as it was, so that it is known', async () => {
    await openStored()
    let lost = true
    server.on('PUT', /^projects\//, () => {
      if (!lost) return saveAnswer(2)
      lost = false
      return new Refusal(0, '')
    })
    turn(30)
    await until(() => useSaving().state.kind === 'waiting')
    expect(useSaving().state).toMatchObject({ why: 'The server isn’t responding.', isStored: true })
    await until(() => useSaving().state.kind === 'saved', 4000)
    expect(new Set(saves().map(({ save }) => save)).size).toBe(1)
    expect(saves()).toHaveLength(2)
  })
  it('says where the browser has no room to keep it', async () => {
    await openStored()
    server.on('PUT', /^projects\//, () => new Refusal(503, 'The database isn’t responding.'))
    MemoryStorage.room = 100
    turn(30)
    await until(() => useSaving().state.kind === 'waiting')
    expect(useSaving().state).toMatchObject({ isStored: false })
    expect(useSaving().asFile()?.text).toContain('"turn":30')
  })
  it('that meets a newer version is stored as a project of its own', async () => {
    await openStored()
    const theirs = storedAs({ ...DOCUMENT, name: 'Theirs' }, 2)
    server
      .on('PUT', /^projects\//, () => new Refusal(409, 'It was changed elsewhere.', theirs))
      .on('POST', /^projects$/, ({ body }) => storedAs((body as { document: typeof DOCUMENT }).document, 1, OTHER))
    turn(30)
    await until(() => {
      const { state } = useSaving()
      return state.kind === 'conflict' && state.copy !== null
    })
    expect(useSaving().state).toMatchObject({ theirs: { version: 2 }, copy: { id: OTHER } })
    const [made] = server.heard('POST', /^projects$/)
    expect(made?.body).toMatchObject({ trailOf: PROJECT, document: { name: 'Kites (kept from a conflict)' } })
  })
  it('of one who only looks is refused in a sentence and never sent', async () => {
    server.on('GET', /^me$/, () => ({ asks: true, person: { id: idOf(1), name: 'Vi', role: 'viewer' } }))
    await useMe().ask()
    await openStored()
    turn(30)
    expect(useHistory().document?.harmony.turn).toBe(0)
    expect(useNotices().shown[0]?.kind).toBe('problem')
    expect(saves()).toEqual([])
  })
})

describe('work that was left', () => {
  it('is sent at once, and found as it was where that fails', async () => {
    await openStored()
    server.on('PUT', /^projects\//, () => new Refusal(0, ''))
    turn(30)
    useProjectSession().close()
    await until(() => saves().length > 0)
    expect(draft()).toContain('"turn":30')
    await useProjectSession().open(PROJECT)
    expect(useHistory().document?.harmony.turn).toBe(30)
    expect(useSaving().state.kind).not.toBe('saved')
  })
  it('in another window that was closed becomes a project of its own', async () => {
    const left = { version: 1, document: { ...DOCUMENT, name: 'Left' }, trail: { put: [], remove: [] }, sent: null }
    localStorage.setItem(draftKey(PROJECT, WINDOW), JSON.stringify({ ...left, time: 20 }))
    localStorage.setItem(draftKey(PROJECT, 'closed'), JSON.stringify({ ...left, time: 10 }))
    server
      .on('POST', /^projects$/, ({ body }) => storedAs((body as { document: typeof DOCUMENT }).document, 1, OTHER))
      .on('PUT', /^projects\//, () => saveAnswer(2))
    await openStored()
    expect(useHistory().document?.name).toBe('Left')
    await until(() => server.heard('POST', /^projects$/).length > 0)
    expect(server.heard('POST', /^projects$/)[0]?.body).toMatchObject({ document: { name: 'Left (left unsaved)' } })
    expect(localStorage.getItem(draftKey(PROJECT, 'closed'))).toBeNull()
  })
  it('is waited for by whoever needs it on the server', async () => {
    await openStored()
    server.on('PUT', /^projects\//, () => saveAnswer(2))
    expect(await useSaving().whenSaved()).toBe(1)
    turn(30)
    expect(await useSaving().whenSaved()).toBe(2)
    server.on('PUT', /^projects\//, () => new Refusal(0, ''))
    turn(50)
    await expect(useSaving().whenSaved()).rejects.toThrow('not on the server yet')
  })
})

describe('the trail', () => {
  it('goes back to a state and keeps the later ones', async () => {
    await openStored()
    server.on('PUT', /^projects\//, () => saveAnswer(2))
    turn(30)
    turn(60)
    const trail = useTrail()
    const [start, first] = trail.states
    if (!start || !first) throw new Error('There is no trail.')
    trail.goTo(start)
    expect(useHistory().document?.harmony.turn).toBe(0)
    turn(90)
    expect(trail.states).toHaveLength(4)
    expect(trail.states.at(-1)?.parent).toBe(start.id)
    trail.goTo(first)
    expect(useHistory().document?.harmony.turn).toBe(30)
  })
  it('takes no state of what leaves the look as it is', async () => {
    await openStored()
    useHistory().run({ do: 'rename', name: 'Boats' })
    expect(useTrail().states).toEqual([])
  })
  it('keeps, renames and lets go of states', async () => {
    await openStored()
    turn(30)
    const trail = useTrail()
    const stored = trail.keep('Dusk')
    expect(trail.states.filter(state => state.kept).map(state => state.kept)).toEqual(['Dusk'])
    trail.rename(stored?.id ?? '', 'Night')
    expect(trail.find(stored?.id ?? null)?.kept).toBe('Night')
    trail.rename(stored?.id ?? '', null)
    expect(trail.states.every(state => state.kept === null)).toBe(true)
  })
  it('that cannot be read says so, and the project is there', async () => {
    await openStored()
    server.on('GET', /\/trail$/, () => new Refusal(500, 'It broke.'))
    const session = useProjectSession()
    await useTrail().open(PROJECT, null, session.still())
    expect(useTrail().problem).toBe('It broke.')
    expect(useHistory().document).not.toBeNull()
  })
  it('of a project that was left does not come into the next', async () => {
    await openStored()
    let late: () => void = () => undefined
    server.on('GET', /\/trail$/, () => new Promise(done => (late = () => done({ states: [], targets: {} }))))
    const session = useProjectSession()
    const here = session.still()
    const opening = useTrail().open(PROJECT, null, here)
    session.close()
    late()
    await opening
    expect(useTrail().states).toEqual([])
  })
})

describe('who one is', () => {
  it('is asked, and stays as it was without an answer', async () => {
    const me = useMe()
    server.on('GET', /^me$/, () => ({ asks: true, person: { id: idOf(1), name: 'Ada', role: 'owner' } }))
    await me.ask()
    expect([me.owns, me.looksOnly]).toEqual([true, false])
    server.on('GET', /^me$/, () => new Refusal(0, ''))
    await me.ask()
    expect(me.person?.name).toBe('Ada')
  })
  it('is nobody where the server asks to sign in, which every request notices', async () => {
    isSignedOut.value = false
    server.on('GET', /^projects\//, () => new Refusal(401, 'Sign in first.', { why: 'signed out' }))
    await expect(useProjectSession().open(PROJECT)).rejects.toThrow('Sign in first.')
    expect(isSignedOut.value).toBe(true)
    server.on('POST', /^session$/, () => ({ asks: true, person: { id: idOf(1), name: 'Ada', role: 'designer' } }))
    await useMe().signIn('Ada', 'kites over the harbor')
    expect(isSignedOut.value).toBe(false)
  })
})
