import { additionsFor } from './additions'
import { INITIAL_HEX } from './cascade'
import { embeddedIn } from './embedded'
import { readMarkup, type Markup } from './markup'
import { PaintWalk } from './paintWalk'
import type { Also, Reading } from './reading'

const MAX_NOTES = 20

/**
 * Reads an SVG, already clean, as text or taken apart, into its inks; with computed colors where that is asked for.
 * Pictures within the file are named, and have no inks until they are taken apart (`withPictures`). Throws Unreadable,
 * in a plain sentence, for what is not a well-formed SVG, and for what repeats its parts more often than can be drawn.
 */
export const readSvg = (source: string | Markup, also: readonly Also[] = []): Reading => {
  const markup = typeof source === 'string' ? readMarkup(source) : source
  const walk = new PaintWalk(markup)
  walk.run()
  for (const property of ['fill', 'color'] as const) {
    if (!walk.unwritten[property].size) continue
    walk.page
      .of(INITIAL_HEX[property])
      ?.additions.push(...additionsFor(markup, property, walk.unwritten[property], walk.guarded[property]))
  }
  const { pictures, unread } = embeddedIn(markup)
  const computed = walk.computed.inks.filter(({ tokens }) =>
    tokens.some(({ place }) => !walk.page.has(place.start)),
  ).length
  const left = {
    pictures: unread + (also.includes('pictures') ? 0 : pictures.length),
    computed: also.includes('computed') ? 0 : computed,
  }
  if (also.includes('computed')) walk.page.takeComputed(walk.computed)
  if (left.pictures)
    walk.notes.add(
      left.pictures === 1
        ? 'A picture within the file is left as it is.'
        : `${left.pictures} pictures within the file are left as they are.`,
    )
  if (left.computed)
    walk.notes.add('Masks, clip paths, lights and what a color matrix changes or makes are left as they are.')
  return {
    markup,
    inks: walk.page.inks,
    paints: walk.page.paints,
    background: walk.background,
    runs: [...walk.runs.values()].filter(run => new Set(run).size > 1),
    pictures,
    pictureInks: [],
    left,
    notes: [...walk.notes].slice(0, MAX_NOTES),
  }
}
