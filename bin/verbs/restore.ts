import type { Verb } from './verb'

/** Restores a backup. */
export const restore: Verb = (command, act) =>
  command
    .description('restore a backup: all of it or nothing')
    .argument('<file>', 'a backup, or - for the input')
    .option('--into <url>', 'another database')
    .option('--over', 'replace what is in the database')
    .action(
      act(async (file: string, options: { into?: string; over?: boolean }) =>
        (await import('../backup')).bringBack(file, options),
      ),
    )
