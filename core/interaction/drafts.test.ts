import { draftKey, freeDrafts, isDraftOf, readDraft, windowLock } from './drafts'
import { derivedFrom } from './testing'

const draft = (time: number) =>
  JSON.stringify({ version: 3, document: derivedFrom('#0f6d5f'), trail: { put: [], remove: [] }, sent: null, time })

describe('drafts', () => {
  const stored = new Map([
    [draftKey('p1', 'mine'), draft(10)],
    [draftKey('p1', 'open'), draft(30)],
    [draftKey('p1', 'closed'), draft(20)],
    [draftKey('p1', 'broken'), '{"version":'],
    ['plumbago draft p1', draft(5)], // of the first version
    [draftKey('p10', 'closed'), draft(40)],
    ['plumbago surround', '"paper"'],
  ])
  const free = (locks: readonly string[]): string[] =>
    freeDrafts('p1', new Map([...stored].filter(([key]) => isDraftOf('p1', key))), new Set(locks), 'mine').map(
      ({ key }) => key,
    )

  it('of windows that are open are left to them, all others are found, latest first', () => {
    expect(free([windowLock('mine'), windowLock('open')])).toEqual([
      draftKey('p1', 'closed'),
      draftKey('p1', 'mine'),
      'plumbago draft p1',
    ])
  })
  it('are all found where the browser does not tell which windows are open', () => {
    expect(free([])[0]).toBe(draftKey('p1', 'open'))
  })
  it('of another project whose name begins alike are not taken for its own', () => {
    expect(free([])).not.toContain(draftKey('p10', 'closed'))
  })
  it('that are none are not read', () => {
    for (const text of [null, '', '{', '7', '{"version":1}']) expect(readDraft(text)).toBeNull()
    expect(readDraft(draft(1))?.version).toBe(3)
  })
})
