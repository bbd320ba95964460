import type { ExtractWords } from '../extract'
import type { Verb } from './verb'

/** Extracts colors from a picture. */
export const extract: Verb = (command, act) =>
  command
    .description('extract colors from a picture, with their shares and places')
    .argument('<image>', 'PNG, JPEG, WebP or GIF')
    .option('--count <N>', 'number of colors, 2 to 12', '5')
    .option('--lean <x,y>', 'darker to lighter and paler to more vivid, each -1 to 1', '0,0')
    .option('--apart <ΔE>', 'least difference between two colors', '7')
    .option('--by <way>', 'eye or faithful', 'eye')
    .option('--json', 'as JSON, which is the only form')
    .action(
      act(async (file: string, options: ExtractWords) => {
        const [{ extractFromFile }, { naming }] = [await import('../extract'), await import('../words')]
        process.stdout.write(await extractFromFile(file, options).catch(naming(file)))
      }),
    )
