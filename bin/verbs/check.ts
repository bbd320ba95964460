import type { PlanWords } from '../plan'
import type { Verb } from './verb'
import { withAlso, withMatching, withScheme } from './options'

interface CheckWords extends PlanWords {
  json?: boolean
  text: string
  profile?: string
  also: string
}

/** Checks a scheme in an artwork. */
export const check: Verb = (command, act) =>
  withAlso(withMatching(withScheme(command)))
    .description('check a scheme in an artwork; ends with 1 where something is serious')
    .argument('<file>', 'SVG, PDF, PNG, JPEG, WebP or GIF')
    .option('--text <pairs>', "lettering and what it stands on, '#letters on #ground,…'", '')
    .option('--profile <paper>', 'coated, uncoated or the file of a CMYK profile: check what can be printed')
    .option('--json', 'as JSON')
    .action(
      act(async (file: string, options: CheckWords) => {
        const { alsoIn, naming, printNotes, refuse, required } = await import('../words')
        const { mapOf, pairsIn, planOf } = await import('../plan')
        const { checkFile } = await import('../checkFile')
        const run = async (): Promise<number> => {
          const plan = await planOf({ ...options, scheme: required(options.scheme, '--scheme') })
          if (plan.kind !== 'scheme') return refuse('A check needs a scheme.')
          const pairs = pairsIn(options.text, ' on ', '#202020 on #f8f4ea')
          const { findings, ...notes } = await checkFile(file, plan, {
            text: mapOf(pairs.map(([one, other]) => [one.trim(), other.trim()])),
            profile: options.profile ?? null,
            also: alsoIn(options.also),
          })
          printNotes(file, notes)
          process.stdout.write(
            options.json
              ? `${JSON.stringify({ findings, ...notes })}\n`
              : findings.map(({ severity, words, figure }) => `${severity}: ${words} (${figure})\n`).join(''),
          )
          return findings.some(({ severity }) => severity === 'serious') ? 1 : 0
        }
        return run().catch(naming(file))
      }),
    )
