import { collectDefaultMetrics, Gauge, Histogram, Registry } from 'prom-client'
import type { Sql } from 'postgres'

/* Counts and latencies of this process, as Prometheus reads them. */

const registry = new Registry()
collectDefaultMetrics({ register: registry, prefix: 'plumbago_' })

/** Duration of requests, in seconds, by route and status. */
export const requests = new Histogram({
  name: 'plumbago_request_seconds',
  help: 'Time from a request to the end of its answer, by method, route and status.',
  labelNames: ['method', 'route', 'status'],
  buckets: [0.005, 0.01, 0.02, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 5, 15, 60],
  registers: [registry],
})
/** Number of watchers. */
export const watching = new Gauge({
  name: 'plumbago_watching',
  help: 'Open streams of live news.',
  registers: [registry],
})
const jobs = new Gauge({
  name: 'plumbago_jobs',
  help: 'Jobs in the database that wait or are under way.',
  labelNames: ['state'],
  registers: [registry],
})

/** All of it as text, with what the database holds. Rejects while that does not answer. */
export const metricsOf = async (sql: Sql): Promise<{ type: string; text: string }> => {
  const rows = await sql<Array<{ state: string; count: number }>>`
    select state, count(*)::int as count from jobs where state in ('waiting', 'underway') group by state`
  for (const state of ['waiting', 'underway']) jobs.set({ state }, rows.find(each => each.state === state)?.count ?? 0)
  return { type: registry.contentType, text: await registry.metrics() }
}
