import type { Verb } from './verb'

/** Backs up everything. */
export const backup: Verb = (command, act) =>
  command
    .description('back up everything, as it is at one moment, while people work')
    .argument('<file>', 'a file that is not there yet, or - for where the output goes')
    .action(act(async (file: string) => (await import('../backup')).backUp(file)))
