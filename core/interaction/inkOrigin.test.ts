import { fileCmyk, originWords } from './inkOrigin'

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
  it('has the ink of the file, where it is CMYK there', () => {
    expect(
      fileCmyk({
        inPdf: [
          { space: 'rgb', values: [0, 0, 0] },
          { space: 'cmyk', values: [1, 0.5, 0, 0.25] },
        ],
      }),
    ).toEqual({
      values: [1, 0.5, 0, 0.25],
      total: 175,
    })
    expect(fileCmyk({})).toBeNull()
  })
})
