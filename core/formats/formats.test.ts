import { keyOf, toCss, toText, toTokens } from './formats'

const colors = [
  { name: 'deep blue', hex: '#2e4f7f', role: 'dominant' },
  { name: 'Deep Blue', hex: '#334455' },
  { name: '★', hex: '#ffffff' },
]

it('writes CSS custom properties, each name once', () =>
  expect(toCss('Kites */ 1', colors)).toBe(
    '/* Kites * / 1 */\n:root {\n  --deep-blue: #2e4f7f;\n  --deep-blue-2: #334455;\n  --color: #ffffff;\n}\n',
  ))

it('writes design tokens with sRGB components and hex', () =>
  expect(JSON.parse(toTokens('Kite festival', colors.slice(0, 1)))).toEqual({
    'kite-festival': {
      '$type': 'color',
      'deep-blue': {
        $value: { colorSpace: 'srgb', components: [0.18039, 0.3098, 0.49804], alpha: 1, hex: '#2e4f7f' },
        $description: 'dominant',
      },
    },
  }))

it('writes plain text, a swatch a line', () => expect(toText(colors.slice(0, 1))).toBe('#2e4f7f\tdeep blue\n'))

it.each([
  ['Blå  hav!', 'bla-hav'],
  ['--x--', 'x'],
  ['', 'color'],
])('makes “%s” the key %s', (name, key) => expect(keyOf(name)).toBe(key))
