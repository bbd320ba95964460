import fc from 'fast-check'
import { fileNameOf, displayTitle } from './fileName'

it.each([
  ['Festival poster', 'festival-poster'],
  ['凧祭りのポスター', '凧祭りのポスター'],
  ['Плакат фестиваля', 'плакат-фестиваля'],
  ['مهرجان', 'مهرجان'],
  ['Café de la mer', 'café-de-la-mer'],
  ['a/b\\c: "d" <e>?*|', 'a-b-c-d-e'],
  ['..hidden..', 'hidden'],
  ['CON', '_con'],
  ['nul.svg', '_nul.svg'],
  ['?', ''],
  ['line\nbreak\u0000', 'line-break'],
])('names the file of “%s” “%s”', (title, name) => expect(fileNameOf(title)).toBe(name))

it('is a name that every file system takes, for any title', () =>
  fc.assert(
    fc.property(fc.string({ unit: 'binary', maxLength: 300 }), title => {
      const name = fileNameOf(title)
      expect(new TextEncoder().encode(name).length).toBeLessThanOrEqual(201)
      expect(name).not.toMatch(/[<>:"/\\|?*\u0000-\u001f]|^\.|\.$|^\s|\s$/)
    }),
  ))

it.each([
  ['Burger_Linda_Kim', 'Burger Linda Kim'],
  ['burger_linda-kim.ai.svg', 'burger linda kim'],
  ['Kite festival, A3-poster', 'Kite festival, A3-poster'],
  ['St. Ives', 'St. Ives'],
  ['  two   words ', 'two words'],
  ['___', '___'],
  ['海報_最終版.svg', '海報 最終版'],
  ['.svg', '.svg'],
])('“%s” is shown as “%s”', (name, title) => expect(displayTitle(name)).toBe(title))
