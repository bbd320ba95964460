import { setResponseStatus } from 'h3'
import { z } from 'zod'
import { MAX_REVIEW_PICTURES } from '#core/document/limits'
import { reviewPutSchema } from '#core/document/review'
import { reviewPictures, reviewContents } from '#core/handover/review'
import { FIRST_WANTED } from '#core/handover/options'
import { httpError } from '../../../httpError'
import { database, inTransaction } from '../../../db/connect'
import { addJob } from '../../../db/jobs'
import { findProject, staleProject } from '../../../db/projects'
import { findReview, publishReview } from '../../../db/reviews'
import { readBody, apiHandler, notFound, readParam } from '../../../apiHandler'
import { linkTo } from '../../../reviews/requests'

const asked = reviewPutSchema.extend({ version: z.number().int().min(1) })
/** The longest a link holds, in milliseconds. */
const LONGEST = 366 * 24 * 3600 * 1000

/** Publishes a project as it was saved last; its pictures are made by a job. What the link ends in is told here and never again. */
export default apiHandler(async event => {
  const id = readParam(event, 'id', z.uuid())
  const { version, ...put } = await readBody(event, asked)
  const ends = Date.parse(put.endsAt)
  if (ends <= Date.now()) throw httpError(400, 'The end lies in the past.')
  if (ends > Date.now() + LONGEST) throw httpError(400, 'A review is open for a year at most.')
  const project = await findProject(database(), id)
  if (!project) throw notFound('project')
  if (project.version !== version) throw staleProject(project)
  const frozen = reviewContents(project.document, put)
  if (!frozen.shown.looks.length) throw httpError(400, 'No colorway is chosen.')
  const count = reviewPictures(frozen.shown).length
  if (count > MAX_REVIEW_PICTURES)
    throw httpError(400, `That makes ${count} pictures; a review holds ${MAX_REVIEW_PICTURES}. Choose less artwork.`)
  const published = await inTransaction(database(), async sql => {
    const made = await publishReview(sql, id, put, frozen)
    if (!made) return null
    const wanted = { ...FIRST_WANTED, artwork: put.artwork, looks: put.looks }
    const job = await addJob(sql, id, put.title, wanted, { listed: false, review: made.id })
    return job && made
  })
  if (!published) throw notFound('project')
  setResponseStatus(event, 201)
  return { review: await findReview(database(), published.id), link: linkTo(published.token) }
})
