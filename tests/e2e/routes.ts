import { readdirSync } from 'node:fs'

/** Every route there is, as method and path; what stands in brackets is to be filled in. */
export const ROUTES = readdirSync('server/api', { recursive: true, encoding: 'utf8' })
  .filter(path => /\.(get|post|put|delete)\.ts$/.test(path))
  .map(path => {
    const [, at = '', method = ''] = /^(.*)\.(get|post|put|delete)\.ts$/.exec(path) ?? []
    return { method: method.toUpperCase(), path: `/api/${at.replace(/\/?index$/, '')}` }
  })
