import { rgbOf, type Hex } from '../color/convert'
import { numbered } from '../color/name'

/** A swatch as it leaves the house. */
export interface NamedColor {
  name: string
  hex: Hex
  role?: string
}

/** A name as a key: lower case, letters and digits joined by hyphens; `color` where nothing is left. */
export const keyOf = (name: string): string =>
  name
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '') || 'color'

const keyed = (colors: readonly NamedColor[]): Array<NamedColor & { key: string }> => {
  const keys = numbered(colors.map(({ name }) => keyOf(name)))
  return colors.map((color, i) => ({ ...color, key: keyOf(keys[i] as string) }))
}

/** CSS custom properties on `:root`, one a swatch. */
export const toCss = (title: string, colors: readonly NamedColor[]): string =>
  [
    `/* ${title.replace(/\*\//g, '* /')} */`,
    ':root {',
    ...keyed(colors).map(({ key, hex }) => `  --${key}: ${hex};`),
    '}',
    '',
  ].join('\n')

/**
 * A W3C Design Tokens document (Format Module 2025.10) with one color token a swatch, in a group of the scheme's name.
 */
export const toTokens = (title: string, colors: readonly NamedColor[]): string => {
  const tokens = Object.fromEntries(
    keyed(colors).map(({ key, hex, role }) => {
      const { r, g, b } = rgbOf(hex)
      const components = [r, g, b].map(value => Math.round(value * 1e5) / 1e5)
      return [
        key,
        { $value: { colorSpace: 'srgb', components, alpha: 1, hex }, ...(role ? { $description: role } : {}) },
      ]
    }),
  )
  return `${JSON.stringify({ [keyOf(title)]: { $type: 'color', ...tokens } }, null, 2)}\n`
}

/** One line a swatch: the hex code, a tab, the name. */
export const toText = (colors: readonly NamedColor[]): string =>
  colors.map(({ hex, name }) => `${hex}\t${name}\n`).join('')
