import { effectScope, nextTick } from 'vue'
import type { Hearer } from '~/api/news'
import { type FakeServer, freshPage, Refusal } from '~/testing/page'
import { useLive } from './live'
import { usePictures } from './pictures'
import { useProjectSession } from './session'

/* Reference pictures, whose worker is a stand-in that records its calls; and the news of the server. */

const calls: string[] = []
const decoded = new Set<string>()
jest.mock('~/workers/desk', () => ({
  deskOf: () => ({
    at: () => ({
      has: (hash: string) => Promise.resolve(decoded.has(hash)),
      hasFine: (hash: string) => Promise.resolve(decoded.has(`${hash} fine`)),
      open: (hash: string, bytes: Uint8Array) => {
        calls.push(`open ${hash} ${bytes.length}`)
        decoded.add(hash)
        return Promise.resolve()
      },
      openFine: (hash: string) => {
        calls.push(`open ${hash} in full`)
        decoded.add(`${hash} fine`)
        return Promise.resolve()
      },
      extract: (sources: Array<{ hash: string }>, wanted: object, lean: object) => {
        calls.push(`extract ${sources.map(({ hash }) => hash).join('+')} ${JSON.stringify({ ...wanted, ...lean })}`)
        return Promise.resolve({ found: [], flat: false, note: null })
      },
      measure: (hash: string, x: number, y: number) => Promise.resolve(`${hash} at ${x},${y}`),
    }),
    letGo: () => decoded.clear(),
  }),
}))

let news: { hearer: Hearer; did: string[] }
jest.mock('~/api/news', () => ({
  newsFrom: (_: string, hearer: Hearer) => {
    news = { hearer, did: [] }
    return { listen: () => news.did.push('listen'), stop: () => news.did.push('stop') }
  },
}))

let server: FakeServer
beforeEach(() => {
  server = freshPage()
  calls.length = 0
  decoded.clear()
  server.on('GET', /^pictures\//, () => new Uint8Array([1, 2, 3]))
})
const fetches = (): number => server.heard('GET', /^pictures\//).length

describe('reference pictures', () => {
  it('are fetched and decoded once, however many ask at the same time', async () => {
    const pictures = usePictures()
    await Promise.all([pictures.open('p'), pictures.open('p'), pictures.measure('p', 0.25, 0.5, 1)])
    await pictures.open('p')
    expect(fetches()).toBe(1)
    expect(calls).toEqual(['open p 3'])
  })
  it('are decoded in full besides, where single pixels are looked at', async () => {
    const pictures = usePictures()
    await pictures.open('p')
    await pictures.openFine('p')
    await pictures.openFine('p')
    expect(calls).toEqual(['open p 3', 'open p in full'])
  })
  it('are asked for again after a failure', async () => {
    server.on('GET', /^pictures\//, () => new Refusal(503, 'The server rests.'))
    const pictures = usePictures()
    await expect(pictures.open('p')).rejects.toThrow('The server rests.')
    server.on('GET', /^pictures\//, () => new Uint8Array([1]))
    await pictures.open('p')
    expect(calls).toEqual(['open p 1'])
  })
  it('are all decoded before colors are taken from them together', async () => {
    const wanted = { count: 5, apart: 0.1, by: 'eye' } as never
    await usePictures().extract([{ hash: 'p' }, { hash: 'q' }] as never, wanted, { x: 0, y: 1 })
    expect(calls).toEqual([
      'open p 3',
      'open q 3',
      'extract p+q {"count":5,"apart":0.1,"by":"eye","fixed":[],"x":0,"y":1}',
    ])
  })
  it('are fetched anew after they were let go', async () => {
    const pictures = usePictures()
    await pictures.open('p')
    pictures.letGo()
    await pictures.open('p')
    expect(fetches()).toBe(2)
  })
})

describe('news of the server', () => {
  it('are listened to as long as a project is open', async () => {
    useLive()
    expect(news.did).toEqual(['stop'])
    useProjectSession().id = 'p1'
    await nextTick()
    useProjectSession().id = null
    await nextTick()
    expect(news.did).toEqual(['stop', 'listen', 'stop'])
  })
  it('reach all who want to hear them, as long as these are there', () => {
    const live = useLive()
    const heard: string[] = []
    const [one, other] = [effectScope(), effectScope()]
    one.run(() => live.hear({ opened: () => heard.push('one opened'), news: () => heard.push('one news') }))
    other.run(() => live.hear({ opened: () => heard.push('other opened') }))
    news.hearer.opened?.()
    news.hearer.news?.({} as never)
    one.stop()
    news.hearer.opened?.()
    expect(heard).toEqual(['one opened', 'other opened', 'one news', 'other opened'])
  })
})
