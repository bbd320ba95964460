/** The title of a copy: “name copy”, then “name copy 2” and so on. */
export const copyName = (name: string): string => {
  const match = /^(.*) copy(?: (\d+))?$/.exec(name)
  return match ? `${match[1]} copy ${Number(match[2] ?? 1) + 1}` : `${name} copy`
}
