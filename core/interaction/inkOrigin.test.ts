import { originWords, stayingInks } from './inkOrigin'

describe('an ink of a PDF', () => {
  it.each([
    [{ inPdf: [{ space: 'cmyk' as const, values: [0.02, 0.06, 0.18, 0] }] }, 'CMYK 2 6 18 0'],
    [{ inPdf: [{ space: 'spot' as const, values: [0.5], spots: ['Festival Red'] }] }, 'spot color Festival Red 50%'],
    [{ inPdf: [{ space: 'spots' as const, values: [1, 0], spots: ['Cyan', 'Gold'] }] }, 'spot colors Cyan, Gold 100 0'],
    [
      {
        inPdf: [
          { space: 'gray' as const, values: [0.5] },
          { space: 'rgb' as const, values: [0.5, 0.5, 0.5] },
        ],
      },
      'gray 50%, RGB',
    ],
    [{ inPdf: [{ space: 'lab' as const, values: [50.2, -3.4, 8] }] }, 'L*a*b* 50 -3 8'],
    [{}, ''],
  ])('says what it is there', (ink, words) => expect(originWords(ink)).toBe(words))
  it('says that letters in black alone stay', () =>
    expect(originWords({ inPdf: [{ space: 'cmyk', values: [0, 0, 0, 1] }], stays: true })).toBe(
      'CMYK 0 0 0 100: letters in black ink alone, left as they are unless you send them to a swatch',
    ))
  it('that stays is listed with the fullest CMYK of the file, the fullest ink first', () => {
    const cmyk = (...values: number[]) => ({ space: 'cmyk' as const, values })
    const inks = [
      {
        hex: '#101010',
        inPdf: [{ space: 'rgb' as const, values: [0, 0, 0] }, cmyk(1, 0.5, 0, 0.25), cmyk(0, 0, 0, 0.9)],
      },
      { hex: '#202020', inPdf: [cmyk(1, 1, 1, 0.5)] },
      { hex: '#303030', inPdf: [cmyk(0, 0, 0, 1)], stays: true as const },
      { hex: '#404040' },
    ]
    expect(stayingInks([{ inks, colors: new Map([['#202020', '#ff0000']]) }])).toEqual([
      { hex: '#101010', values: [1, 0.5, 0, 0.25], total: 175, isLetters: false },
      { hex: '#303030', values: [0, 0, 0, 1], total: 100, isLetters: true },
    ])
  })
})
