import { escapeComment, withKeys, percentOf, rungName, type ExportScheme, type KeyedSwatch } from './exportScheme'

/** The comment on a swatch behind its value: its name, its role, its share. */
const commentOf = ({ name, role, share }: KeyedSwatch): string =>
  [escapeComment(name), ...(role && share !== undefined ? [role, percentOf(share)] : [])].join(' · ')

/**
 * Custom properties of a rule, one a swatch and one a rung, whose names begin with `prefix`; read back with their
 * names.
 */
const rule = (selector: string, prefix: string, { title, swatches }: ExportScheme): string =>
  [
    `/* ${escapeComment(title)} */`,
    `${selector} {`,
    ...withKeys(swatches).flatMap(swatch => [
      `  --${prefix}${swatch.key}: ${swatch.hex}; /* ${commentOf(swatch)} */`,
      ...swatch.rungs.map(rung => `  --${prefix}${rung.key}: ${rung.hex}; /* ${rungName(rung)} */`),
    ]),
    '}',
    '',
  ].join('\n')

/** CSS custom properties on `:root`. */
export const toCss = (scheme: ExportScheme): string => rule(':root', '', scheme)

/**
 * CSS custom properties called by roles, which stay when swatches are given other colors and names: `--dominant`, `--supporting`,
 * `--supporting-2`, and their rungs.
 */
export const toRoles = ({ title, swatches }: ExportScheme): string =>
  toCss({ title, swatches: swatches.map(swatch => ({ ...swatch, name: swatch.role ?? 'swatch' })) })

/** A theme block of Tailwind 4, whose colors make its classes (`bg-sand`, `text-sand-tint-1`). */
export const toTailwind = (scheme: ExportScheme): string => rule('@theme', 'color-', scheme)
