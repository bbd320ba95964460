import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { readSvg } from './read'
import { themedSvg } from './themedSvg'
import { writeSvg } from './write'

const NAMES: Readonly<Record<string, string>> = { '#0f6d5f': 'deep-green', '#e07a5f': 'terracotta' }
const nameOf = (hex: string): string => NAMES[hex] ?? 'color'
const square = (body: string): string => `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 9 9">${body}</svg>`

it('declares every color once, under its name, and says it beside each use', () => {
  const reading = readSvg(
    square('<rect fill="#112233"/><path style="stroke:#445566" fill="none"/><circle fill="#112233"/>'),
  )
  const colors: Record<string, string> = { '#112233': '#0f6d5f', '#445566': '#e07a5f' }
  const { text, properties } = themedSvg(reading, ({ hex }) => colors[hex] ?? hex, nameOf)
  expect([...properties]).toEqual([
    ['--deep-green', '#0f6d5f'],
    ['--terracotta', '#e07a5f'],
  ])
  expect(text).toBe(
    square(
      '<style>:root{--deep-green:#0f6d5f;--terracotta:#e07a5f}</style><rect fill="var(--deep-green, #0f6d5f)"/>' +
        '<path style="stroke:var(--terracotta, #e07a5f)" fill="none"/><circle fill="var(--deep-green, #0f6d5f)"/>',
    ),
  )
})
it('numbers colors of one name, keeps what is transparent, gives what nobody wrote a property too', () => {
  const reading = readSvg(square('<rect/><rect fill="rgba(1,2,3,.5)"/>'))
  const { text, properties } = themedSvg(
    reading,
    ({ hex }) => hex,
    () => 'ink',
  )
  expect([...properties.keys()]).toEqual(['--ink', '--ink-2'])
  expect(text).toContain('rgb(from var(--ink')
  expect(text).toMatch(/^<svg fill="var\(--ink, #000000\)"/)
})
it('takes no name the file uses itself', () => {
  const reading = readSvg(square('<style>rect{--ink:#ff0000;fill:#112233}</style><rect/>'))
  const { properties } = themedSvg(
    reading,
    ({ hex }) => hex,
    () => 'ink',
  )
  expect([...properties.keys()]).not.toContain('--ink')
})
it('paints shapes touched up by hand with properties too', () => {
  const reading = readSvg(square('<rect fill="#112233"/>'))
  const { text } = themedSvg(reading, ({ hex }) => hex, nameOf, new Map([[1, { fill: '#e07a5f' }]]))
  expect(text).toContain('style="fill:var(--terracotta, #e07a5f)"')
})
it.each(['poster', 'badge', 'pictogram-ferry'])('reads back as what is written plainly: the demo’s %s', name => {
  const reading = readSvg(readFileSync(join(__dirname, `../../demo/artwork/${name}.svg`), 'utf8'))
  const invert = (hex: string): string => `#${(0xffffff - parseInt(hex.slice(1), 16)).toString(16).padStart(6, '0')}`
  const themed = readSvg(
    themedSvg(
      reading,
      ({ hex }) => invert(hex),
      () => 'ink',
    ).text,
  )
  const plain = readSvg(writeSvg(reading, ({ hex }) => invert(hex)))
  expect(new Set(themed.inks.map(({ hex }) => hex))).toEqual(new Set(plain.inks.map(({ hex }) => hex)))
})
