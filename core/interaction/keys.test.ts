import { arrowStep } from './arrowKeys'
import { isAlwaysOn, keyName, keyWords } from './keys'

const plain = { shiftKey: false, ctrlKey: false, metaKey: false }

describe('keys', () => {
  it('have their modifiers first, Cmd as Ctrl', () => {
    expect(keyName({ ...plain, key: 'Z', ctrlKey: true, shiftKey: true })).toBe('ctrl+shift+z')
    expect(keyName({ ...plain, key: 'z', metaKey: true })).toBe('ctrl+z')
    expect(keyName({ ...plain, key: 'PageDown', shiftKey: true })).toBe('shift+pagedown')
    expect(keyName({ ...plain, key: '?', shiftKey: true })).toBe('?')
    expect(keyName({ ...plain, key: 'D' })).toBe('d')
  })
  it('with Ctrl work though single keys are off', () => {
    expect(isAlwaysOn('ctrl+z')).toBe(true)
    expect(isAlwaysOn('d')).toBe(false)
  })
  it('are written as one reads them', () => {
    expect(keyWords('ctrl+shift+z')).toBe('Ctrl+Shift+Z')
    expect(keyWords('page down')).toBe('Page down')
    expect(keyWords('?')).toBe('?')
  })
  it('step by one, or by ten with Shift, right and up being more', () => {
    expect(arrowStep({ ...plain, key: 'ArrowRight' })).toEqual({ x: 1, y: 0 })
    expect(arrowStep({ ...plain, key: 'ArrowUp', shiftKey: true })).toEqual({ x: 0, y: 10 })
    expect(arrowStep({ ...plain, key: 'ArrowLeft' })).toEqual({ x: -1, y: 0 })
    expect(arrowStep({ ...plain, key: 'ArrowDown' })).toEqual({ x: 0, y: -1 })
    expect(arrowStep({ ...plain, key: 'ArrowDown', ctrlKey: true })).toBeNull()
    expect(arrowStep({ ...plain, key: 'Enter' })).toBeNull()
  })
})
