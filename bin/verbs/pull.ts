import type { Verb } from './verb'
import { withOut } from './options'

/** Brings a folder up to date with what is published behind a link. */
export const pull: Verb = (command, act) =>
  withOut(command, 'folder', 'the folder')
    .description('bring a folder up to date with what is published behind a link; ends with 3 where something changed')
    .argument('<link>', 'the link of a publication')
    .option('--check', 'write nothing, only tell what would change')
    .option('--over', 'write over files that are in the way and were not pulled')
    .action(
      act(async (link: string, options: { out?: string; check?: boolean; over?: boolean }) => {
        const [{ pullBrand }, { required }] = [await import('../pull'), await import('../words')]
        return pullBrand(link, required(options.out, '-o'), {
          ...{ check: options.check ?? false, over: options.over ?? false },
        })
      }),
    )
