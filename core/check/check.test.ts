import fc from 'fast-check'
import { contrastOf } from '#core/color/contrast'
import { apply } from '#core/commands/commands'
import type { Project } from '#core/document/project'
import { findingsOf, fixesFor, isAside, seriousKeys } from './check'
import type { Finding, RuleName } from './finding'
import type { InkArea } from '#core/remap/inks'
import { stateOf } from './state'
import { anyHex, found, known, labelIn, look, ROLES } from './testing'

const of = (project: Project, rule: RuleName): Finding | undefined => found(project).find(each => each.rule === rule)
const fixes = (project: Project, rule: RuleName) => fixesFor(of(project, rule) as Finding, look(project), known, look)

const GOOD = ['#f8f4ea', '#202020', '#2e4f7f', '#e8b040']

describe('findings', () => {
  it('are none on a label in its own colors', () => expect(found(labelIn(GOOD))).toEqual([]))

  it('lettering under 4.5:1, cannot be read under 3:1', () => {
    const pale = of(labelIn(['#f8f4ea', '#b9b3a4', '#2e4f7f', '#e8b040']), 'lettering')
    expect(pale).toMatchObject({ severity: 'serious', swatches: ['s1', 's2'] })
    expect(pale?.words).toBe('Lettering in color 2 on color 1 is not legible.')
    expect(pale?.figure).toMatch(/^1\.\d:1, needs 4\.5:1$/)
    expect(pale?.inks).toEqual(['#202020', '#f8f4ea'])
    const large = of(labelIn(['#f8f4ea', '#858075', '#2e4f7f', '#e8b040']), 'lettering')
    expect(large).toMatchObject({ severity: 'doubtful' })
    expect(contrastOf('#f8f4ea', '#858075')).toBeGreaterThan(3)
  })
  it('pairs marked as lettering, or as none', () => {
    const pale = labelIn(['#f8f4ea', '#b9b3a4', '#2e4f7f', '#e8b040'])
    expect(
      of(apply(pale, { do: 'say lettering', key: 'lettering s1 s2', is: false }, known), 'lettering'),
    ).toBeUndefined()
    const band = labelIn(['#f8f4ea', '#202020', '#7f95b8', '#e8b040'])
    expect(of(band, 'lettering')?.swatches).not.toEqual(['s1', 's3'])
    expect(
      found(apply(band, { do: 'say lettering', key: 'lettering s1 s3', is: true }, known)).some(
        ({ key }) => key === 'lettering s1 s3',
      ),
    ).toBe(true)
  })
  it('areas that hardly part any more', () =>
    expect(
      found(labelIn(['#f8f4ea', '#202020', '#e0d8c8', '#e8b040'])).find(({ key }) => key === 'areas s1 s3')?.words,
    ).toBe('Areas in color 1 and color 3 blend together.'))
  it('neighbors that merge for a color-blind reader, and in gray', () => {
    const project = labelIn(['#f8f4ea', '#202020', '#c0504d', '#7f7a3a'])
    expect(of(project, 'vision')).toMatchObject({ swatches: ['s3', 's4'] })
    expect(of(project, 'vision')?.words).toContain('look alike to a reader who does not see')
    expect(of(labelIn(['#f8f4ea', '#202020', '#4a7fc0', '#a8764a']), 'values')).toMatchObject({
      swatches: ['s3', 's4'],
    })
  })
  it('a picture without lights and darks', () =>
    expect(of(labelIn(['#b8b0a0', '#a89880', '#8aa0b8', '#c0a060']), 'values')?.words).toContain('lacks clear lights'))
  it('an accent that is only another tone, colors nothing or covers too much', () => {
    expect(of(labelIn(['#f8f4ea', '#202020', '#2e4f7f', '#efe6cf']), 'accent')?.words).toContain('just another tone')
    const five = labelIn([...GOOD, '#d02060'], ['dominant', 'neutral', 'supporting', 'supporting', 'accent'])
    expect(of(five, 'accent')?.words).toContain('isn’t used')
    expect(of(labelIn(GOOD, ['accent', 'neutral', 'supporting', 'supporting']), 'accent')?.words).toContain('too much')
  })
  it('shares, what is unused, alike, loud, and the neutral', () => {
    const meant = apply(labelIn(GOOD), { do: 'share out', shares: { s1: 0.1, s3: 0.7 } }, known)
    expect(of(meant, 'shares')?.words).toMatch(
      /covers (more|less) than intended: (one ink alone covers \d+%|contrast keeps|no ink has)/,
    )
    const five = labelIn([...GOOD, '#e9b142'], [...ROLES, 'detail'])
    expect(of(five, 'unused')?.swatches).toEqual(['s5'])
    expect(of(five, 'alike')?.swatches).toEqual(['s4', 's5'])
    expect(of(labelIn(['#d01020', '#10a020', '#1030d0', '#e0c000']), 'loud')?.words).toContain('4 strong hues')
    expect(of(labelIn(['#d01020', '#10a020', '#1030d0', '#e0c000']), 'neutral')?.words).toContain('There is no neutral')
    expect(of(labelIn(['#2e4f7f', '#808080', '#f8f4ea', '#e8b040']), 'neutral')?.words).toContain(
      'a plain gray beside color 1',
    )
  })
  it('put aside stay so until their figures change', () => {
    const pale = labelIn(['#f8f4ea', '#b9b3a4', '#2e4f7f', '#e8b040'])
    const finding = of(pale, 'lettering') as Finding
    const aside = apply(
      pale,
      { do: 'put aside', key: finding.key, note: 'large only', measured: [...finding.measured] },
      known,
    )
    expect(isAside(of(aside, 'lettering') as Finding, aside)).toBe(true)
    const worse = apply(aside, { do: 'edit swatch', id: 's2', hex: '#d9d3c4' }, known)
    expect(isAside(of(worse, 'lettering') as Finding, worse)).toBe(false)
    expect(isAside(finding, apply(aside, { do: 'take up again', key: finding.key }, known))).toBe(false)
  })
})

describe('fixes', () => {
  it('make lettering read with the smallest change, and leave what is locked', () => {
    const pale = labelIn(['#f8f4ea', '#b9b3a4', '#2e4f7f', '#e8b040'])
    const [best] = fixes(pale, 'lettering')
    expect(best?.words).toBe('Make color 2 darker')
    const mended = apply(pale, (best as NonNullable<typeof best>).command, known)
    const [paper = '', letters = ''] = mended.scheme.map(({ hex }) => hex)
    expect(contrastOf(paper, letters)).toBeGreaterThanOrEqual(4.5)
    expect(contrastOf(paper, letters)).toBeLessThan(4.8) // no darker than it has to be
    const locked = apply(pale, { do: 'lock', id: 's2', locked: true }, known)
    expect(fixes(locked, 'lettering').every(({ words }) => !words.includes('color 2'))).toBe(true)
  })
  it('of any finding of any scheme really settle it, and bring no serious one', () => {
    fc.assert(
      fc.property(fc.array(anyHex, { minLength: 4, maxLength: 6 }), hexes => {
        const project = labelIn(hexes)
        const state = look(project)
        const serious = new Set(found(project).flatMap(({ severity, key }) => (severity === 'serious' ? [key] : [])))
        expect(new Set(seriousKeys(state))).toEqual(serious)
        for (const finding of findingsOf(state).slice(0, 4))
          for (const { command } of fixesFor(finding, state, known, look)) {
            const after = found(apply(project, command, known))
            expect(after.map(({ key }) => key)).not.toContain(finding.key)
            for (const each of after) if (each.severity === 'serious') expect(serious).toContain(each.key)
          }
      }),
      { numRuns: 25 },
    )
  })
})

describe('limits', () => {
  const one = (hexes: string[]): Project => labelIn(hexes)
  it.each([
    ['two swatches', ['#e07a5f', '#e07a60']],
    ['grays', ['#f0f0f0', '#808080', '#404040', '#000000']],
    ['blacks', ['#000000', '#000001', '#010000', '#000000']],
    ['twelve swatches', Array.from({ length: 12 }, (_, i) => `#${(i * 0x141414).toString(16).padStart(6, '0')}`)],
  ])('are found and mended in %s', (_, hexes) => {
    const project = one(hexes)
    for (const finding of found(project)) {
      expect(finding.words).toMatch(/\.$/)
      expect(finding.words + finding.figure).not.toMatch(/NaN|undefined|Infinity/)
      for (const { moves } of fixesFor(finding, look(project), known, look)) expect(moves).toBeGreaterThanOrEqual(0)
    }
  })
  it('nothing is found without inks, nor in a scheme that is locked, but what cannot be helped', () => {
    const project = one(['#f8f4ea', '#b9b3a4', '#2e4f7f', '#e8b040'])
    expect(findingsOf(stateOf(project, [], new Map())).every(({ inks }) => inks.length === 0)).toBe(true)
    const locked = project.scheme.reduce((now, { id }) => apply(now, { do: 'lock', id, locked: true }, known), project)
    for (const finding of found(locked))
      for (const { command } of fixesFor(finding, look(locked), known, look))
        expect(apply(locked, command, known).scheme.filter(({ locked: is }) => is)).toEqual(locked.scheme)
  })
  it('an ink that stays as its PDF has it is found where the paper cannot take it', () => {
    const project = one(['#f8f4ea', '#b9b3a4', '#2e4f7f', '#e8b040'])
    const printed: Project = {
      ...project,
      check: { ...project.check, print: { ...project.check.print, paper: 'coated', ink: 300 } },
    }
    const inks: InkArea[] = [
      { hex: '#100c0b', area: 0.5, inPdf: [{ space: 'cmyk', values: [0.9, 0.9, 0.8, 0.9] }] },
      { hex: '#806040', area: 0.5, inPdf: [{ space: 'cmyk', values: [0.9, 0.9, 0.8, 0.9] }] },
    ]
    const state = stateOf(printed, inks, new Map([['#806040', '#2e4f7f']]), {
      cmykOf: () => ({ c: 0, m: 0, y: 0, k: 0 }),
      printed: hex => hex,
      proof: colors => colors,
    })
    expect(findingsOf(state).filter(({ rule }) => rule === 'ink')).toEqual([
      expect.objectContaining({ inks: ['#100c0b'], figure: '350% in the file, limit 300%' }),
    ])
  })
  it('five thousand inks are looked through', () => {
    const inks: InkArea[] = Array.from({ length: 5000 }, (_, i) => ({
      hex: `#${(i * 3355).toString(16).padStart(6, '0')}`,
      area: 1 / 5000,
      beside: [[`#${(((i + 1) % 5000) * 3355).toString(16).padStart(6, '0')}`, 1 / 5000]],
    }))
    const project = one(['#f8f4ea', '#b9b3a4', '#2e4f7f', '#e8b040'])
    const colors = new Map(inks.map(({ hex }, i) => [hex, project.scheme[i % 4]?.hex ?? '']))
    const all = findingsOf(stateOf(project, inks, colors))
    expect(all.length).toBeGreaterThan(0)
    expect(new Set(all.map(({ key }) => key)).size).toBe(all.length)
  })
})
