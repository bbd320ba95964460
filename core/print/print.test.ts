import { readFileSync } from 'node:fs'
import fc from 'fast-check'
import { instantiate, type ColorEngine } from 'lcms-wasm'
import { deltaE } from '#core/color/difference'
import { pressOf } from './engine'
import { FIRST_PRINT, INTENTS, PAPER_NAMES, PAPERS, type Paper, type Print } from './papers'
import { inkOf, type Press } from './press'
import { readProofTable, proofTable } from './proof'

let engine: ColorEngine
beforeAll(async () => {
  jest.useFakeTimers() // the engine sets one that would keep the run from ending
  engine = await instantiate()
  jest.useRealTimers()
})
const press = (paper: Paper, how: Partial<Print> = {}): Press =>
  pressOf(engine, readFileSync(`public/press/${PAPERS[paper].profile}`), { ...FIRST_PRINT, ...how })
const percent = ({ c, m, y, k }: ReturnType<Press['cmykOf']>): number[] =>
  [c, m, y, k].map(part => Math.round(part * 1000) / 10)
const anyHex = fc.integer({ min: 0, max: 0xffffff }).map(value => `#${value.toString(16).padStart(6, '0')}`)

/**
 * Made once with ArgyllCMS 2.3 (xicclu), which is no part of this: sRGB to L*a*b*, that to the inks of the profile,
 * relative, without compensation of the black point, and back: paper, color, inks in percent, red, green and blue.
 */
const KNOWN = [
  ['coated', '#e07a5f', [4.2, 60.8, 61.7, 5.8], '#e07b5f'],
  ['uncoated', '#e07a5f', [0, 65.3, 78.1, 8.4], '#e07b60'],
  ['coated', '#0f6d5f', [88.7, 27.4, 61.2, 32.1], '#0b6c5f'],
  ['uncoated', '#0f6d5f', [97.6, 0, 58.1, 52], '#3d7469'],
  ['coated', '#f8d7da', [4, 21.4, 8.2, 0], '#f3d6dd'],
  ['uncoated', '#f8d7da', [3.8, 19.9, 8.6, 0], '#f3d8dc'],
  ['coated', '#0000ff', [95, 87.1, 0, 0], '#3a4190'],
  ['uncoated', '#0000ff', [100, 68.2, 0, 0], '#4b6ca8'],
] as const

describe('a press', () => {
  it('agrees with values another program made of the same profile', () => {
    const found = KNOWN.map(([paper, hex, cmyk, printed]) => {
      const own = press(paper, { blackPoint: false })
      const inks = percent(own.cmykOf(hex))
      return {
        ...{ paper, hex, inks },
        ink: Math.max(...inks.map((part, i) => Math.abs(part - cmyk[i]!))),
        away: deltaE(own.printed(hex), printed),
      }
    })
    expect(found.filter(({ ink, away }) => ink > 1.5 || away > 1)).toEqual([])
  })
  it('leaves paper without ink, and never lays down more than its profile was made for', () => {
    for (const paper of PAPER_NAMES)
      for (const intent of ['relative', 'perceptual'] as const) {
        const own = press(paper, { intent })
        expect(inkOf(own.cmykOf('#ffffff'))).toBeLessThan(1)
        fc.assert(
          fc.property(anyHex, hex => {
            expect(inkOf(own.cmykOf(hex))).toBeLessThanOrEqual(PAPERS[paper].ink + 20) // between the places it was made at
          }),
          { numRuns: 60 },
        )
      }
  })
  it('gives back what it can print, and a duller one for what it cannot; less on uncoated paper', () => {
    const [coated, uncoated] = [press('coated'), press('uncoated')]
    expect(deltaE(coated.printed('#808080'), '#808080')).toBeLessThan(2)
    for (const hex of ['#00ff00', '#0000ff', '#ff00ff']) expect(deltaE(coated.printed(hex), hex)).toBeGreaterThan(10)
    const away = (own: Press): number =>
      ['#e07a5f', '#0f6d5f', '#c8102e', '#ffb000', '#2040c0', '#7a2a8a', '#101418'].reduce(
        (sum, hex) => sum + deltaE(own.printed(hex), hex),
        0,
      )
    expect(away(uncoated)).toBeGreaterThan(away(coated) * 1.3)
  })
  it('shows the tone of the paper only where the intent is the absolute one', () => {
    expect(press('coated').printed('#ffffff')).toBe('#ffffff')
    expect(press('coated', { intent: 'absolute', blackPoint: false }).printed('#ffffff')).not.toBe('#ffffff')
  })
  it('keeps black the darkest there is where that is asked for', () => {
    const lightness = (hex: string): number => parseInt(hex.slice(1, 3), 16)
    expect(lightness(press('uncoated').printed('#000000'))).toBeLessThan(20)
    expect(lightness(press('uncoated', { blackPoint: false }).printed('#000000'))).toBeGreaterThan(40)
  })
  it('refuses what is no CMYK profile', () => {
    expect(() => pressOf(engine, new Uint8Array(200), FIRST_PRINT)).toThrow('It is not a CMYK profile.')
  })
  it('has all its intents', () =>
    expect(INTENTS.map(intent => press('coated', { intent }).printed('#e07a5f'))).toHaveLength(4))
})

describe('a table of proofs', () => {
  it('says of any color what the press says, as near as the eye can tell', () => {
    const own = press('coated')
    const by = readProofTable(proofTable(own))
    fc.assert(
      fc.property(anyHex, hex => {
        expect(deltaE(by(hex), own.printed(hex))).toBeLessThan(2)
      }),
      { numRuns: 300 },
    )
  })
})
