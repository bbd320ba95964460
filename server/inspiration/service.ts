import { setTimeout as pause } from 'node:timers/promises'
import { z } from 'zod'
import { inspirationSchema, searched, type Inspiration, type InspirationQuery } from '#core/formats/inspiration'
import schemes from './schemes.json'
import { httpError } from '../httpError'

/* A stand-in for an online inspiration service: as slow, and as unreliable, as it is configured to be. */

/** Behaviors of the service: as usual, very slowly, not at all, or with nothing to offer. */
export const BEHAVIORS = ['usual', 'slow', 'down', 'empty'] as const
export type Behavior = (typeof BEHAVIORS)[number]

const DELAYS: Readonly<Record<Behavior, number>> = { usual: 160, slow: 5000, down: 900, empty: 160 }

const all: Inspiration[] = z.array(inspirationSchema).parse(schemes)

/** A page of schemes and how many there are in all. */
export interface InspirationPage {
  schemes: Inspiration[]
  total: number
}

/** Asks the service. Rejects with 503 where it does not answer. */
export const askInspiration = async (
  query: InspirationQuery,
  from: number,
  count: number,
  behavior: Behavior,
): Promise<InspirationPage> => {
  await pause(DELAYS[behavior])
  if (behavior === 'down') throw httpError(503, 'The inspiration service does not answer.')
  const found = behavior === 'empty' ? [] : searched(all, query)
  return { schemes: found.slice(from, from + count), total: found.length }
}
