import fc from 'fast-check'
import { withChange } from '#core/document/change'
import { lookOf, projectSchema, type Project } from '#core/document/project'
import { derivedFrom } from '#core/interaction/testing'
import { runs } from '../../tests/runs'
import { LARGE_DOCUMENT, saveBody } from './saveBody'

const pieces = (count: number): Project['artwork'] =>
  Array.from({ length: count }, (_, n) => ({
    ...{ kind: 'svg' as const, id: `a${n}`, name: `Icon ${n}`, width: 16, height: 16 },
    hash: String(n).padStart(64, '0'),
  }))
const targets = Object.fromEntries(
  Array.from({ length: 300 }, (_, n) => [`#${n.toString(16).padStart(6, '0')}`, { to: 's1', by: 'match' as const }]),
)
const first = derivedFrom('#0f6d5f', { kind: 'triadic', count: 5 })
const LARGE = projectSchema.parse({ ...first, artwork: pieces(1000), remap: { ...first.remap, targets } })
const save = (document: Project, put: Project[] = []) => ({
  ...{ id: '00000000-0000-4000-8000-000000000001', project: 'p', version: 3, document },
  trail: {
    put: put.map((each, n) => ({
      ...{ id: `t${n}`, parent: null, time: '2026-12-01T10:00:00.000Z', did: 'turn', kept: null },
      look: lookOf(each),
    })),
    remove: [],
  },
})
const recolored = (document: Project, hex: string): Project => ({
  ...document,
  scheme: document.scheme.map((swatch, i) => (i === 0 ? { ...swatch, hex } : swatch)),
})

describe('a save as it is sent', () => {
  it('holds the whole document where it is small, or where what the server has is not known', () => {
    const small = { ...first, artwork: pieces(LARGE_DOCUMENT - 1) }
    expect(saveBody(save(recolored(small, '#336699')), small)).toMatchObject({ document: { artwork: small.artwork } })
    expect(saveBody(save(recolored(LARGE, '#336699')), null)).toMatchObject({ document: { artwork: LARGE.artwork } })
  })
  it('of a large one holds what changed, and looks of the trail once: one swatch of 1,000 pieces is under 5 kB', () => {
    const next = recolored(LARGE, '#336699')
    const body = saveBody(save(next, [next]), LARGE)
    expect(body).toMatchObject({ version: 3, change: { parts: { scheme: next.scheme }, remap: {} } })
    expect(Object.keys('change' in body ? body.change.parts : {})).toEqual(['scheme'])
    expect(JSON.stringify(body).length).toBeLessThan(5000)
    expect(body.trail?.put.map(({ look }) => look)).toEqual([null])
    expect(saveBody(save(next, [LARGE]), LARGE).trail?.put[0]?.look).toEqual(lookOf(LARGE))
  })
  it('brings the server to the same document, whatever changed', () => {
    const edit = fc.record(
      {
        name: fc.string({ minLength: 1, maxLength: 20 }),
        rungs: fc.integer({ min: 2, max: 10 }),
        artwork: fc.integer({ min: 100, max: 120 }).map(pieces),
        remap: fc.record(
          { hold: fc.double({ min: 0, max: 1, noNaN: true }), targets: fc.constant({}) },
          { requiredKeys: [] },
        ),
      },
      { requiredKeys: [] },
    )
    fc.assert(
      fc.property(edit, ({ remap, ...parts }) => {
        const next: Project = { ...LARGE, ...parts, remap: { ...LARGE.remap, ...remap } }
        const body = saveBody(save(next), LARGE)
        const sent = JSON.parse(JSON.stringify(body)) as typeof body
        if (!('change' in sent)) throw new Error('The whole document was sent.')
        expect(withChange(LARGE, sent.change)).toEqual(next)
      }),
      { numRuns: runs(40) },
    )
  })
})
