import { itemBeside, selectAfterClick } from './selection'

const set = (...items: string[]): Set<string> => new Set(items)

describe('a selection', () => {
  it('is what was clicked, and nothing else', () => {
    expect(selectAfterClick(set('a', 'b'), ['c'], false, 'keep')).toEqual(set('c'))
    expect(selectAfterClick(set('a', 'b'), ['b'], false, 'clear')).toEqual(set('b'))
  })
  it('stays on a second click, or is let go by it', () => {
    expect(selectAfterClick(set('a', 'b'), ['b', 'a'], false, 'keep')).toEqual(set('a', 'b'))
    expect(selectAfterClick(set('a', 'b'), ['b', 'a'], false, 'clear')).toEqual(set())
  })
  it('grows with Shift, and lets go of what was all selected', () => {
    expect(selectAfterClick(set('a'), ['b'], true, 'keep')).toEqual(set('a', 'b'))
    expect(selectAfterClick(set('a', 'b', 'c'), ['a', 'b'], true, 'keep')).toEqual(set('c'))
    expect(selectAfterClick(set('a', 'c'), ['a', 'b'], true, 'clear')).toEqual(set('a', 'b', 'c'))
  })
  it('leaves the one before as it was', () => {
    const before = set('a')
    selectAfterClick(before, ['a', 'b'], true, 'keep')
    expect(before).toEqual(set('a'))
  })
})

describe('the item beside', () => {
  it('is the next or the one before, going around', () => {
    expect(itemBeside(['a', 'b', 'c'], 0, 1)).toBe('b')
    expect(itemBeside(['a', 'b', 'c'], 2, 1)).toBe('a')
    expect(itemBeside(['a', 'b', 'c'], 0, -1)).toBe('c')
  })
  it('is the first or the last where none is selected, and null of none', () => {
    expect(itemBeside(['a', 'b', 'c'], -1, 1)).toBe('a')
    expect(itemBeside(['a', 'b', 'c'], -1, -1)).toBe('c')
    expect(itemBeside([], -1, 1)).toBeNull()
  })
})
