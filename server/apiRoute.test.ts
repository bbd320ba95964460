import { readdirSync, readFileSync } from 'node:fs'
import { checkAnswer, CONTRACTS, type RouteKey } from '#core/api/contracts'

/* Contracts and routes belong to each other by method and path. */

const ROOT = 'server/api/'
const routes = readdirSync(ROOT, { recursive: true, encoding: 'utf8' }).filter(path => /\.[a-z]+\.ts$/.test(path))

/** The key of a route by its file: `projects/[id]/index.get.ts` is `GET projects/[id]`. */
const keyOfFile = (path: string): string => {
  const [, place = '', method = ''] = /^(.*)\.([a-z]+)\.ts$/.exec(path) ?? []
  return `${method.toUpperCase()} ${place.replace(/\/index$/, '')}`
}
const keyInside = (path: string): string | undefined =>
  /apiRoute\('([^']+)'/.exec(readFileSync(`${ROOT}${path}`, 'utf8'))?.[1]

describe('contracts', () => {
  it('are fulfilled by the routes they are named after, each by one', () => {
    const fulfilled = routes.filter(keyInside)
    expect(fulfilled.map(keyInside)).toEqual(fulfilled.map(keyOfFile))
    expect(fulfilled.map(keyOfFile).sort()).toEqual(Object.keys(CONTRACTS).sort())
  })
  it('are there for every route but those that answer bytes, streams or pages', () => {
    expect(
      routes
        .filter(path => !keyInside(path))
        .map(keyOfFile)
        .sort(),
    ).toEqual([
      'GET artwork/[hash]/map',
      'GET artwork/[hash]/pictures',
      'GET artwork/[hash]/proof',
      'GET artwork/[hash]/source',
      'GET artwork/[hash]/stage',
      'GET brand/[token]/files/[...path]',
      'GET health',
      'GET jobs/[id]/result',
      'GET live',
      'GET metrics',
      'GET pdfs/[hash]/pages/[number]',
      'GET pictures/[hash]/[form]',
      'GET profiles/[hash]',
      'GET projects/[id]/preview',
      'GET ready',
      'GET review/[token]/live',
      'GET review/[token]/pictures/[size]/[look]/[artwork]',
      'GET reviews/[id]/pictures/[size]/[look]/[artwork]',
    ])
  })
  it('name the parameters of their paths', () => {
    for (const [key, contract] of Object.entries(CONTRACTS))
      expect([key, Object.keys('params' in contract ? contract.params : {})]).toEqual([
        key,
        [...key.matchAll(/\[(\w+)\]/g)].map(([, name]) => name),
      ])
  })
  it.each<[RouteKey, unknown]>([
    ['GET demo', { projects: 'three' }],
    ['GET projects/[id]/version', {}],
    ['GET people', [{ id: 'x', name: 'Ada', role: 'owner', isSet: true, seenAt: null }]],
  ])('of %s refuses another answer', (key, answer) => {
    expect(() => checkAnswer(key, answer)).toThrow('breaks its contract')
  })
  it('pass what was agreed on, and ask nothing of an empty answer', () => {
    checkAnswer('GET demo', { projects: 3 })
    checkAnswer('DELETE session', undefined)
  })
})
