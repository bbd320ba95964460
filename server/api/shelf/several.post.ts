import type { ShelfScheme } from '#core/document/shelf'
import { notFound } from '../../apiHandler'
import { apiRoute } from '../../apiRoute'
import { database, inTransaction } from '../../db/connect'
import { setDeletedOnShelf, updateOnShelf } from '../../db/shelf'

/** Changes names, notes and tags of several schemes, takes some from the shelf and puts others back: all of it or nothing. */
export default apiRoute('POST shelf/several', async ({ body }) => {
  const { change, off, on } = await body()
  return inTransaction(database(), async sql => {
    const changed: ShelfScheme[] = []
    for (const { id, details } of change) {
      const scheme = await updateOnShelf(sql, id, details)
      if (!scheme) throw notFound('scheme')
      changed.push(scheme)
    }
    return { changed, off: await setDeletedOnShelf(sql, off, true), on: await setDeletedOnShelf(sql, on, false) }
  })
})
