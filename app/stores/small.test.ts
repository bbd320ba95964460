import { freshPage } from '~/testing/page'
import { useArrivals } from './arrivals'
import { useHints } from './hints'
import { type JobPart, useJobs } from './jobs'
import { useNotices } from './notices'
import { Left } from '~/workers/left'
import { HINTS } from '~/words/hints'

beforeEach(() => {
  freshPage()
})

describe('notices', () => {
  const texts = (): string[] => useNotices().shown.map(({ text }) => text)
  it('stand two at a time, the latest last, and equal ones stand once, counted', () => {
    const notices = useNotices()
    for (const text of ['one', 'two', 'three']) notices.say(text)
    expect(texts()).toEqual(['two', 'three'])
    notices.say('two')
    notices.say('two')
    expect(texts()).toEqual(['three', 'two'])
    expect(notices.shown.map(({ count }) => count)).toEqual([1, 3])
  })
  it('are put away one by one', () => {
    const notices = useNotices()
    notices.say('one')
    notices.say('two')
    notices.dismiss(notices.shown[0]?.id ?? 0)
    expect(texts()).toEqual(['two'])
  })
  it('say what went wrong in its own words, but not that a worker was let go', async () => {
    const notices = useNotices()
    expect(await notices.attempt(() => Promise.resolve(7))).toBe(7)
    expect(await notices.attempt(() => Promise.reject(new Error('The disk is full.')))).toBeNull()
    expect(await notices.attempt(() => Promise.reject(new Left()))).toBeNull()
    expect(notices.shown.map(({ text, kind }) => [text, kind])).toEqual([['The disk is full.', 'problem']])
  })
})

describe('arrivals', () => {
  it('wait until they are taken, once', () => {
    const arrivals = useArrivals()
    expect(arrivals.take()).toBeNull()
    arrivals.put({ files: [], text: '#123456' })
    expect(arrivals.take()?.text).toBe('#123456')
    expect(arrivals.take()).toBeNull()
  })
})

describe('hints', () => {
  it('are given one at a time, in their order, where their place is on the screen', () => {
    const hints = useHints()
    expect(hints.given).toBeNull()
    hints.place('proofs')
    expect(hints.given).toBe('proofs')
    hints.place('band')
    expect(hints.given).toBe('band')
    hints.leave('band')
    expect(hints.given).toBe('proofs')
  })
  it('that were put away do not come back', () => {
    const hints = useHints()
    for (const hint of HINTS) hints.place(hint)
    hints.putAway(HINTS[0])
    expect(hints.given).toBe(HINTS[1])
    hints.putAllAway()
    expect(hints.given).toBeNull()
  })
})

describe('jobs', () => {
  const part = (name: string, work: JobPart<string>['work'] = () => Promise.resolve(name)): JobPart<string> => ({
    name,
    work,
  })
  it('do their parts one after the other, and make something of all that were done', async () => {
    const jobs = useJobs()
    const made: string[] = []
    const order: string[] = []
    const slow = (name: string) =>
      part(name, async () => {
        order.push(`${name} begins`)
        await new Promise(done => setTimeout(done, 2))
        order.push(`${name} ends`)
        return name
      })
    await jobs.start({
      key: 'k',
      doing: 'Writing',
      parts: [slow('a'), slow('b')],
      finish: results => void made.push(...results.map(({ result }) => result)),
    })
    expect(order).toEqual(['a begins', 'a ends', 'b begins', 'b ends'])
    expect(made).toEqual(['a', 'b'])
    expect(jobs.jobOf('k')).toMatchObject({ state: 'done', done: 2, of: 2, failures: [] })
  })
  it('say how far a part is while it is under way', async () => {
    const jobs = useJobs()
    const seen: number[] = []
    await jobs.start({
      key: 'k',
      doing: 'Writing',
      parts: [
        part('a', async says => {
          says(0.5)
          seen.push(jobs.jobOf('k')?.part ?? -1)
          return 'a'
        }),
      ],
      finish: () => undefined,
    })
    expect(seen).toEqual([0.5])
  })
  it('go on after a part that fails, list it, and try it alone again', async () => {
    const jobs = useJobs()
    let broken = true
    const tried: string[] = []
    const flaky = part('b', () => {
      tried.push('b')
      return broken ? Promise.reject(new Error('It is full.')) : Promise.resolve('b')
    })
    const made: string[][] = []
    await jobs.start({
      ...{ key: 'k', doing: 'Writing', parts: [part('a'), flaky, part('c')] },
      finish: results => void made.push(results.map(({ result }) => result)),
    })
    expect(made).toEqual([['a', 'c']])
    expect(jobs.jobOf('k')?.failures).toEqual([{ name: 'b', reason: 'It is full.' }])
    broken = false
    jobs.jobOf('k')?.retry()
    await new Promise(done => setTimeout(done, 5))
    expect(tried).toEqual(['b', 'b'])
    expect(made.at(-1)).toEqual(['b'])
    expect(jobs.jobOf('k')?.failures).toEqual([])
  })
  it('stop where they are asked to, save nothing, and say so', async () => {
    const jobs = useJobs()
    let finished = false
    await jobs.start({
      key: 'k',
      doing: 'Writing',
      parts: [
        part('a', () => {
          jobs.jobOf('k')?.cancel()
          return Promise.resolve('a')
        }),
        part('b'),
      ],
      finish: () => {
        finished = true
      },
    })
    expect(finished).toBe(false)
    expect(jobs.jobOf('k')?.state).toBe('stopped')
    expect(useNotices().shown[0]?.text).toBe('Stopped after 1 of 2; nothing was saved.')
  })
  it('of one key are under way once; without parts there is none', async () => {
    const jobs = useJobs()
    let begun = 0
    const work = {
      ...{ key: 'k', doing: 'Writing', finish: () => undefined },
      parts: [
        part('a', async () => {
          begun++
          await new Promise(done => setTimeout(done, 3))
          return 'a'
        }),
      ],
    }
    const first = jobs.start(work)
    expect(jobs.isUnderway('k')).toBe(true)
    await Promise.all([first, jobs.start(work)])
    expect(begun).toBe(1)
    await jobs.start({ ...work, key: 'none', parts: [] })
    expect(jobs.jobOf('none')).toBeNull()
  })
  it('say nothing any more once the project is left', async () => {
    const jobs = useJobs()
    const underway = jobs.start({
      ...{ key: 'k', doing: 'Writing', finish: () => undefined },
      parts: [part('a', () => new Promise(done => setTimeout(() => done('a'), 3)))],
    })
    jobs.letGo()
    await underway
    expect(jobs.jobOf('k')).toBeNull()
  })
  it('tell what went wrong when their results are put together', async () => {
    const jobs = useJobs()
    await jobs.start({
      ...{ key: 'k', doing: 'Packing', parts: [part('a')] },
      finish: () => Promise.reject(new Error('No room.')),
    })
    expect(jobs.jobOf('k')?.failures).toEqual([{ name: 'Packing', reason: 'No room.' }])
  })
})
