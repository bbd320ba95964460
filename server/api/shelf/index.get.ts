import { getQuery } from 'h3'
import { z } from 'zod'
import { hexSchema } from '#core/document/basics'
import { shelfQuerySchema, tagSchema } from '#core/document/shelf'
import { database } from '../../db/connect'
import { searchShelf } from '../../db/shelf'
import { apiHandler } from '../../apiHandler'

const listed = <Each extends z.ZodType<unknown, string>>(each: Each, most: number) =>
  z
    .string()
    .max(2000)
    .default('')
    .transform(list => list.split(',').filter(Boolean))
    .pipe(z.array(each).max(most))

const asked = shelfQuerySchema.extend({
  tags: listed(tagSchema, 20),
  holds: listed(hexSchema, 12),
  fits: listed(hexSchema, 12),
  favorite: z.stringbool().default(false),
  from: z.coerce.number().int().min(0).max(10_000).default(0),
  count: z.coerce.number().int().min(1).max(100).default(48),
})

export default apiHandler(event => {
  const { from, count, ...query } = asked.parse(getQuery(event))
  return searchShelf(database(), query, from, count)
})
