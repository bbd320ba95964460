import { computed } from 'vue'
import { hexOfLch, lchOf } from '#core/color/convert'

/** The same value, all but gray and pulled toward white: what is not spotlit. */
const dimmed = (hex: string): string => {
  const { l, c, h } = lchOf(hex)
  return hexOfLch({ l: 0.72 + l * 0.24, c: c * 0.06, h })
}

/** The colors of inks with all but the lit ones dimmed; the colors as they are where nothing is lit. */
export const useSpotlight = (
  inks: () => readonly string[],
  colors: () => ReadonlyMap<string, string>,
  lit: () => ReadonlySet<string> | null,
) =>
  computed<ReadonlyMap<string, string>>(() => {
    const [now, shown] = [colors(), lit()]
    if (!shown) return now
    return new Map(inks().map(ink => [ink, shown.has(ink) ? (now.get(ink) ?? ink) : dimmed(now.get(ink) ?? ink)]))
  })
