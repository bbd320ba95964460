import { execFileSync } from 'node:child_process'
import { readFileSync, writeFileSync } from 'node:fs'

/*
 * Writes npm-shrinkwrap.json: the lock file with the address of every package at the registry that npm is set to. The
 * lock file names no registry, and without addresses npm asks for all that is known of each package before it fetches it.
 */

const registry = execFileSync('npm', ['config', 'get', 'registry'], {
  encoding: 'utf8',
  stdio: ['ignore', 'pipe', 'ignore'],
})
  .trim()
  .replace(/\/$/, '')
const lock = JSON.parse(readFileSync('package-lock.json', 'utf8'))
for (const [path, entry] of Object.entries(lock.packages)) {
  if (!path || entry.link || entry.resolved || !entry.version) continue
  const name = entry.name ?? path.slice(path.lastIndexOf('node_modules/') + 'node_modules/'.length)
  entry.resolved = `${registry}/${name}/-/${name.split('/').at(-1)}-${entry.version}.tgz`
}
writeFileSync('npm-shrinkwrap.json', JSON.stringify(lock))
