import { z } from 'zod'
import { listOf } from '#core/document/basics'
import { shelfSaidSchema, type ShelfScheme } from '#core/document/shelf'
import { database, inTransaction } from '../../db/connect'
import { updateOnShelf, setDeletedOnShelf } from '../../db/shelf'
import { readBody, apiHandler, notFound } from '../../apiHandler'

const MOST = 500
const ids = listOf(z.uuid(), { most: MOST }).default([])
const { name, note, tags, folder, favorite } = shelfSaidSchema.shape
/** Only what is said changes: nothing has a value of its own here. */
const said = z.object({
  name: name.optional(),
  note: note.unwrap().optional(),
  tags: tags.unwrap().optional(),
  folder: folder.unwrap().optional(),
  favorite: favorite.unwrap().optional(),
})
const asked = z.object({
  change: listOf(z.object({ id: z.uuid(), said }), { most: MOST }).default([]),
  off: ids,
  on: ids,
})

/** Changes what is said of several schemes, takes some from the shelf and puts others back: all of it or nothing. */
export default apiHandler(async event => {
  const { change, off, on } = await readBody(event, asked)
  return inTransaction(database(), async sql => {
    const changed: ShelfScheme[] = []
    for (const { id, said: what } of change) {
      const scheme = await updateOnShelf(sql, id, what)
      if (!scheme) throw notFound('scheme')
      changed.push(scheme)
    }
    return { changed, off: await setDeletedOnShelf(sql, off, true), on: await setDeletedOnShelf(sql, on, false) }
  })
})
