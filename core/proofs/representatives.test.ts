import type { Artwork } from '#core/document/artwork'
import { MAX_REPRESENTATIVES, representativePieces } from './representatives'

const art = (id: string, represents?: true): Artwork => ({
  ...{ id, kind: 'svg', name: id, hash: '0'.repeat(64), width: 10, height: 10 },
  ...(represents ? { represents } : {}),
})
const inks = (...hexes: string[]) => hexes.map(hex => ({ hex, area: 1 / hexes.length }))

describe('the pieces that stand for a set', () => {
  it('are all where they are few', () => {
    const few = [art('a'), art('b')]
    expect(representativePieces(few, () => [])).toEqual(few)
  })
  it('are those whose inks differ most, once each kind, in the order of the set', () => {
    const kinds = ['#101010', '#f0f0f0', '#d03030', '#3050d0']
    const many = Array.from({ length: 80 }, (_, i) => art(`p${i}`))
    const inksOf = ({ id }: Artwork) => {
      const n = Number(id.slice(1))
      // nearly all are dark; three pieces are of other kinds
      return inks(n === 17 ? kinds[1]! : n === 40 ? kinds[2]! : n === 63 ? kinds[3]! : `#10101${n % 10}`)
    }
    expect(representativePieces(many, inksOf, 4).map(({ id }) => id)).toEqual(['p0', 'p17', 'p40', 'p63'])
  })
  it('heed how much each ink covers', () => {
    const many = Array.from({ length: 12 }, (_, i) => art(`p${i}`))
    const inksOf = ({ id }: Artwork) => [
      { hex: '#ffffff', area: id === 'p7' ? 0.1 : 0.9 },
      { hex: '#0f6d5f', area: id === 'p7' ? 0.9 : 0.1 },
      ...(id === 'p3' ? [{ hex: '#e07a5f', area: 0.001 }] : []),
    ]
    expect(representativePieces(many, inksOf, 2).map(({ id }) => id)).toEqual(['p0', 'p7'])
    expect(representativePieces(many, inksOf, 3).map(({ id }) => id)).toEqual(['p0', 'p3', 'p7'])
  })
  it('are those somebody chose', () => {
    const many = Array.from({ length: 80 }, (_, i) => art(`p${i}`, i === 5 || i === 9 ? true : undefined))
    expect(representativePieces(many, () => inks('#ffffff')).map(({ id }) => id)).toEqual(['p5', 'p9'])
    expect(
      representativePieces(
        many.map(each => art(each.id, true)),
        () => [],
      ),
    ).toHaveLength(MAX_REPRESENTATIVES)
  })
  it('are as many as asked for where nothing is known of the inks, and where all are the same', () => {
    const many = Array.from({ length: 30 }, (_, i) => art(`p${i}`))
    for (const inksOf of [() => [], () => inks('#808080')]) {
      const found = representativePieces(many, inksOf)
      expect(new Set(found).size).toBe(MAX_REPRESENTATIVES)
    }
  })
})
