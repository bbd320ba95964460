import { setHeader } from 'h3'
import { apiRoute } from '../../../apiRoute'
import { database } from '../../../db/connect'
import { findArtwork } from '../../../db/artwork'

export default apiRoute('GET artwork/[hash]', async ({ event, params }) => {
  const file = await findArtwork(database(), params.hash)
  if (file) setHeader(event, 'cache-control', 'private, max-age=31536000, immutable')
  return file
})
