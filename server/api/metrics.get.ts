import { timingSafeEqual } from 'node:crypto'
import { getRequestHeader, setHeaders } from 'h3'
import { database } from '../db/connect'
import { apiHandler, notFound } from '../apiHandler'
import { metricsOf } from '../metrics'
import { asks } from '../people/authorize'
import { hashToken } from '../token'

/** The bearer token for reading metrics from elsewhere: PLUMBAGO_METRICS. */
const secret = process.env.PLUMBAGO_METRICS ?? ''

/** Counts and latencies for Prometheus, for whoever knows the secret; for everybody where nobody is asked who they are. */
export default apiHandler(async event => {
  const token = (getRequestHeader(event, 'authorization') ?? '').replace(/^Bearer /, '')
  if (asks && !(secret && timingSafeEqual(hashToken(token), hashToken(secret)))) throw notFound('page')
  const { type, text } = await metricsOf(database())
  setHeaders(event, { 'content-type': type })
  return text
})
