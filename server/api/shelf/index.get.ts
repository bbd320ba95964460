import { apiRoute } from '../../apiRoute'
import { database } from '../../db/connect'
import { searchShelf } from '../../db/shelf'

export default apiRoute('GET shelf', ({ query: { from, count, ...query } }) =>
  searchShelf(database(), query, from, count),
)
