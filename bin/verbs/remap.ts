import type { PlanWords } from '../plan'
import type { Verb } from './verb'
import { withAlso, withOut, withPlan } from './options'

/** Writes an artwork in other colors. */
export const remap: Verb = (command, act) =>
  withAlso(withPlan(withOut(command)))
    .description('write an artwork in other colors: nothing but its colors is changed')
    .argument('<file>', 'SVG, PNG, JPEG, WebP or GIF; a picture is written as the name of OUT ends')
    .action(
      act(async (file: string, options: PlanWords & { out?: string; also: string }) => {
        const [{ remapFile }, { planOf }] = [await import('../remapFile'), await import('../plan')]
        const { alsoIn, naming, printNotes, required } = await import('../words')
        const plan = await planOf(options)
        const result = remapFile(file, plan, required(options.out, '-o'), alsoIn(options.also))
        printNotes(file, await result.catch(naming(file)))
      }),
    )
