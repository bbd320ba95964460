import { MAX_REVIEW_PICTURES } from '#core/document/limits'
import { reviewPictures, reviewContents } from '#core/handover/review'
import { FIRST_WANTED } from '#core/handover/options'
import { httpError } from '../../../httpError'
import { database, inTransaction } from '../../../db/connect'
import { addJob } from '../../../db/jobs'
import { findProject, staleProject } from '../../../db/projects'
import { findReview, publishReview } from '../../../db/reviews'
import { apiRoute } from '../../../apiRoute'
import { withLink } from '../../../links'

/** Maximum time for which a link holds, in milliseconds. */
const MAX_OPEN_MS = 366 * 24 * 3600 * 1000

/** Publishes a project as it was saved last; its pictures are made by a job. */
export default apiRoute('POST projects/[id]/reviews', async ({ event, params: { id }, body }) => {
  const { version, ...put } = await body()
  const ends = Date.parse(put.endsAt)
  if (ends <= Date.now()) throw httpError(400, 'The end date is in the past.')
  if (ends > Date.now() + MAX_OPEN_MS) throw httpError(400, 'A review can be open for up to a year.')
  const project = await findProject(database(), id)
  if (!project) return null
  if (project.version !== version) throw staleProject(project)
  const frozen = reviewContents(project.document, put)
  if (!frozen.shown.looks.length) throw httpError(400, 'No colorway is chosen.')
  const count = reviewPictures(frozen.shown).length
  if (count > MAX_REVIEW_PICTURES)
    throw httpError(400, `That makes ${count} pictures; a review holds ${MAX_REVIEW_PICTURES}. Choose less artwork.`)
  const published = await inTransaction(database(), async sql => {
    const review = await publishReview(sql, id, put, frozen)
    if (!review) return null
    const wanted = { ...FIRST_WANTED, artwork: put.artwork, looks: put.looks }
    const job = await addJob(sql, id, put.title, wanted, { listed: false, review })
    return job && review
  })
  const review = published && (await findReview(database(), published))
  return review && withLink(event, 'review', review)
})
