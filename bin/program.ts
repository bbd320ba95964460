import { Command, CommanderError } from 'commander'
import { backup } from './verbs/backup'
import { batch } from './verbs/batch'
import { check } from './verbs/check'
import { compare } from './verbs/compare'
import { exportFiles } from './verbs/export'
import { extract } from './verbs/extract'
import { gradient } from './verbs/gradient'
import { inks } from './verbs/inks'
import { people } from './verbs/people'
import { pull } from './verbs/pull'
import { remap } from './verbs/remap'
import { restore } from './verbs/restore'
import { scheme } from './verbs/scheme'
import { sheet } from './verbs/sheet'
import type { Act, Verb } from './verbs/verb'

/** The verbs, in the order of the help. */
const VERBS: Readonly<Record<string, Verb>> = {
  ...{ inks, remap, batch, compare, check, extract, scheme },
  ...{ export: exportFiles, sheet, gradient, pull, people, backup, restore },
}

/** The exit code of what was not understood or cannot be read. */
export const REFUSED = 2

/** Runs the command line on the words after its name: what the process ends with. Rejects where a verb does. */
export const run = async (words: readonly string[]): Promise<number> => {
  let code = 0
  const act: Act =
    verb =>
    async (...given) => {
      code = (await verb(...given)) ?? 0
    }
  const configure = (command: Command): Command =>
    command
      .exitOverride()
      .showSuggestionAfterError(false)
      .configureOutput({ outputError: (text, write) => write(text.replace(/^error: /, '')) })
  const program = configure(new Command('plumbago')).description('Color schemes for artwork, on the command line')
  for (const [name, verb] of Object.entries(VERBS)) verb(configure(program.command(name)), act)
  try {
    await program.parseAsync([...words], { from: 'user' })
  } catch (error) {
    if (!(error instanceof CommanderError)) throw error
    return error.exitCode && REFUSED // help that was asked for is no failure
  }
  return code
}
