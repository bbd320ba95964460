import { toOneLine, percentOf, rungName, type ExportScheme } from './exportScheme'

/**
 * One line a swatch: its hex code, its name, and where they are known its role and share, with tabs between; each rung of
 * its ladders on a line of its own under it, set in.
 */
export const toText = ({ swatches }: ExportScheme): string =>
  swatches
    .flatMap(({ hex, name, role, share, rungs = [] }) => [
      [hex, toOneLine(name), ...(role && share !== undefined ? [role, percentOf(share)] : [])].join('\t'),
      ...rungs.map(rung => `\t${rung.hex}\t${rungName(rung)}`),
    ])
    .map(line => `${line}\n`)
    .join('')
