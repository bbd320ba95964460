import { defineNitroPlugin } from 'nitropack/runtime'
import { createHash } from 'node:crypto'
import { pagePolicy } from '../headers'

/** Every page carries a policy that names its own inline scripts by their hash. */
export default defineNitroPlugin(nitro => {
  nitro.hooks.hook('render:response', response => {
    const html = typeof response.body === 'string' ? response.body : ''
    const scripts = [...html.matchAll(/<script(?![^>]*\bsrc=)[^>]*>([^]*?)<\/script>/g)].map(match => match[1] ?? '')
    const hashes = scripts.filter(Boolean).map(script => createHash('sha256').update(script).digest('base64'))
    const { 'x-powered-by': _, ...headers } = response.headers ?? {}
    response.headers = { ...headers, 'content-security-policy': pagePolicy(hashes) }
  })
})
