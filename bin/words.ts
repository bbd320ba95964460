import { parseColor } from '#core/color/parse'
import { reasonOf } from './reason'

/* Parsers of arguments: each refuses, in one sentence, what it does not understand. */

/** Something said wrong or a file that cannot be read: one sentence, exit code 2. */
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
  refuse(`“${typed}” is no ${what}; there are ${words.join(', ')}.`)

export const numberIn = (text: string, what: string): number => {
  const value = Number(text)
  return text.trim() && Number.isFinite(value) ? value : refuse(`“${text}” is no number for ${what}.`)
}

export const required = (value: string | undefined, what: string): string => value ?? refuse(`${what} is missing.`)
