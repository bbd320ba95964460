import { getQuery } from 'h3'
import { z } from 'zod'
import { hexSchema } from '#core/document/basics'
import { apiHandler } from '../../apiHandler'
import { askInspiration, BEHAVIORS } from '../../inspiration/service'

const behaviorSchema = z.enum(BEHAVIORS)

const asked = z.object({
  words: z.string().max(100).default(''),
  near: hexSchema.optional(),
  fits: z
    .string()
    .max(120)
    .default('')
    .transform(list => list.split(',').filter(Boolean))
    .pipe(z.array(hexSchema).max(12)),
  from: z.coerce.number().int().min(0).max(10_000).default(0),
  count: z.coerce.number().int().min(1).max(60).default(24),
  as: behaviorSchema.optional(),
})

/** The stand-in's behavior by PLUMBAGO_INSPIRATION, where a request does not. */
const usual = behaviorSchema.catch('usual').parse(process.env.PLUMBAGO_INSPIRATION)

export default apiHandler(event => {
  const { words, near, fits, from, count, as } = asked.parse(getQuery(event))
  return askInspiration({ words, near: near ?? null, fits }, from, count, as ?? usual)
})
