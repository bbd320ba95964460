import { readRoleAndShare, type ReadColor } from './readColor'

/** A line of a list as this program writes it: a code and a name, maybe a role and a share; or, set in, a rung. */
const LINE = /^(\t?)(#[\da-f]{6})\t([^\t]*)(?:\t([^\t]*)\t([^\t]*))?$/i

const linesIn = (text: string): string[] => text.split(/\r\n|\r|\n/).filter(line => line.trim())

/** Returns whether a text is a list of codes and names with a tab between, and nothing else. */
export const isLined = (text: string): boolean => {
  const lines = linesIn(text)
  return lines.length > 0 && lines.every(line => LINE.test(line))
}

/** The colors of such a list with their names letter for letter; rungs of ladders, which are set in, are left out. */
export const colorsInLines = (text: string): ReadColor[] =>
  linesIn(text).flatMap(line => {
    const [, rung, hex = '', name = '', role, share] = LINE.exec(line) ?? []
    return rung ? [] : [{ hex: hex.toLowerCase(), name: name || null, ...readRoleAndShare(role, share) }]
  })
