import { apply, NOTHING_KNOWN } from '#core/commands/commands'
import type { Artwork } from '#core/document/artwork'
import type { PublicationPut } from '#core/document/publication'
import { derivedFrom } from '#core/interaction/testing'
import { NOW } from './options'
import { changeWords, publicationFiles, publishedLook, swatchChanges, wantedOf } from './publication'

const artwork = ['Poster', 'Arrow'].map(
  (name, i): Artwork => ({
    ...{ id: `a${i}`, name, kind: 'svg', width: 400, height: 300, hash: `${i}`.repeat(64) },
    ...(i ? { folder: 'Icons' } : {}),
  }),
)
const project = { ...derivedFrom('#0f6d5f', { kind: 'triadic', spread: 0, count: 4 }), artwork }
const put = (more: Partial<PublicationPut> = {}): PublicationPut => ({
  ...{ title: 'Kites', look: NOW, artwork: null, svg: 'tokens', ladders: false },
  ...more,
})
const swatch = (id: string, name: string, hex: string) => ({ id, name, hex, role: 'accent' as const, share: 0.2 })

describe('a publication', () => {
  it('has the scheme under paths that stay, whatever the project is called, and artwork in its folders', () => {
    const paths = (name: string): string[] => {
      const named = { ...project, name }
      return publicationFiles(named, wantedOf(named, put())).map(({ path }) => path)
    }
    expect(paths('Kites')).toEqual([
      ...['artwork/poster.svg', 'artwork/icons/arrow.svg'],
      ...['scheme.css', 'scheme.theme.css', 'scheme.tokens.json', 'roles.css'],
    ])
    expect(paths('Something else')).toEqual(paths('Kites'))
  })
  it('is of the artwork that is chosen, or of all there is when it is published', () => {
    expect(publicationFiles(project, wantedOf(project, put({ artwork: ['a1'] })))[0]?.path).toBe(
      'artwork/icons/arrow.svg',
    )
    const grown = { ...project, artwork: [...artwork, { ...(artwork[0] as Artwork), id: 'a9', name: 'New' }] }
    expect(publicationFiles(grown, wantedOf(grown, put())).map(({ path }) => path)).toContain('artwork/new.svg')
  })
  it('shows the swatches of its colorway as it was frozen; none where that is gone', () => {
    const frozen = apply(project, { do: 'freeze', name: 'Dawn', time: '2026-11-26T10:00:00.000Z' }, NOTHING_KNOWN)
    const [colorway] = frozen.lineUp.colorways
    expect(publishedLook(frozen, { look: colorway?.id ?? '' })).toMatchObject({
      name: 'Dawn',
      swatches: project.scheme.map(({ hex }) => ({ hex })),
    })
    expect(publishedLook(project, { look: 'gone' })).toBeNull()
  })
})

describe('what a version changes', () => {
  const before = [swatch('s1', 'Rose', '#e07a5f'), swatch('s2', 'Ice', '#dfeaf2'), swatch('s3', 'Gray', '#888888')]
  it('is listed by swatch, known by their ids whatever they are called and in whatever order', () => {
    const after = [swatch('s3', 'Gray', '#888888'), swatch('s1', 'Brick', '#d0694e'), swatch('s4', 'Moss', '#445533')]
    expect(swatchChanges(before, after)).toEqual({
      added: ['Moss'],
      removed: ['Ice'],
      changed: [{ name: 'Brick', before: 'Rose', from: '#e07a5f', to: '#d0694e' }],
    })
    expect(swatchChanges(before, before.toReversed())).toEqual({ added: [], removed: [], changed: [] })
    const renamed = swatchChanges(before, [swatch('s1', 'Blush', '#e07a5f'), ...before.slice(1)])
    expect(renamed.changed).toEqual([{ name: 'Blush', before: 'Rose', from: '#e07a5f', to: '#e07a5f' }])
  })
  it('is described in words, as long as one reads', () => {
    const none = { added: [], removed: [], changed: [] }
    expect(
      changeWords({
        swatches: {
          added: ['Moss'],
          removed: ['Ice'],
          changed: [{ name: 'Rose', before: 'Rose', from: '#e07a5f', to: '#d0694e' }],
        },
        files: { added: 0, changed: 12, removed: 1 },
      }),
    ).toBe('Rose #e07a5f → #d0694e; added Moss; removed Ice; 12 files changed, 1 removed')
    expect(changeWords({ swatches: none, files: { added: 1, changed: 0, removed: 0 } })).toBe('1 file added')
    expect(changeWords({ swatches: none, files: { added: 0, changed: 0, removed: 0 } })).toBe('')
    const renamed = [
      { name: 'Brick', before: 'Rose', from: '#e07a5f', to: '#d0694e' },
      { name: 'Blush', before: 'Rose', from: '#e07a5f', to: '#e07a5f' },
    ]
    expect(changeWords({ swatches: { ...none, changed: renamed }, files: { added: 0, changed: 0, removed: 0 } })).toBe(
      'Rose #e07a5f → Brick #d0694e; Rose → Blush',
    )
    const many = Array.from({ length: 7 }, (_, i) => `S${i}`)
    const changed = many.map(name => ({ name, before: name, from: '#000000', to: '#ffffff' }))
    const words = changeWords({
      swatches: { added: many, removed: [], changed },
      files: { added: 0, changed: 0, removed: 0 },
    })
    expect(words).toContain('3 more swatches changed; added S0, S1, S2 and 4 more')
  })
})
