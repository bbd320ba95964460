import { onUnmounted, shallowRef, watch } from 'vue'
import { apply, NOTHING_KNOWN } from '#core/commands/commands'
import { knownFrom } from '#core/commands/known'
import type { Artwork } from '#core/document/artwork'
import type { Project } from '#core/document/project'
import { paintingOf, UNPAINTED, type Painted } from '#core/painting/painting'
import { colorsToTake, type FoundScheme } from '#core/interaction/finding'
import { betweenFrames } from '~/browser/betweenFrames'
import { useArtworkFiles } from '~/stores/artwork'

/**
 * The appearance of found schemes on an artwork of a project: what each ink would become, worked out between frames,
 * the first first. Nothing
 * is worked out while there is no project to see them on.
 */
export const useSeenOn = (
  found: () => readonly FoundScheme[],
  on: () => { project: Project; artwork: Artwork } | null,
) => {
  const files = useArtworkFiles()
  const painted = shallowRef<ReadonlyMap<string, Painted>>(new Map())
  let work = 0
  watch(
    [found, on, () => files.files] as const,
    async ([schemes, seen]) => {
      const own = ++work
      if (!seen) {
        painted.value = new Map()
        return
      }
      const { project, artwork } = seen
      const known = knownFrom(files.files)
      const inks = known.inks(project.artwork)
      const made = new Map([...painted.value].filter(([id]) => schemes.some(each => each.id === id)))
      const look = (scheme: FoundScheme): void => {
        const dressed = apply(
          project,
          { do: 'take colors', kind: 'shelf', title: scheme.name, colors: colorsToTake(scheme) },
          inks.length ? known : NOTHING_KNOWN,
        )
        made.set(scheme.id, paintingOf(dressed, { inks, standIns: [] })(artwork.id))
      }
      const show = (): void => {
        painted.value = new Map(made)
      }
      if (await betweenFrames(schemes, look, show, () => own === work)) show()
    },
    { immediate: true },
  )
  onUnmounted(() => work++)
  return (id: string): Painted => painted.value.get(id) ?? UNPAINTED
}
