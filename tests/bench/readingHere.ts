import { readFileSync } from 'node:fs'
import { Parser } from 'htmlparser2'
import { readSvg } from '../../core/artwork/read'
import { generatedSvg } from './generated'

/* Prints what reading takes and what the bare parse takes, the best of many runs, in milliseconds. Run compiled: see waiting.ts. */

const best = (work: () => void): number => {
  let least = Infinity
  for (let i = 0; i < 40; i++) {
    const start = performance.now()
    work()
    least = Math.min(least, performance.now() - start)
  }
  return least
}

const files: Array<[string, string]> = [
  ['demo poster', readFileSync('demo/artwork/poster.svg', 'utf8')],
  ['10,000 shapes, 64 inks', generatedSvg(10_000, 64)],
]
console.log(
  JSON.stringify(
    files.map(([name, text]) => ({
      name,
      bare: best(() => {
        const parser = new Parser({}, { xmlMode: true })
        parser.write(text)
        parser.end()
      }),
      read: best(() => {
        readSvg(text)
      }),
    })),
  ),
)
