import type { CssNode } from 'css-tree'
import generate from 'css-tree/generator'
import parse from 'css-tree/parser'
import walk from 'css-tree/walker'
import { depthOf } from '#core/svg/cssDepth'
import { css } from '#core/color/parse'
import { RUNG, readRoleAndShare, type ReadColor } from './readColor'

const COLOR_FUNCTIONS = /^(rgba?|hsla?|hwb|lab|lch|oklab|oklch|color)$/i

/** Name of a property as a swatch: a custom property without its dashes, anything else by its rule. */
const nameOf = (property: string, rule: string): string =>
  (property.startsWith('--') ? property.slice(2).replace(/^(?:colou?r|clr)[-_]/i, '') : rule.replace(/^[.#]/, ''))
    .replace(/[-_]+/g, ' ')
    .trim()

/** A custom property of one line, with the remark behind it. */
const REMARKED = /^[ \t]*(--[\w-]+):[ \t]*[^;{}\n]{1,200};[ \t]*\/\*([^\n]*)\*\/[ \t]*$/

/** The longest line that is looked through for a remark, in characters. */
const MAX_LINE_LENGTH = 1000

/** Reads a remark: the name, and behind it maybe role and share; null where it is of a rung. */
const readRemark = (remark: string): (Partial<ReadColor> & { name: string }) | null => {
  const words = remark.replace(/\*\u200B\//g, '*/')
  const parts = words.split(' · ')
  const standing = readRoleAndShare(parts.at(-2), parts.at(-1))
  if (standing.role && standing.share !== undefined) return { name: parts.slice(0, -2).join(' · '), ...standing }
  return RUNG.test(remark) ? null : { name: words }
}

/** The remarks of custom properties by their names: how this program writes what swatches are really called. */
const readRemarks = (text: string): Map<string, ReturnType<typeof readRemark>> =>
  new Map(
    text.split('\n').flatMap(line => {
      const [, property, remark] = (line.length <= MAX_LINE_LENGTH && REMARKED.exec(line)) || []
      return property && remark !== undefined ? [[property, readRemark(remark.replace(/^[ \t]+|[ \t]+$/g, ''))]] : []
    }),
  )

/** Maximum depth to which rules and brackets stand within one another. */
const DEEPEST = 100
/** The longest selector a color is named by, in characters. */
const MAX_NAME_LENGTH = 200

/** The colors a style sheet says, in its order; custom properties and variables of its dialects give their names. */
export const colorsInCss = (text: string): ReadColor[] => {
  const colors: ReadColor[] = []
  const remarks = readRemarks(text)
  const take = (value: string, name: string, property: string): void => {
    const color = css(value)
    const remark = remarks.get(property)
    if (remark === null || !color || color.alpha === 0) return
    colors.push({ hex: color.hex, name: name || null, ...remark })
  }
  const dialect = text.replace(/^([ \t]*)[$@]([\w-]+)([ \t]*:)/gm, '$1--$2$3') // $sand: … and @sand: … are custom properties elsewhere
  const declared = dialect === text || text.includes('{') ? dialect : `:root{${dialect}}`
  if (depthOf(declared) > DEEPEST) return []
  const tree = parse(declared, { parseCustomProperty: true, onParseError: () => {} })
  let rule = ''
  walk(tree, {
    enter: (node: CssNode) => {
      if (node.type === 'Rule') rule = generate(node.prelude).slice(0, MAX_NAME_LENGTH)
      if (node.type !== 'Declaration') return
      const name = nameOf(node.property, rule)
      if (node.value.type === 'Raw') return take(node.value.value.trim(), name, node.property)
      walk(node.value, {
        enter: (part: CssNode) => {
          if (part.type === 'Hash') take(`#${part.value}`, name, node.property)
          else if (part.type === 'Function' && COLOR_FUNCTIONS.test(part.name))
            take(generate(part), name, node.property)
          else if (part.type === 'Identifier' && /color|background|fill|stroke|border|^--/i.test(node.property))
            take(part.name, name, node.property)
        },
      })
    },
  })
  return colors
}
