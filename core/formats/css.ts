import { inComment, keyed, percentOf, rungName, type HandedScheme, type KeyedSwatch } from './handed'

/** What is said of a swatch behind its value: its name, its role, its share. */
const remarkOf = ({ name, role, share }: KeyedSwatch): string =>
  [inComment(name), ...(role && share !== undefined ? [role, percentOf(share)] : [])].join(' · ')

/** Custom properties of a rule, one a swatch and one a rung, whose names begin with `prefix`; read back with their names. */
const rule = (selector: string, prefix: string, { title, swatches }: HandedScheme): string =>
  [
    `/* ${inComment(title)} */`,
    `${selector} {`,
    ...keyed(swatches).flatMap(swatch => [
      `  --${prefix}${swatch.key}: ${swatch.hex}; /* ${remarkOf(swatch)} */`,
      ...swatch.rungs.map(rung => `  --${prefix}${rung.key}: ${rung.hex}; /* ${rungName(rung)} */`),
    ]),
    '}',
    '',
  ].join('\n')

/** CSS custom properties on `:root`. */
export const toCss = (scheme: HandedScheme): string => rule(':root', '', scheme)

/** A theme block of Tailwind 4, whose colors make its classes (`bg-sand`, `text-sand-tint-1`). */
export const toTailwind = (scheme: HandedScheme): string => rule('@theme', 'color-', scheme)
