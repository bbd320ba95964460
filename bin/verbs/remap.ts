import type { PlanWords } from '../plan'
import type { Verb } from './verb'
import { passwordIn, withAlso, withOut, withPassword, withPlan, withProfile } from './options'

/** Writes an artwork in other colors. */
export const remap: Verb = (command, act) =>
  withPassword(withProfile(withAlso(withPlan(withOut(command)))))
    .description('write an artwork in other colors: nothing but its colors is changed')
    .argument('<file>', 'SVG, PDF, PNG, JPEG, WebP or GIF; a picture is written as the name of OUT ends')
    .action(
      act(
        async (
          file: string,
          options: PlanWords & { out?: string; also: string; password?: string; profile?: string },
        ) => {
          const [{ remapFile }, { planOf }] = [await import('../remapFile'), await import('../plan')]
          const { alsoIn, naming, printNotes, required } = await import('../words')
          const plan = await planOf(options)
          const out = required(options.out, '-o')
          const result = passwordIn(options.password).then(password =>
            remapFile(file, plan, out, alsoIn(options.also), { password, profile: options.profile }),
          )
          printNotes(file, await result.catch(naming(file)))
        },
      ),
    )
