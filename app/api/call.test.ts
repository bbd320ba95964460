import { freshPage, Refusal } from '~/testing/page'
import { PROJECT, saveAnswer, storedAs } from '~/testing/project'
import { derivedFrom } from '#core/interaction/testing'
import { call } from './call'

const DOCUMENT = derivedFrom('#0f6d5f', { kind: 'triadic', count: 4 })

describe('calls of routes', () => {
  it('put parameters in their places, written for an address, and the entries of the query', async () => {
    const server = freshPage()
    server
      .on('GET', /^welcome/, () => ({ name: null, role: 'owner' }))
      .on('GET', /^shelf/, () => ({ schemes: [], total: 0 }))
    await call('GET welcome/[token]', { params: { token: 'a/b c?' } })
    await call('GET shelf', { query: { words: 'sea & sand', tags: 'a,b', from: 3, near: undefined } })
    expect(server.asked.map(({ path }) => path)).toEqual([
      'welcome/a%2Fb%20c%3F',
      'shelf?words=sea+%26+sand&tags=a%2Cb&from=3',
    ])
  })
  it('send what they are given as JSON, and answer as agreed', async () => {
    const server = freshPage()
    server.on('PUT', /^projects\//, () => saveAnswer(5)).on('GET', /^projects\//, () => storedAs(DOCUMENT, 4))
    expect((await call('GET projects/[id]', { params: { id: PROJECT } })).version).toBe(4)
    expect(
      await call('PUT projects/[id]', { params: { id: PROJECT }, body: { version: 4, document: DOCUMENT } }),
    ).toEqual(saveAnswer(5))
    expect(server.heard('PUT', /./)[0]?.body).toMatchObject({ version: 4, document: { name: DOCUMENT.name } })
  })
  it('reject with what was refused, and, in tests, with an answer that was not agreed on', async () => {
    const server = freshPage()
    server
      .on('GET', /^jobs/, () => new Refusal(404, 'There is no such job.'))
      .on('GET', /^demo/, () => ({ projects: 'some' }))
    await expect(call('GET jobs/[id]', { params: { id: PROJECT } })).rejects.toMatchObject({ status: 404 })
    await expect(call('GET demo', {})).rejects.toThrow('“GET demo” breaks its contract')
  })
})
