import { apiRoute } from '../../apiRoute'
import { database } from '../../db/connect'
import { listProjects } from '../../db/projects'

export default apiRoute('GET projects', ({ query: { before, limit, words, order } }) =>
  listProjects(database(), limit, before, words, order),
)
