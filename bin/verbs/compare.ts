import type { Verb } from './verb'
import { withScheme } from './options'

/** Measures how a scheme is worn. */
export const compare: Verb = (command, act) =>
  withScheme(command)
    .description('measure what an artwork kept in other colors, and how it wears the scheme')
    .argument('<before>')
    .argument('<after>')
    .option('--json', 'as JSON, which is the only form')
    .action(
      act(async (before: string, after: string, { scheme }: { scheme?: string }) => {
        const [{ compareFiles }, { colorsIn }] = [await import('../remapFile'), await import('../plan')]
        const { naming, required } = await import('../words')
        const figures = compareFiles(before, after, await colorsIn(required(scheme, '--scheme')))
        process.stdout.write(`${JSON.stringify(await figures.catch(naming(before)))}\n`)
      }),
    )
