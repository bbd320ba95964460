import { getHeader } from 'h3'
import { MAX_PDF_BYTES, PASSWORD_HEADER } from '#core/pdf/limits'
import { apiRoute } from '../../apiRoute'
import { httpError } from '../../httpError'
import { withBodyAsFile } from '../../incoming'
import { runInWorker } from '../../workers/pool'

const readPassword = (given: string | undefined): string | undefined => {
  try {
    return given === undefined ? undefined : decodeURIComponent(given)
  } catch {
    throw httpError(400, 'The password is not percent-encoded.')
  }
}

export default apiRoute('POST pdfs', ({ event, query: { name } }) => {
  const password = readPassword(getHeader(event, PASSWORD_HEADER))
  return withBodyAsFile(event, MAX_PDF_BYTES, (path, size) =>
    runInWorker(event, 'take pdf', { name, path, password }, size),
  )
})
