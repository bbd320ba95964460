import { lookOf } from '#core/document/project'
import { POOL } from '#core/proofs/deals'
import { dealLike, dealUnlike, freshDeal, MAX_DEALS, readDeals, withDeal } from './dealHistory'
import { derivedFrom, withSwatches } from './testing'

const project = withSwatches(derivedFrom('#0f6d5f', { kind: 'triadic', count: 4 }), { 0: { locked: true } })

describe('deals', () => {
  it('use seeds no deal before them used', () => {
    const first = freshDeal(project, [], false)
    expect(first).toMatchObject({ seed: 1, kind: null, like: null, unlike: [], seeds: null })
    expect(first.from).toEqual(lookOf(project))
    expect(freshDeal(project, [first], false).seed).toBe(1 + POOL)
  })
  it('stay within the harmony where that is asked, as long as the scheme has one', () => {
    expect(freshDeal(project, [], true).kind).toBe('triadic')
    expect(freshDeal({ ...project, derived: false }, [], true).kind).toBeNull()
  })
  it('like one start from its look and know its companions, not what is locked', () => {
    const look = lookOf(project)
    const { from, like } = dealLike(look, project)
    expect(from).toBe(look)
    expect(like).toEqual(project.scheme.slice(1).map(({ hex }) => hex))
  })
  it('unlike some remember all of them, the latest 48', () => {
    const look = lookOf(project)
    const once = { ...freshDeal(project, [], false), ...dealUnlike(look, project, null) }
    expect(once.unlike).toHaveLength(1)
    const twice = dealUnlike(look, project, once)
    expect(twice.unlike).toHaveLength(2)
    const many = { ...once, unlike: Array.from({ length: 60 }, (_, i) => [`#${String(i).padStart(6, '0')}`]) }
    const capped = dealUnlike(look, project, many).unlike ?? []
    expect(capped).toHaveLength(48)
    expect(capped[0]).toEqual(['#000013'])
  })
  it('are remembered, the latest 24, and read again', () => {
    const deal = freshDeal(project, [], false)
    let past = [deal]
    for (let i = 0; i < 40; i++) past = withDeal(past, freshDeal(project, past, false))
    expect(past).toHaveLength(MAX_DEALS)
    expect(past.at(-1)?.seed).toBe(1 + 40 * POOL)
    expect(readDeals(JSON.stringify(past))).toEqual(past)
  })
  it('that cannot be read are none', () => {
    for (const text of [null, '', 'no', '{}', '[{"from":1}]']) expect(readDeals(text)).toEqual([])
  })
})
