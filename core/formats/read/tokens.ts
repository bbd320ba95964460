import { css, parseColor } from '#core/color/parse'
import { hexOf } from '#core/color/convert'
import { EXTENSION } from '../tokens'
import { readRoleAndShare, type ReadColor } from './readColor'

type Json = null | boolean | number | string | Json[] | { [key: string]: Json }
type Group = { [key: string]: Json }

const isGroup = (value: Json | undefined): value is Group =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

/** CSS names of the color spaces of the Design Tokens Color Module. */
const SPACES =
  /^(srgb|srgb-linear|display-p3|a98-rgb|prophoto-rgb|rec2020|xyz-d65|xyz-d50|hsl|hwb|lab|lch|oklab|oklch)$/

/** The CSS color a token's value says; null where it says none. */
const cssOf = (value: Json): string | null => {
  if (typeof value === 'string') return value
  if (!isGroup(value)) return null
  const { colorSpace, components, hex } = value
  if (
    typeof colorSpace === 'string' &&
    SPACES.test(colorSpace) &&
    Array.isArray(components) &&
    components.length === 3
  ) {
    const parts = components.map(part => (part === 'none' ? 'none' : Number(part)))
    if (['hsl', 'hwb'].includes(colorSpace)) return `${colorSpace}(${parts[0]} ${parts[1]}% ${parts[2]}%)`
    if (['lab', 'lch', 'oklab', 'oklch'].includes(colorSpace)) return `${colorSpace}(${parts.join(' ')})`
    return `color(${colorSpace} ${parts.join(' ')})`
  }
  return typeof hex === 'string' ? hex : rgbGroup(value)
}

/** `{ r, g, b }` in [0, 1] or [0, 255]. */
const rgbGroup = (value: Group): string | null => {
  const parts = ['r', 'g', 'b'].map(key => value[key])
  if (!parts.every(part => typeof part === 'number')) return null
  const top = Math.max(...(parts as number[])) <= 1 ? 1 : 255
  return hexOf({
    mode: 'rgb',
    r: parts[0]! / top,
    g: parts[1]! / top,
    b: parts[2]! / top,
  })
}

const ALIAS = /^\{([^{}]+)\}$/

/** The value an alias leads to, followed as far as it goes; null for a dead end or a circle. */
const resolveAlias = (root: Json, value: Json, steps = 0): Json => {
  const alias = typeof value === 'string' ? ALIAS.exec(value) : null
  if (!alias) return value
  const target = (alias[1] as string)
    .split('.')
    .reduce<Json | undefined>((at, key) => (isGroup(at) && Object.hasOwn(at, key) ? at[key] : undefined), root)
  return steps < 20 && isGroup(target) ? resolveAlias(root, target.$value ?? target.value ?? null, steps + 1) : null
}

/** The extension of this program on a group or token beside the standard. */
const extensionOf = (value: Group): Group | null => {
  const own = isGroup(value.$extensions) ? value.$extensions[EXTENSION] : undefined
  return isGroup(own) ? own : null
}

const wordsOf = (key: string): string =>
  key
    .replace(/([a-z])([A-Z])/g, '$1 $2')
    .replace(/[-_]+/g, ' ')
    .trim()
    .toLowerCase()

/**
 * The colors of a JSON document, in its order: W3C Design Tokens (Format and Color Modules 2025.10, aliases followed),
 * or any nesting of names and color codes. Throws a SyntaxError where it is no JSON.
 */
export const colorsInJson = (text: string): ReadColor[] => {
  const root = JSON.parse(text) as Json
  const colors: ReadColor[] = []
  const take = (value: Json, name: string, standing: Partial<ReadColor> = {}): boolean => {
    const written = cssOf(resolveAlias(root, value))
    const color = written === null ? null : (css(written) ?? (written.length < 60 ? parseColor(written) : null))
    if (color && color.alpha > 0) colors.push({ hex: color.hex, name: name || null, ...standing })
    return written !== null
  }
  const takeToken = (token: Group, key: string): void => {
    const { name, role, share } = extensionOf(token) ?? {}
    take(token.$value ?? null, typeof name === 'string' ? name : key, readRoleAndShare(role, share))
  }
  const visit = (value: Json, name: string, type: Json | undefined, depth: number): void => {
    if (depth > 40 || colors.length > 500) return
    if (Array.isArray(value))
      return value.forEach(each => visit(each, typeof each === 'string' ? '' : name, type, depth + 1))
    if (typeof value === 'string') return void take(value, name)
    if (!isGroup(value)) return
    const own = value.$type ?? type
    if ('$value' in value) return void ((own === undefined || own === 'color') && takeToken(value, name))
    if (extensionOf(value)?.ladder !== undefined) return // rungs follow from their swatch
    if (isGroup(value.$root)) visit(value.$root, name, own, depth + 1)
    const title = typeof value.name === 'string' ? value.name : typeof value.title === 'string' ? value.title : name
    const direct = value.hex ?? value.color ?? value.value ?? (rgbGroup(value) === null ? undefined : value)
    if (direct !== undefined && take(direct, title)) return
    for (const [key, each] of Object.entries(value))
      if (!key.startsWith('$') && (typeof each !== 'string' || !/^(name|title|description)$/.test(key)))
        visit(each, wordsOf(key), own, depth + 1)
  }
  visit(root, '', undefined, 0)
  return colors
}
