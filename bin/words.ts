import { parseColor } from '#core/color/parse'
import { reasonOf } from './reason'

/* What is typed, read: each refuses, in one sentence, what it does not understand. */

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

export const oneOf = <Word extends string>(words: readonly Word[], said: string, what: string): Word =>
  words.find(word => word === said.replace(/-/g, ' ')) ??
  refuse(`“${said}” is no ${what}; there are ${words.join(', ')}.`)

export const numberIn = (said: string, what: string): number => {
  const value = Number(said)
  return said.trim() && Number.isFinite(value) ? value : refuse(`“${said}” is no number for ${what}.`)
}

export const required = (value: string | undefined, what: string): string => value ?? refuse(`${what} is missing.`)
