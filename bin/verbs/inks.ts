import type { Verb } from './verb'
import { passwordIn, withAlso, withPassword } from './options'

/** Lists the inks of an artwork. */
export const inks: Verb = (command, act) =>
  withPassword(withAlso(command))
    .description('list the inks of an artwork, with areas, uses and neighbors')
    .argument('<file>', 'SVG, PDF, PNG, JPEG, WebP or GIF')
    .option('--json', 'as JSON, which is the only form')
    .action(
      act(async (file: string, { also, password }: { also: string; password?: string }) => {
        const [{ inksOf }, { alsoIn, naming }] = [await import('../remapFile'), await import('../words')]
        const read = passwordIn(password).then(given => inksOf(file, alsoIn(also), given))
        process.stdout.write(`${JSON.stringify(await read.catch(naming(file)))}\n`)
      }),
    )
