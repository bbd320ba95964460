import { nextPiece, piecesWith } from './pieces'

const ink = (hex: string, ...beside: string[]) => ({
  ...{ hex, area: 0.5 },
  beside: beside.map(other => [other, 0.2] as const),
})
const PIECES = [
  { id: 'touching', inks: [ink('#111111', '#eeeeee'), ink('#eeeeee')] },
  { id: 'apart', inks: [ink('#111111'), ink('#eeeeee')] },
  { id: 'same', inks: [ink('#111111', '#222222'), ink('#222222')] },
  { id: 'other', inks: [ink('#ff0000')] },
  { id: 'unknown', inks: [] },
]
const swatchOf = (_: string, hex: string): string | null =>
  hex === '#eeeeee' ? 'light' : hex === '#ff0000' ? null : 'dark'

describe('the pieces a finding holds in', () => {
  it('are, of two swatches, those in which inks of both touch', () => {
    const finding = { swatches: ['dark', 'light'], inks: ['#111111', '#222222', '#eeeeee'] }
    expect(piecesWith(finding, PIECES, swatchOf)).toEqual(['touching'])
  })
  it('are, of one swatch, those that have an ink of it; none of what has no inks', () => {
    expect(piecesWith({ swatches: ['dark'], inks: ['#111111'] }, PIECES, swatchOf)).toEqual([
      'touching',
      'apart',
      'same',
    ])
    expect(piecesWith({ swatches: ['dark'], inks: [] }, PIECES, swatchOf)).toEqual([])
  })
  it('heed what one piece does by itself', () => {
    const finding = { swatches: ['dark', 'light'], inks: ['#111111', '#eeeeee'] }
    const alike = (piece: string, hex: string) => (piece === 'touching' ? 'dark' : swatchOf(piece, hex))
    expect(piecesWith(finding, PIECES, alike)).toEqual([])
  })
  it('are gone through one after the other, round and round, from where one is', () => {
    const ids = ['a', 'b', 'c']
    expect([nextPiece(ids, 'a', 1), nextPiece(ids, 'c', 1), nextPiece(ids, 'a', -1)]).toEqual(['b', 'a', 'c'])
    expect([nextPiece(ids, 'x', 1), nextPiece(ids, null, -1), nextPiece([], 'a', 1)]).toEqual(['a', 'c', null])
  })
})
