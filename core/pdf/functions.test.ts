import { parseCalculator, runCalculator } from './calculator'
import { functionOf } from './functions'
import { lookup, type PDFContext, type Value } from './objects'
import { pagesOf } from './pages'
import { pdfOf, type Plain } from './testing'

const functionIn = async (plain: Plain): Promise<[PDFContext, Value]> => {
  const context = await pdfOf([{ content: '', resources: { Function: '@f' } }], { f: plain })
  const resources = lookup(pagesOf(context)[0], 'Resources')
  return [context, lookup(resources as never, 'Function')]
}
const evaluated = async (plain: Plain, ...inputs: number[]): Promise<number[]> =>
  functionOf(...(await functionIn(plain)))
    .evaluate(inputs)
    .map(value => Math.round(value * 1000) / 1000)

const SAMPLES = { FunctionType: 0, Domain: [0, 1], Range: [0, 1, 0, 1], Size: [3], BitsPerSample: 8 }
const LINE = { FunctionType: 2, Domain: [0, 1], C0: [0, 1], C1: [1, 0], N: 1 }

describe('functions of PDF', () => {
  it('are straight between samples', async () => {
    const sampled = { stream: '\u0000\u00ff\u00ff\u0000\u0000\u0000', dict: SAMPLES }
    expect(await evaluated(sampled, 0.25)).toEqual([0.5, 0.5])
    expect(await evaluated(sampled, 0.75)).toEqual([0.5, 0])
    expect(await evaluated(sampled, 7)).toEqual([0, 0]) // inputs stay within the domain
  })
  it('read samples of other sizes, and of two inputs', async () => {
    const dict = { FunctionType: 0, Domain: [0, 1, 0, 1], Range: [0, 1], Size: [2, 2], BitsPerSample: 4 }
    expect(await evaluated({ stream: '\u000f\u00f0', dict }, 0.5, 0.5)).toEqual([0.5])
    expect(await evaluated({ stream: '\u000f\u00f0', dict }, 1, 0)).toEqual([1])
  })
  it('are exponential', async () => {
    expect(await evaluated(LINE, 0.25)).toEqual([0.25, 0.75])
    expect(await evaluated({ ...LINE, N: 2 }, 0.5)).toEqual([0.25, 0.75])
  })
  it('are stitched, each part in its own inputs', async () => {
    const stitched = { FunctionType: 3, Domain: [0, 1], Functions: [LINE, LINE], Bounds: [0.5], Encode: [0, 1, 1, 0] }
    expect(await evaluated(stitched, 0.25)).toEqual([0.5, 0.5])
    expect(await evaluated(stitched, 0.75)).toEqual([0.5, 0.5])
    expect(await evaluated(stitched, 1)).toEqual([0, 1])
    expect(functionOf(...(await functionIn(stitched))).nodes).toEqual([0, 0.5, 1])
  })
  it('are calculated', async () => {
    const calculator = {
      stream: '{ dup 0.5 gt { 1 exch sub } if 2 mul dup 1 exch sub }',
      dict: { FunctionType: 4, Domain: [0, 1], Range: [0, 1, 0, 1] },
    }
    expect(await evaluated(calculator, 0.25)).toEqual([0.5, 0.5])
    expect(await evaluated(calculator, 0.9)).toEqual([0.2, 0.8])
  })
  it('of several outputs can be several of one', async () =>
    expect(await evaluated([LINE, { ...LINE, C0: [1], C1: [0] }], 0.25)).toEqual([0.25, 0.75]))
  it.each<[string, Plain]>([
    ['nothing', {}],
    ['a function of an unknown kind', { ...LINE, FunctionType: 9 }],
    ['samples without end', { stream: '', dict: { ...SAMPLES, Size: [100_000_000] } }],
    ['itself', { FunctionType: 3, Domain: [0, 1], Functions: ['@f'], Bounds: [], Encode: [0, 1] }],
  ])('refuse %s', async (_, plain) => {
    const given = await functionIn(plain)
    expect(() => functionOf(...given)).toThrow(RangeError)
  })
})

describe('the calculator', () => {
  it.each([
    ['{ 3 1 roll }', [1, 2, 3], [3, 1, 2]],
    ['{ 3 -1 roll }', [1, 2, 3], [2, 3, 1]],
    ['{ 2 copy }', [1, 2], [1, 2, 1, 2]],
    ['{ 1 index exch pop }', [5, 6], [5, 5]],
    ['{ 2 exp 1 add sqrt cvi }', [3], [3]],
    ['{ 0 lt { pop 1 } { 2 } ifelse }', [7, -1], [1]],
    ['{ 90 sin 0 cos atan round }', [], [45]],
    ['{ 7 3 mod 7 3 idiv -2.5 truncate abs }', [], [1, 2, 2]],
    ['{ true false or not 5 3 and 1 2 bitshift }', [], [0, 1, 4]],
  ])('runs %s', (program, inputs, outputs) => expect(runCalculator(parseCalculator(program), inputs)).toEqual(outputs))
  it.each(['{ pop }', '{ nothing }', `{ 1 ${'dup '.repeat(200)} }`])('refuses %s', program =>
    expect(() => runCalculator(parseCalculator(program), [])).toThrow(RangeError),
  )
  it.each(['', '1 2 add', `${'{ '.repeat(100)}`, '{ } }'])('does not read %s', text =>
    expect(() => parseCalculator(text)).toThrow(SyntaxError),
  )
})
