import type { Hex } from '#core/color/convert'
import type { Artwork } from '#core/document/artwork'
import type { Gradient } from '#core/document/handOver'
import type { Project } from '#core/document/project'
import type { Swatch } from '#core/document/scheme'
import type { HandedGradient } from '#core/formats/gradient'
import type { ExportRung, ExportScheme } from '#core/formats/exportScheme'
import { ladder, LADDERS } from '#core/harmony/ladder'
import { targetsIn } from '#core/painting/resolveRemap'
import type { InkArea } from '#core/remap/match'
import { shownScheme } from '#core/scheme/compose'

/* The export of a look: its scheme, which of it the artwork uses, its gradients. */

/**
 * The ids of the swatches that some ink of the artworks, or a touch-up on them, becomes. `inksOf` knows the inks of
 * each.
 */
export const usedSwatches = (
  project: Project,
  artwork: readonly Artwork[],
  inksOf: (art: Artwork) => readonly InkArea[],
): Set<string> => {
  const used = new Set<string>()
  for (const art of artwork) {
    for (const target of targetsIn(project.remap, inksOf(art), art.id).targets.values()) if (target) used.add(target)
    for (const { to } of project.remap.touches[art.id] ?? []) if (to) used.add(to.swatch)
  }
  return used
}

/** The rungs of all ladders of a color; with the colors the artwork wears, whether each is among them. */
export const rungsOf = (hex: Hex, count: number, worn?: ReadonlySet<Hex>): ExportRung[] =>
  LADDERS.flatMap(kind =>
    ladder(hex, kind, count).map((rung, i) => ({
      ...{ ladder: kind, step: i + 1, hex: rung },
      ...(worn?.has(rung) && { isUsed: true }),
    })),
  )

/**
 * The scheme of a project in the order it is shown, with ladders where they are wanted; only the swatches of `only`, where
 * that is given, and the rungs marked that are among the colors the artwork wears (`worn`). What is left out is named.
 */
export const exportScheme = (
  project: Project,
  title: string,
  { ladders, only, worn }: { ladders: boolean; only: ReadonlySet<string> | null; worn?: ReadonlySet<Hex> },
): { scheme: ExportScheme; left: Swatch[] } => {
  const all = shownScheme(project)
  const isLeft = ({ id }: Swatch): boolean => only !== null && !only.has(id)
  return {
    scheme: {
      title,
      swatches: all
        .filter(swatch => !isLeft(swatch))
        .map(({ name, hex, role, share }) => ({
          ...{ name, hex, role, share },
          ...(ladders && { rungs: rungsOf(hex, project.rungs, worn) }),
        })),
    },
    left: all.filter(isLeft),
  }
}

/** The same, with only what some of the artworks use where that is wanted and anything is used at all. */
export const exportSchemeFor = (
  project: Project,
  title: string,
  artwork: readonly Artwork[],
  { ladders, onlyUsed }: { ladders: boolean; onlyUsed: boolean },
  inksOf: (art: Artwork) => readonly InkArea[],
): ReturnType<typeof exportScheme> => {
  const used = usedSwatches(project, artwork, inksOf)
  return exportScheme(project, title, { ladders, only: onlyUsed && used.size ? used : null })
}

/** A gradient in the colors of a scheme; a stop whose swatch is gone keeps the color it had. */
export const exportGradient = (
  { name, kind, angle, space, way, stops }: Omit<Gradient, 'id'>,
  scheme: readonly Swatch[],
): HandedGradient => {
  const colors = new Map(scheme.map(({ id, hex }) => [id, hex]))
  return {
    ...{ name, kind, angle },
    run: { space, way, stops: stops.map(({ at, swatch, hex }) => ({ at, hex: colors.get(swatch) ?? hex })) },
  }
}
