import { execFileSync } from 'node:child_process'
import { readdirSync, readFileSync } from 'node:fs'

/* The pages for those who work on the program name files that are there. */

const files = execFileSync('git', ['ls-files', '--cached', '--others', '--exclude-standard'], { encoding: 'utf8' })
  .split('\n')
  .filter(Boolean)
const isFile = (name: string): boolean => files.some(file => file === name || file.endsWith(`/${name}`))
const pages = ['README.md', 'docs/architecture.md', 'docs/glossary.md', 'docs/deploy.md'].concat(
  readdirSync('docs/architecture').map(name => `docs/architecture/${name}`),
)
/** Written when the program runs, or named as what one takes with oneself. */
const NOT_HERE = new Set(['.data/start.json', 'plumbago.json', 'contents.json'])

it.each(pages)('%s names files that are there', page => {
  const text = readFileSync(page, 'utf8')
  const named = [...text.matchAll(/`([\w./-]+\.(?:ts|vue|mjs|sql|md|json|cfg|sh|css))`/g)].map(([, name]) => name!)
  const linked = [...text.matchAll(/\]\((?!https?:|#)([^)#]+)/g)].map(([, to]) => to!.replace(/^(?:\.\.?\/)+/, ''))
  expect([...named, ...linked].filter(name => !isFile(name) && !NOT_HERE.has(name))).toEqual([])
})
