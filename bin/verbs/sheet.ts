import { extname } from 'node:path'
import type { PlanWords } from '../plan'
import type { Verb } from './verb'
import { collect, COLORS, withMatching, withOut } from './options'

/** Writes the color sheet of a project or a folder. */
export const sheet: Verb = (command, act) =>
  withMatching(withOut(command, 'OUT.pdf|OUT.png'))
    .description('write the color sheet of a project or a folder of artwork')
    .argument('<project|folder>')
    .option('--scheme <file>', `${COLORS}; may be given several times`, collect, [])
    .option('--ladders', 'with ladders')
    .option('--all-colors', 'also swatches that no artwork uses')
    .action(
      act(
        async (
          from: string,
          options: Omit<PlanWords, 'scheme'> & {
            scheme: string[]
            out?: string
            ladders?: boolean
            allColors?: boolean
          },
        ) => {
          const [{ runExport, wantedOf }, { plansOf }] = [await import('../export'), await import('../plan')]
          const { naming, oneOf, required } = await import('../words')
          const out = required(options.out, '-o')
          const as = oneOf(['pdf', 'png'], extname(out).slice(1).toLowerCase(), 'kind of sheet')
          const wanted = { ...wantedOf({ ...options, as: 'pdf', width: '' }), sheet: [as] }
          const run = async (): Promise<number> => runExport(from, await plansOf(options, options.scheme), wanted, out)
          return run().catch(naming(from))
        },
      ),
    )
