import type { GradientOptions } from '../export'
import type { Verb } from './verb'
import { withOut } from './options'

/** Writes a gradient. */
export const gradient: Verb = (command, act) =>
  withOut(command, 'OUT.css|OUT.svg|OUT.png')
    .description('write a gradient')
    .option('--colors <list>', "two colors or more, '#e07a5f,#0f6d5f 60%,…'")
    .option('--kind <kind>', 'linear, radial or conic', 'linear')
    .option('--angle <degrees>', 'its direction', '90')
    .option('--space <space>', 'the space it mixes in: oklab or oklch', 'oklab')
    .option('--way <way>', 'round the hues: shorter, longer, increasing or decreasing', 'shorter')
    .option('--size <WIDTHxHEIGHT>', 'of SVG and PNG', '1920x1080')
    .action(act(async (options: GradientOptions) => (await import('../export')).gradientFromWords(options)))
