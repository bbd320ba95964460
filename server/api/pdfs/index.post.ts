import { getHeader } from 'h3'
import { MAX_PDF_BYTES } from '#core/pdf/limits'
import { PASSWORD_HEADER } from '#core/api/contracts'
import { apiRoute } from '../../apiRoute'
import { withBodyAsFile } from '../../incoming'
import { runInWorker } from '../../workers/pool'

export default apiRoute('POST pdfs', ({ event, query: { name } }) => {
  const given = getHeader(event, PASSWORD_HEADER)
  const password = given === undefined ? undefined : decodeURIComponent(given)
  return withBodyAsFile(event, MAX_PDF_BYTES, (path, size) =>
    runInWorker(event, 'take pdf', { name, path, password }, size),
  )
})
