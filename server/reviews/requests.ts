import { setHeaders, type H3Event } from 'h3'
import { z } from 'zod'
import type { AnswerOf, QueryOf } from '#core/api/contracts'
import { shownKeySchema } from '#core/document/review'
import { BEFORE, reviewPath, REVIEW_SIZES, type ReviewSize } from '#core/handover/review'
import { clientAddress } from '../address'
import { database } from '../db/connect'
import { reviewBehind, reviewPicture } from '../db/reviews'
import { answersBefore, threadsOn, type From } from '../db/reviewComments'
import { notFound, readParam } from '../apiHandler'
import { PICTURE_HEADERS } from '../headers'

/* Common parts of review routes, for whoever has a link and for the designer. */

/** The review behind the link that is asked for. */
export const requestedReview = (event: H3Event): Promise<string> =>
  reviewBehind(database(), event.context.params?.token ?? '')

/** The threads on a colorway, or on all, or earlier answers to one of them. */
export const findComments = async (
  review: string,
  asked: QueryOf<'GET review/[token]/comments'>,
): Promise<AnswerOf<'GET review/[token]/comments'>> => {
  if ('thread' in asked) return { answers: await answersBefore(database(), review, asked.thread, asked.before) }
  return threadsOn(database(), review, asked.look, asked.before)
}

const sizeSchema = z.enum(Object.keys(REVIEW_SIZES) as [ReviewSize, ...ReviewSize[]])
const lookSchema = z.union([shownKeySchema, z.literal(BEFORE)])

/** A picture of a review. */
export const requestedPicture = async (event: H3Event, review: string): Promise<Buffer> => {
  const size = readParam(event, 'size', sizeSchema, 'picture')
  const [look, artwork] = [
    readParam(event, 'look', lookSchema, 'picture'),
    readParam(event, 'artwork', shownKeySchema, 'picture'),
  ]
  const bytes = await reviewPicture(database(), review, reviewPath(size, { look, artwork }))
  if (!bytes) throw notFound('picture')
  setHeaders(event, { ...PICTURE_HEADERS, 'content-type': 'image/webp' })
  return bytes
}

/** Where a comment comes from: the browser's user agent, and the address. */
export const fromOf = (event: H3Event, reader: string): From => ({ reader, address: clientAddress(event) })
