import { numberDuplicates, plainName } from '#core/color/name'
import { MAX_ON_SHELF } from '#core/document/limits'
import { asName } from '#core/document/names'
import type { KeptSwatch } from '#core/document/shelf'
import { rolesOf } from '#core/harmony/proportion'

/**
 * Colors as the shelf keeps them, as many as it does: those without a name are called by what they look like, those without shares
 * cover the same, and roles follow from both.
 */
export const shelfSwatches = (
  colors: ReadonlyArray<{ hex: string; name?: string | null; share?: number | null }>,
): KeptSwatch[] => {
  const all = colors.slice(0, MAX_ON_SHELF)
  const sum = all.reduce((total, { share }) => total + (share ?? 0), 0)
  const shared = all.map(({ hex, share }) => ({ hex, share: sum > 0 ? (share ?? 0) / sum : 1 / all.length }))
  const names = numberDuplicates(all.map(({ hex, name }) => asName(name ?? '') || plainName(hex)))
  const roles = rolesOf(shared)
  return shared.map((swatch, i) => ({ ...swatch, name: names[i] as string, role: roles[i] ?? 'supporting' }))
}
