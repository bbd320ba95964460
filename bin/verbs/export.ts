import type { ExportWords } from '../export'
import type { PlanWords } from '../plan'
import type { Verb } from './verb'
import { collect, COLORS, withMatching, withOut } from './options'

type Options = ExportWords & Omit<PlanWords, 'scheme'> & { scheme: string[]; out?: string }

/** Hands over a project or a folder. */
export const exportFiles: Verb = (command, act) =>
  withMatching(withOut(command, 'folder'))
    .description('write a project or a folder of artwork as files, each scheme as a colorway')
    .argument(
      '<project|folder>',
      'a project as JSON, its artwork beside it; or a folder, of which all artwork is taken',
    )
    .option('--scheme <file>', `${COLORS}; may be given several times`, collect, [])
    .option(
      '--as <kinds>',
      'svg, themed, png, pdf (the sheet), css, tailwind, tokens, csv, text, sheet, strip',
      'svg,png,pdf,tokens',
    )
    .option('--width <pixels>', 'widths of pictures', '')
    .option('--ladders', 'schemes with their ladders')
    .option('--all-colors', 'also swatches that no artwork uses')
    .action(
      act(async (from: string, options: Options) => {
        const [{ runExport, wantedOf }, { plansOf }] = [await import('../export'), await import('../plan')]
        const { naming, required } = await import('../words')
        const run = async (): Promise<number> =>
          runExport(from, await plansOf(options, options.scheme), wantedOf(options), required(options.out, '-o'))
        return run().catch(naming(from))
      }),
    )
