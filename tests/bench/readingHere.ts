import { readFileSync } from 'node:fs'
import { Parser } from 'htmlparser2'
import { readSvg } from '#core/svg/read'
import { writeSvg } from '#core/svg/write'
import { generatedSvg } from './generated'
import type { ReadingTimes } from './waiting'

/*
 * Prints what the bare parse, reading and writing take, the best of many runs, in milliseconds, and how large files are, in
 * megabytes. It is run compiled (`readingTimes` in waiting.ts): run from the source, each function that is made would be named, too.
 */

const best = (work: () => void): number => {
  let min = Infinity
  for (let i = 0; i < 40; i++) {
    const start = performance.now()
    work()
    min = Math.min(min, performance.now() - start)
  }
  return min
}

const longLines =
  '<svg xmlns="http://www.w3.org/2000/svg">' +
  `${Array.from({ length: 10 }, (_, i) => `<path fill="#12345${i}" d="M0 0${'L12.5 7.25'.repeat(20_000)}"/>`).join('\n')}` +
  '</svg>'
const files: Array<[string, string]> = [
  ['demo poster', readFileSync('demo/artwork/poster.svg', 'utf8')],
  ['10,000 shapes, 64 inks', generatedSvg(10_000, 64)],
  ['2 MB in lines of 200 kB', longLines],
]
console.log(
  JSON.stringify(
    files.map(([name, text]): ReadingTimes => {
      const bare = best(() => {
        const parser = new Parser({}, { xmlMode: true })
        parser.write(text)
        parser.end()
      })
      const read = best(() => {
        readSvg(text)
      })
      const known = readSvg(text)
      const write = best(() => {
        writeSvg(known, ({ hex }) => `#${hex.slice(3)}${hex.slice(1, 3)}`)
      })
      return { name, megabytes: Buffer.byteLength(text) / 1e6, bare, read, write }
    }),
  ),
)
