import type { PlanWords } from '../plan'
import type { Verb } from './verb'
import { withAlso, withOut, withPlan, withProfile } from './options'

/** Writes all artwork of a folder in other colors. */
export const batch: Verb = (command, act) =>
  withProfile(withAlso(withPlan(withOut(command, 'folder'))))
    .description('write all artwork of a folder in other colors; ends with 2 where some of it could not be')
    .argument('<folder>')
    .option('--each', 'match every file by itself, not all together')
    .action(
      act(
        async (
          folder: string,
          options: PlanWords & { out?: string; also: string; each?: boolean; profile: string },
        ) => {
          const [{ batchFolder }, { planOf }] = [await import('../batch'), await import('../plan')]
          const { alsoIn, naming, printFailures, printNotes, required } = await import('../words')
          const plan = await planOf(options)
          const how = {
            out: required(options.out, '-o'),
            each: options.each ?? false,
            also: alsoIn(options.also),
            profile: options.profile,
          }
          const { files, failed } = await batchFolder(folder, plan, how, (path, outcome) => {
            if ('result' in outcome) printNotes(path, outcome.result)
          }).catch(naming(folder))
          process.stdout.write(`${files - failed.length} of ${files} files remapped.\n`)
          return printFailures(failed)
        },
      ),
    )
