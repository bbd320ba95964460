import type { Verb } from './verb'
import { withAlso } from './options'

/** Lists the inks of an artwork. */
export const inks: Verb = (command, act) =>
  withAlso(command)
    .description('list the inks of an artwork, with areas, uses and neighbors')
    .argument('<file>', 'SVG, PNG, JPEG, WebP or GIF')
    .option('--json', 'as JSON, which is the only form')
    .action(
      act(async (file: string, { also }: { also: string }) => {
        const [{ inksOf }, { alsoIn, naming }] = [await import('../remapFile'), await import('../words')]
        process.stdout.write(`${JSON.stringify(await inksOf(file, alsoIn(also)).catch(naming(file)))}\n`)
      }),
    )
