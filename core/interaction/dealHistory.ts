import { z } from 'zod'
import { hexSchema } from '#core/document/basics'
import { lookOf, lookSchema, type Look, type Project } from '#core/document/project'
import { HARMONIES } from '#core/harmony/harmony'
import { companionsIn, POOL, type DealOrder } from '#core/proofs/deals'

/** A deal made before: what it was dealt for, and the seeds that were chosen, once they are. */
const pastDealSchema = z.object({
  from: lookSchema,
  seed: z.number().int(),
  kind: z.enum(HARMONIES).nullable(),
  like: z.array(hexSchema).nullable().default(null),
  unlike: z.array(z.array(hexSchema)).default([]),
  seeds: z.array(z.number().int()).nullable().default(null),
})
export type PastDeal = z.infer<typeof pastDealSchema>

/** Maximum number of deals that are remembered. */
export const MAX_DEALS = 24
/** Maximum number of disliked looks a deal keeps away from. */
const MAX_UNLIKE = 48

/** Reads remembered deals; none where the text holds none. */
export const readDeals = (text: string | null): PastDeal[] => {
  try {
    return z.array(pastDealSchema).safeParse(JSON.parse(text ?? '[]')).data ?? []
  } catch {
    return [] // what is no JSON is no deal
  }
}

/**
 * Returns a fresh deal for a project, with seeds no deal before it used; `change` says in what it differs from that.
 */
export const freshDeal = (
  now: Project,
  past: readonly PastDeal[],
  withinHarmony: boolean,
  change: Partial<DealOrder> = {},
): PastDeal => {
  const last = past.at(-1)
  return {
    from: lookOf(now),
    seed: last ? last.seed + POOL : 1,
    kind: withinHarmony && now.derived ? now.harmony.kind : null,
    like: null,
    unlike: [],
    seeds: null,
    ...change,
  }
}

/** Options for a deal that comes out like a look: the companions of that look, beside what is locked in it. */
export const dealLike = (look: Look, now: Project): Partial<DealOrder> => ({
  from: look,
  like: companionsIn(look, look, now),
})

/** Options for a deal that keeps away from a look, and from those disliked before. */
export const dealUnlike = (look: Look, now: Project, current: PastDeal | null): Partial<DealOrder> => {
  const from = current?.from ?? lookOf(now)
  const before = (current?.unlike ?? []).slice(1 - MAX_UNLIKE)
  return { from, kind: current?.kind ?? null, unlike: [...before, companionsIn(from, look, now)] }
}

/** Returns the deals with one more; the oldest go where there are too many. */
export const withDeal = (past: readonly PastDeal[], deal: PastDeal): PastDeal[] => [...past, deal].slice(-MAX_DEALS)
