import { cleanSvg } from '#core/svg/clean'
import { readSvg } from '#core/svg/read'
import { themedSvg } from '#core/svg/themedSvg'
import { Unreadable } from '#core/svg/unreadable'
import { screenSvg, writeSvg } from '#core/svg/write'
import { readColors } from '#core/formats/read/read'

/** Something that grows in one dimension: what of `n` there is. */
interface Dimension {
  kind: 'drawing' | 'list'
  name: string
  make: (n: number) => string
}

const SVG = 'xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink"'
const svg = (body: string, text = ''): string => `<svg ${SVG}${text}>${body}</svg>`
const times = (n: number, each: (i: number) => string, between = ''): string =>
  Array.from({ length: n }, (_, i) => each(i)).join(between)
const shapes = (n: number, text: (i: number) => string = () => ''): string =>
  times(n, i => `<path d="M0 0h9v9z"${text(i)}/>`)
const nested = (n: number, open: (i: number) => string, inside: string, close = '</g>'): string =>
  times(n, open) + inside + close.repeat(n)
const hex = (i: number): string => `#${((i * 2654435761) >>> 8).toString(16).padStart(6, '0').slice(-6)}`
const styled = (rules: string, body: string): string => svg(`<style>${rules}</style>${body}`)
const declared = (inside: string, body: string): string => `<!DOCTYPE svg [${inside}]>${svg(body)}`

const drawing = (name: string, make: (n: number) => string): Dimension => ({ kind: 'drawing', name, make })
const list = (name: string, make: (n: number) => string): Dimension => ({ kind: 'list', name, make })

/** Everything of a drawing and of a list that there can be much of. */
export const DIMENSIONS: readonly Dimension[] = [
  drawing('shapes', n => svg(shapes(n, i => ` fill="${hex(i % 64)}"`))),
  drawing('inks', n => svg(shapes(n, i => ` fill="${hex(i)}"`))),
  drawing('attributes of one element', n => svg(`<path fill="#123456" ${times(n, i => `a${i}="1"`, ' ')}/>`)),
  drawing('namespaces of one element', n => svg(`<g ${times(n, i => `xmlns:n${i}="urn:${i}"`, ' ')}/>`)),
  drawing('namespaces within one another', n => svg(nested(n, i => `<g xmlns:n${i}="urn:${i}">`, shapes(1)))),
  drawing('unbound prefixes', n => svg(shapes(n, i => ` p${i}:a="1"`))),
  drawing('groups within one another', n => svg(nested(n, () => '<g>', shapes(1)))),
  drawing('groups that each say a color', n => svg(nested(n, i => `<g fill="${hex(i)}">`, shapes(1)))),
  drawing('texts beside one another', n => svg(`<text>${'a<tspan>b</tspan>'.repeat(n)}</text>`)),
  drawing('pieces of one text', n => svg(`<text>${'a<!---->'.repeat(n)}</text>`)),
  drawing('pieces of one style', n => svg(`<style>${'.a<!---->{fill:red}<!---->'.repeat(n)}</style>${shapes(1)}`)),
  drawing('sections of character data', n => svg(`<style>${'<![CDATA[.a{fill:red}]]>'.repeat(n)}</style>`)),
  drawing('pieces of a style that reaches outside', n =>
    svg(`<style>${'.a{fill:url(//x.test/a)}<!---->'.repeat(n)}</style>`),
  ),
  drawing('comments', n => svg('<!-- a -->'.repeat(n))),
  drawing('instructions', n => svg('<?a b?>'.repeat(n))),
  drawing('linked sheets taken out', n => `${'<?xml-stylesheet href="x"?>\n'.repeat(n)}${svg(shapes(1))}`),
  drawing('scripts taken out', n => svg('\n<script/>'.repeat(n))),
  drawing('handlers taken out', n => svg(shapes(n, () => '\n onclick="x"'))),
  drawing('spaces before what is taken out', n => svg(`<g a="1"${' '.repeat(n)}onclick="x"/>`)),
  drawing('references outside', n => svg(shapes(n, () => ' fill="url(//x.test/a)"'))),
  drawing('entities', n =>
    declared(
      times(n, i => `<!ENTITY a${i} "#f00">`),
      shapes(n, i => ` fill="&a${i};"`),
    ),
  ),
  drawing('one entity used often', n => declared('<!ENTITY a "b">', `<text>${'&a;'.repeat(n)}</text>`)),
  drawing('entities that stand for nothing', n =>
    declared(`<!ENTITY a0 "">${times(14, i => `<!ENTITY a${i + 1} "${`&a${i};`.repeat(n)}">`)}`, '<text>&a14;</text>'),
  ),
  drawing('spaces in an ATTLIST', n => declared(`<!ATTLIST a ${' '.repeat(n)}`, '')),
  drawing('spaces in a whole ATTLIST', n => declared(`<!ATTLIST a ${' '.repeat(n)}b "c">`, '')),
  drawing('declarations of the heading', n =>
    declared(
      times(n, i => `<!ATTLIST a b${i} CDATA "c">`),
      '',
    ),
  ),
  drawing('comments of the heading', n => declared('<!-- a -->'.repeat(n), '')),
  drawing('references to characters', n => svg(`<path fill="#123456" id="${'&#97;'.repeat(n)}"/>`)),
  drawing('rules × elements, by class', n =>
    styled(
      times(n, i => `.c${i}{fill:${hex(i)}}`),
      shapes(n, i => ` class="c${i}"`),
    ),
  ),
  drawing('rules × elements, one class', n =>
    styled(
      times(n, () => '.c{fill:red}'),
      shapes(n, () => ' class="c"'),
    ),
  ),
  drawing('rules × elements, every element', n =>
    styled(
      times(n, i => `*{fill:${hex(i)}}`),
      shapes(n),
    ),
  ),
  drawing('rules × elements, by attribute', n =>
    styled(
      times(n, i => `[a="${i}"]{fill:${hex(i)}}`),
      shapes(n, i => ` a="${i}"`),
    ),
  ),
  drawing('rules × elements, within', n =>
    styled(
      times(n, i => `.a${i} path{fill:${hex(i)}}`),
      shapes(n),
    ),
  ),
  drawing('rules × depth, within', n => styled('.a path{fill:red}', svgDeep(n))),
  drawing('parts of one selector × depth', n =>
    styled(
      `${'g '.repeat(n)} rect{fill:red}`,
      nested(n, () => '<g>', shapes(1)),
    ),
  ),
  drawing(':nth-child × siblings', n => styled('path:nth-child(3n){fill:red}', shapes(n))),
  drawing(':nth-last-of-type × siblings', n => styled('path:nth-last-of-type(3n){fill:red}', shapes(n))),
  drawing('siblings after', n => styled('.a ~ path{fill:red}', shapes(n))),
  drawing(':has × elements', n =>
    styled(
      'g:has(.a){fill:red}',
      nested(n, () => '<g>', shapes(1)),
    ),
  ),
  drawing(':not and :is × elements', n => styled('path:not(:is(.a,.b,[c])){fill:red}', shapes(n))),
  drawing('selectors of one rule', n =>
    styled(
      `${times(n, i => `.c${i}`, ',')}{fill:red}`,
      shapes(n, i => ` class="c${i}"`),
    ),
  ),
  drawing('classes of one element', n =>
    styled('.c1{fill:red}', `<path d="M0 0h9" class="${times(n, i => `c${i}`, ' ')}"/>`),
  ),
  drawing('declarations of one rule', n =>
    styled(
      `.a{${'fill:red;'.repeat(n)}}`,
      shapes(1, () => ' class="a"'),
    ),
  ),
  drawing('declarations × elements', n =>
    styled(
      `.a{${'fill:red;'.repeat(n)}}`,
      shapes(n, () => ' class="a"'),
    ),
  ),
  drawing('declarations of one style', n => svg(`<path d="M0 0h9" style="${'fill:red;'.repeat(n)}"/>`)),
  drawing('comments of one style', n => svg(`<path d="M0 0h9" style="fill:${'/**/'.repeat(n)}red"/>`)),
  drawing('brackets of one style', n => svg(`<path d="M0 0h9" style="fill:${'('.repeat(n)}"/>`)),
  drawing('broken rules', n => styled('a{b{c{'.repeat(n), shapes(1))),
  drawing('conditions within one another', n =>
    styled(`${'@media all{'.repeat(n)}.a{fill:red}${'}'.repeat(n)}`, shapes(1)),
  ),
  drawing('sheets', n => svg('<style>.a{fill:red}</style>'.repeat(n) + shapes(1, () => ' class="a"'))),
  drawing('custom properties of one element', n =>
    svg(`<path d="M0 0h9" style="${times(n, i => `--a${i}:${hex(i)};`)}fill:var(--a3)"/>`),
  ),
  drawing('custom properties × depth', n =>
    svg(nested(n, i => `<g style="--a${i}:${hex(i)}">`, '<path d="M0 0h9" fill="var(--a3)"/>')),
  ),
  drawing('custom properties that lead to one another', n =>
    svg(`<path d="M0 0h9" style="--a0:red;${times(n, i => `--a${i + 1}:var(--a${i});`)}fill:var(--a${n})"/>`),
  ),
  drawing('fallbacks within one another', n =>
    svg(`<path d="M0 0h9" fill="${'var(--a,'.repeat(n)}red${')'.repeat(n)}"/>`),
  ),
  drawing('paint servers that fall back', n => svg(`<path d="M0 0h9" fill="${'url(#a) '.repeat(n)}red"/>`)),
  drawing('stops of one gradient', n =>
    svg(
      `<linearGradient id="a">${times(n, i => `<stop offset="${i / n}" stop-color="${hex(i)}"/>`)}</linearGradient>` +
        shapes(1, () => ' fill="url(#a)"'),
    ),
  ),
  drawing('gradients', n =>
    svg(
      times(
        n,
        i =>
          `<linearGradient id="a${i}"><stop stop-color="${hex(i)}"/></linearGradient><path d="M0 0h9" fill="url(#a${i})"/>`,
      ),
    ),
  ),
  drawing('gradients that lead to one another', n =>
    svg(
      `${times(n, i => `<linearGradient id="a${i}" xlink:href="#a${i + 1}"/>`)}<linearGradient id="a${n}"><stop/></linearGradient>` +
        shapes(n, i => ` fill="url(#a${i})"`),
    ),
  ),
  drawing('shapes painted by one gradient', n =>
    svg(
      `<linearGradient id="a">${times(n, i => `<stop stop-color="${hex(i)}"/>`)}</linearGradient>${shapes(n, () => ' fill="url(#a)"')}`,
    ),
  ),
  drawing('patterns within one another', n =>
    svg(
      `${times(n, i => `<pattern id="a${i}"><path d="M0 0h9" fill="url(#a${i + 1})"/></pattern>`)}<path d="M0 0h9" fill="url(#a0)"/>`,
    ),
  ),
  drawing('markers within one another', n =>
    svg(
      times(n, i => `<marker id="a${i}"><path d="M0 0h9" marker-mid="url(#a${i + 1})"/></marker>`) +
        shapes(1, () => ' marker-mid="url(#a0)"'),
    ),
  ),
  drawing('masks within one another', n => svg(nested(n, () => '<mask>', shapes(1), '</mask>'))),
  drawing('masks', n => svg(times(n, i => `<mask id="a${i}">${shapes(1)}</mask>`))),
  drawing('uses', n => svg(`<g id="a">${shapes(1)}</g>${'<use xlink:href="#a"/>'.repeat(n)}`)),
  drawing('uses in many colors', n =>
    svg(`<g id="a">${shapes(9)}</g>${times(n, i => `<use xlink:href="#a" fill="${hex(i)}"/>`)}`),
  ),
  drawing('uses of uses, twice each', n =>
    svg(
      `<g id="a0">${shapes(1)}</g>` +
        times(n, i => {
          const use = `<use xlink:href="#a${i}"/><use fill="${hex(i)}" xlink:href="#a${i}"/>`
          return `<g id="a${i + 1}" fill="${hex(i)}">${use}</g>`
        }),
    ),
  ),
  drawing('steps of one filter', n =>
    svg(
      `<filter id="a">${times(n, i => `<feFlood flood-color="${hex(i)}"/><feColorMatrix/>`)}</filter><path d="M0 0h9" filter="url(#a)"/>`,
    ),
  ),
  drawing('inputs of one filter', n =>
    svg(
      `<filter id="a">${times(n, i => `<feFlood result="r${i}"/>`)}` +
        `<feMerge>${times(n, i => `<feMergeNode in="r${i}"/>`)}</feMerge><feColorMatrix values="0"/></filter>` +
        shapes(1, () => ' filter="url(#a)"'),
    ),
  ),
  drawing('colors of one animation', n =>
    svg(`<path d="M0 0h9"><animate attributeName="fill" values="${times(n, hex, ';')}"/></path>`),
  ),
  drawing('pictures', n => svg(times(n, i => `<image href="data:image/png;base64,iVBOR${i}"/>`))),
  drawing('one picture', n => svg(`<image href="data:image/png;base64,${'iVBO'.repeat(n)}"/>`)),
  drawing('points of one path', n => svg(`<path d="M0 0${'L1 1'.repeat(n)}"/>`)),
  drawing('names declared twice', n => svg(shapes(n, () => ' id="a"'))),
  drawing('letters of one color', n => svg(`<path d="M0 0h9" fill="rgb(${' '.repeat(n)}1,2,3)"/>`)),
  drawing('escapes of one style', n => svg(`<path d="M0 0h9" style="fill:${'\\72 '.repeat(n)}"/>`)),
  drawing('important declarations', n => svg(`<path d="M0 0h9" style="fill:red${' !important'.repeat(n)}"/>`)),
  list('dashes', n => `--${'-'.repeat(n)}`),
  list('dashes and a bracket', n => `a{--${'-'.repeat(n)}`),
  list('letters and spaces', n => `x${' '.repeat(n)}`),
  list('letters and spaces between', n => 'x '.repeat(n)),
  list('brackets and colons', n => `{${':'.repeat(n)}`),
  list('many brackets and colons', n => '{:::'.repeat(n)),
  list('empty lines', n => '\n'.repeat(n)),
  list('lines', n => times(n, i => `sand ${i} ${hex(i)}`, '\n')),
  list('codes in one line', n => times(n, hex, ' ')),
  list('codes and names in one line', n => times(n, i => `sand ${hex(i)}`, ', ')),
  list('words in one line', n => times(n, () => 'red', ', ')),
  list('notations in one line', n => times(n, i => `rgb(${i % 256},2,3) C:1 M:2 Y:3 K:4 HSB 1 2 3`, ' ')),
  list('marks in one line', n => `${'-'.repeat(n)}#aabbcc${'-'.repeat(n)}x`),
  list('marks and letters in one line', n => `#aabbcc ${'- a'.repeat(n)}`),
  list('digits in one line', n => '1'.repeat(n)),
  list('columns of a table', n => `${times(n, i => `c${i}`, ',')}\n${times(n, hex, ',')}`),
  list('columns of names', n => `name,${times(n, i => `c${i}`, ',')}\nsand,${times(n, () => 'x', ',')}`),
  list('rows of a table', n => `name,hex\n${times(n, i => `sand ${i},${hex(i)}`, '\n')}`),
  list('quotes of a table', n => `name,hex\n"${'""'.repeat(n)}",#aabbcc`),
  list('rules of a sheet', n => times(n, i => `.a${i}{color:${hex(i)}}`)),
  list('custom properties', n => `:root{${times(n, i => `--a${i}:${hex(i)};`)}}`),
  list('custom properties with remarks', n => `:root{\n${times(n, i => `--a${i}: ${hex(i)}; /* sand ${i} */\n`)}}`),
  list('values of one property', n => `a{color:${times(n, hex, ' ')}}`),
  list('selectors of one rule', n => `${times(n, i => `.a${i}`, ',')}{color:red}`),
  list('rules within one another', n => `${'a{'.repeat(n)}color:red${'}'.repeat(n)}`),
  list('brackets of one value', n => `a{color:${'('.repeat(n)}}`),
  list('variables of a dialect', n => times(n, i => `$a${i}: ${hex(i)};\n`)),
  list('comments of a sheet', n => `a{color:red}${'/* a */'.repeat(n)}`),
  list('comments never closed', n => `a{color:red}${'/* '.repeat(n)}`),
  list('members of a document', n => `{${times(n, i => `"a${i}":"${hex(i)}"`, ',')}}`),
  list('arrays within one another', n => '['.repeat(n) + ']'.repeat(n)),
  list('members within one another', n => `${'{"a":'.repeat(n)}"#aabbcc"${'}'.repeat(n)}`),
  list('elements of an array', n => `[${times(n, i => `"${hex(i)}"`, ',')}]`),
  list(
    'tokens that lead to one another',
    n => `{${times(n, i => `"a${i}":{"$type":"color","$value":"{a${i + 1}}"}`, ',')},"a${n}":{"$value":"#aabbcc"}}`,
  ),
  list('parts of one alias', n => `{"a":{"$value":"{${'a.'.repeat(n)}b}"}}`),
  list('shapes of a swatch sheet', n =>
    svg(times(n, i => `<rect x="${i * 9}" width="8" height="8" fill="${hex(i)}"/>`)),
  ),
  list('shapes and words of a swatch sheet', n =>
    svg(
      times(n, i => `<rect x="${i * 9}" width="8" height="8" fill="${hex(i)}"/><text x="${i * 9}" y="12">a${i}</text>`),
    ),
  ),
  list('styles of a swatch sheet', n => svg(`<rect style="${'a:b;'.repeat(n)}fill:red" width="9" height="9"/>`)),
  list('groups of a swatch sheet', n => svg(nested(n, () => '<g fill="red">', '<rect width="9" height="9"/>'))),
]

function svgDeep(n: number): string {
  return nested(n, () => '<g>', shapes(n))
}

const take = ({ kind, make }: Dimension, n: number): (() => string) => {
  const text = make(n)
  if (kind === 'list') return () => (readColors(text), 'read')
  return () => {
    try {
      const reading = readSvg(cleanSvg(text).markup)
      writeSvg(reading, ({ hex: color }) => `#${color.slice(3)}${color.slice(1, 3)}`)
      screenSvg(reading)
      themedSvg(
        reading,
        ink => ink.hex,
        color => color.slice(1),
      )
      return 'read'
    } catch (error) {
      if (error instanceof Unreadable) return error.message
      throw error
    }
  }
}

/** The least of a few runs, in milliseconds: noise only ever adds. */
const timed = (work: () => string, runs: number): number => {
  let min = Infinity
  for (let i = 0; i < runs; i++) {
    globalThis.gc?.()
    const start = performance.now()
    work()
    min = Math.min(min, performance.now() - start)
  }
  return min
}

/** Time it takes to begin with, in milliseconds, so that what is constant does not hide what grows. */
const ENOUGH = 30
/** The largest text made, in characters: a drawing may have 20 MB, a list 2. */
const LARGEST = { drawing: 16e6, list: 1.8e6 }

/** Growth of the time with one dimension: the exponent over two doublings, and the outcome at the end. */
export const growthOf = (dimension: Dimension): { n: number; ms: number; exponent: number; text: string } => {
  let n = 64
  let ms = timed(take(dimension, n), 2)
  while (ms < ENOUGH && dimension.make(n * 8).length < LARGEST[dimension.kind]) {
    n *= 2
    ms = timed(take(dimension, n), 2)
  }
  ms = timed(take(dimension, n), 4)
  const last = take(dimension, n * 4)
  const max = timed(last, 3)
  return { n, ms: max, exponent: Math.log2(max / ms) / 2, text: last() }
}
