import { parseColor } from '#core/color/parse'
import { ALSO, type Also } from '#core/svg/reading'
import { reasonOf } from './reason'
import type { FileResult } from './remapFile'

/* Parsers of arguments: each refuses, in one sentence, what it does not understand. */

/** A wrong argument or a file that cannot be read: one sentence, exit code 2. */
export class Refusal extends Error {}

export const refuse = (sentence: string): never => {
  throw new Refusal(sentence)
}

export const colorIn = (text: string): string => parseColor(text)?.hex ?? refuse(`“${text}” is not a color.`)

export const naming =
  (what: string) =>
  (error: unknown): never => {
    if (error instanceof Refusal) throw error
    throw new Refusal(`${what}: ${reasonOf(error)}`)
  }

export const oneOf = <Word extends string>(words: readonly Word[], typed: string, what: string): Word =>
  words.find(choice => choice === typed.replace(/-/g, ' ')) ??
  refuse(`“${typed}” is not a ${what}; choose one of ${words.join(', ')}.`)

export const numberIn = (text: string, what: string): number => {
  const value = Number(text)
  return text.trim() && Number.isFinite(value) ? value : refuse(`“${text}” is not a number for ${what}.`)
}

export const required = (value: string | undefined, what: string): string => value ?? refuse(`${what} is missing.`)

/** Parts of a file recolored besides the colors on the page. */
export const alsoIn = (text: string): Also[] =>
  text
    .split(',')
    .map(word => word.trim())
    .filter(Boolean)
    .map(word => oneOf(ALSO, word, 'thing to recolor besides'))

/** Prints what was taken out of a file, and what there is to know of it. */
export const printNotes = (path: string, { removed, notes }: FileResult): void => {
  for (const { what, line } of removed) process.stderr.write(`${path}: took out ${what} (line ${line})\n`)
  for (const note of notes) process.stderr.write(`${path}: ${note}\n`)
}

/** Prints the files that failed, and why: what the process ends with. */
export const printFailures = (failed: ReadonlyArray<{ path: string; why: string }>): number => {
  if (failed.length) process.stdout.write(`Failed:\n${failed.map(({ path, why }) => `  ${path}: ${why}\n`).join('')}`)
  return failed.length ? 2 : 0
}
