import { truncate, MAX_NAME_LENGTH } from './names'

/** A name with something behind it; a long one is shortened for it. */
export const withSuffix = (name: string, suffix: string): string =>
  `${truncate(name, MAX_NAME_LENGTH - suffix.length).trimEnd()}${suffix}`

/** The title of a copy: “name copy”, then “name copy 2” and so on. */
export const copyName = (name: string): string => {
  const match = /^(.*) copy(?: (\d{1,6}))?$/.exec(name)
  return withSuffix(match?.[1] ?? name, match ? ` copy ${Number(match[2] ?? 1) + 1}` : ' copy')
}
