import fc from 'fast-check'
import { readOperations, type Operation } from './tokens'

const bytesOf = (text: string): Uint8Array => Uint8Array.from(text, letter => letter.charCodeAt(0))
const read = (text: string): Operation[] => {
  const all: Operation[] = []
  readOperations(bytesOf(text), operation => all.push(operation))
  return all
}
const told = (text: string): unknown[] => read(text).map(({ operator, operands }) => [operator, ...operands])

describe('operators of a content stream', () => {
  it('come with their numbers and names', () =>
    expect(told('0.5 -.25 +1. 007 k\n/Cs#208 cs /P1 scn')).toEqual([
      ['k', 0.5, -0.25, 1, 7],
      ['cs', { name: 'Cs 8' }],
      ['scn', { name: 'P1' }],
    ]))
  it('are not looked for in strings, comments, arrays and dictionaries', () =>
    expect(
      told(
        '(1 0 0 rg \\) (nested) g) Tj % 0 g\n[(a) -20 <00ff>] TJ /Span <</ActualText (0 g) /MCID 3>> BDC <3020> Tj 1 g',
      ),
    ).toEqual([
      ['Tj', null],
      ['TJ', null],
      ['BDC', { name: 'Span' }, null],
      ['Tj', null],
      ['g', 1],
    ]))
  it('stand at their places, operands included', () => {
    const text = '  1 0 0 rg\n0 0 5 5 re f'
    expect(read(text).map(({ start, end }) => text.slice(start, end))).toEqual(['1 0 0 rg', '0 0 5 5 re', 'f'])
  })
  it('go on after an inline image, whatever its data look like', () =>
    expect(told('q BI /W 2 /H 2 /IM true /BPC 1 ID \u0001 EI\u0002 \u0003\nEI Q 1 g')).toEqual([
      ['q'],
      ['EI', { name: 'W' }, 2, { name: 'H' }, 2, { name: 'IM' }, true, { name: 'BPC' }, 1],
      ['Q'],
      ['g', 1],
    ]))
  it('are read to the end of anything at all, in one pass', () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 400 }), bytes => {
        let before = 0
        readOperations(bytes, ({ start, end }) => {
          expect(start).toBeGreaterThanOrEqual(before)
          expect(end).toBeGreaterThan(start)
          before = end
        })
        expect(before).toBeLessThanOrEqual(bytes.length)
      }),
    )
  })
})
