import type { SchemeWords } from '../scheme'
import type { Verb } from './verb'

/** Derives a scheme from a base color. */
export const scheme: Verb = (command, act) =>
  command
    .description('derive a scheme from a base color')
    .option('--base <color>')
    .option('--harmony <kind>', 'complementary, triadic, analogous, …', 'complementary')
    .option('--wheel <wheel>', 'light, paint or perceptual', 'paint')
    .option('--count <N>', 'number of swatches, 2 to 10', '5')
    .option('--tone <plan>', 'how lightness and chroma are dealt', 'spread')
    .option('--spread <degrees>', 'how far the harmony opens')
    .option('--turn <degrees>', 'how far it is turned from the base', '0')
    .option('--format <format>', 'css, tailwind, tokens, csv, text or sheet', 'text')
    .action(
      act(async (options: Omit<SchemeWords, 'base'> & { base?: string }) => {
        const [{ schemeText }, { required }] = [await import('../scheme'), await import('../words')]
        process.stdout.write(schemeText({ ...options, base: required(options.base, '--base') }))
      }),
    )
