import { generate, parse, walk, type CssNode } from 'css-tree'
import { css } from '../../color/parse'
import type { ReadColor } from './readColor'

const COLOR_FUNCTIONS = /^(rgba?|hsla?|hwb|lab|lch|oklab|oklch|color)$/i

/** What a property is called as a swatch: a custom property without its dashes, anything else by its rule. */
const nameOf = (property: string, rule: string): string =>
  (property.startsWith('--') ? property.slice(2).replace(/^(?:colou?r|clr)[-_]/i, '') : rule.replace(/^[.#]/, ''))
    .replace(/[-_]+/g, ' ')
    .trim()

/** The colors a style sheet says, in its order; custom properties and variables of its dialects give their names. */
export const colorsInCss = (text: string): ReadColor[] => {
  const colors: ReadColor[] = []
  const take = (value: string, name: string): void => {
    const color = css(value)
    if (color && color.alpha > 0) colors.push({ hex: color.hex, name: name || null })
  }
  const dialect = text.replace(/^(\s*)[$@]([\w-]+)(\s*:)/gm, '$1--$2$3') // $sand: … and @sand: … are custom properties elsewhere
  const declared = dialect === text || text.includes('{') ? dialect : `:root{${dialect}}`
  const tree = parse(declared, { parseCustomProperty: true, onParseError: () => {} })
  let rule = ''
  walk(tree, {
    enter: (node: CssNode) => {
      if (node.type === 'Rule') rule = generate(node.prelude)
      if (node.type !== 'Declaration') return
      const name = nameOf(node.property, rule)
      if (node.value.type === 'Raw') return take(node.value.value.trim(), name)
      walk(node.value, {
        enter: (part: CssNode) => {
          if (part.type === 'Hash') take(`#${part.value}`, name)
          else if (part.type === 'Function' && COLOR_FUNCTIONS.test(part.name)) take(generate(part), name)
          else if (part.type === 'Identifier' && /color|background|fill|stroke|border|^--/i.test(node.property))
            take(part.name, name)
        },
      })
    },
  })
  return colors
}
