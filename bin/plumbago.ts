import { mkdir, readdir, readFile, writeFile } from 'node:fs/promises'
import { dirname, join, relative } from 'node:path'
import { parseArgs } from 'node:util'
import { cleanSvg, type Removal } from '../core/artwork/clean'
import { decoded, encoded, type Encoding } from '../core/artwork/encoding'
import { measuredInks } from '../core/artwork/inks'
import { readSvg } from '../core/artwork/read'
import { writeSvg } from '../core/artwork/write'
import { parseColor } from '../core/color/parse'
import { numbered, plainName } from '../core/color/name'
import { WHEELS } from '../core/color/wheel'
import { APART, EXTRACTED, extracted, warmUp, type Lean } from '../core/extract/extract'
import { toCss, toText, toTokens } from '../core/formats/formats'
import { COUNT, derive } from '../core/harmony/derive'
import { HARMONIES } from '../core/harmony/harmony'
import { pictureInfo, workingPicture } from '../render/pictures'
import { renderSvg } from '../render/resvg'

const USAGE = `Usage:
  plumbago inks FILE.svg --json
  plumbago remap FILE.svg --map '#from=#to,…' -o OUT.svg
  plumbago batch DIR --map-file map.json -o OUTDIR
  plumbago extract IMAGE --count N [--lean X,Y] [--apart DELTA_E] --json
  plumbago scheme --base COLOR --harmony KIND --wheel light|paint|perceptual --count N [--spread DEGREES] [--turn DEGREES] --format css|tokens|text
`

/** Something said wrong or a file that cannot be read: one sentence, exit code 2. */
class Refusal extends Error {}

/** The longer side of the picture inks are measured on, in pixels. */
const MEASURED = 256

type ColorMap = ReadonlyMap<string, string>

const refuse = (sentence: string): never => {
  throw new Refusal(sentence)
}

const reasonOf = (error: unknown): string => {
  const { code, message } = error as NodeJS.ErrnoException
  if (code === 'ENOENT') return 'There is no such file.'
  if (code === 'EISDIR') return 'It is a folder, not a file.'
  if (code === 'EACCES') return 'It may not be read or written.'
  return message
}

const colorIn = (text: string): string => parseColor(text)?.hex ?? refuse(`“${text}” is not a color.`)

const mapOf = (pairs: Iterable<readonly [string, string]>): ColorMap =>
  new Map([...pairs].map(([from, to]) => [colorIn(from), colorIn(to)]))

const pairsIn = (text: string): Array<[string, string]> => text.split(',').filter(pair => pair.trim()).map(pair => {
  const [from, to, ...more] = pair.split('=')
  return from && to && !more.length ? [from, to] : refuse(`“${pair}” is not a pair like #aabbcc=#ddeeff.`)
})

const readFileClean = async (path: string): Promise<{ source: string, encoding: Encoding, removed: Removal[] }> => {
  const { text, encoding } = decoded(await readFile(path))
  return { ...cleanSvg(text), encoding }
}

const inks = async (path: string): Promise<string> => {
  const { source, removed } = await readFileClean(path)
  const reading = readSvg(source)
  const { inks } = await measuredInks(reading, renderSvg, MEASURED)
  return `${JSON.stringify({ inks, removed, notes: reading.notes })}\n`
}

const remapFile = async (path: string, map: ColorMap, out: string): Promise<Removal[]> => {
  const { source, encoding, removed } = await readFileClean(path)
  const text = writeSvg(readSvg(source), ink => map.get(ink.hex) ?? ink.hex)
  await mkdir(dirname(out), { recursive: true })
  await writeFile(out, encoded({ text, encoding }))
  return removed
}

const warn = (path: string, removed: readonly Removal[]): void => {
  for (const { what, line } of removed) process.stderr.write(`${path}: took out ${what} (line ${line})\n`)
}

const svgFilesIn = async (folder: string): Promise<string[]> => {
  const entries = await readdir(folder, { withFileTypes: true, recursive: true })
  return entries.filter(entry => entry.isFile() && /\.svg$/i.test(entry.name)).map(entry => join(entry.parentPath, entry.name)).sort()
}

const batch = async (folder: string, mapFile: string, out: string): Promise<number> => {
  const said: unknown = JSON.parse(await readFile(mapFile, 'utf8'))
  if (typeof said !== 'object' || said === null || Array.isArray(said)) return refuse(`${mapFile} has to hold pairs like {"#aabbcc": "#ddeeff"}.`)
  const map = mapOf(Object.entries(said).map(([from, to]) => [from, String(to)]))
  const files = await svgFilesIn(folder)
  const failed: string[] = []
  for (const path of files) {
    try {
      warn(path, await remapFile(path, map, join(out, relative(folder, path))))
    } catch (error) {
      failed.push(`${path}: ${reasonOf(error)}`)
    }
  }
  process.stdout.write(`${files.length - failed.length} of ${files.length} files remapped.\n`)
  if (failed.length) process.stdout.write(`Failed:\n${failed.map(line => `  ${line}\n`).join('')}`)
  return failed.length ? 2 : 0
}

const leanIn = (said: string): Lean => {
  const [x, y, ...more] = said.split(',').map(part => numberIn(part, 'lean'))
  if (x === undefined || y === undefined || more.length || Math.abs(x) > 1 || Math.abs(y) > 1) return refuse(`“${said}” is no lean; it takes two numbers from -1 to 1, like 0.5,-0.2.`)
  return { x, y }
}

interface ExtractWords { count: string, lean: string, apart: string }

/** The colors of a picture with their shares and places, and how long it took to decode and to extract, in milliseconds. */
const extract = async (path: string, words: ExtractWords): Promise<string> => {
  const count = numberIn(words.count, 'count')
  if (!Number.isInteger(count) || count < EXTRACTED.least || count > EXTRACTED.most) refuse(`An extraction gives ${EXTRACTED.least} to ${EXTRACTED.most} colors, not ${words.count}.`)
  const lean = leanIn(words.lean)
  const apart = numberIn(words.apart, 'apart')
  const start = performance.now()
  const bytes = await readFile(path)
  const info = await pictureInfo(bytes)
  const decoding = workingPicture(bytes, info)
  warmUp()
  const picture = await decoding
  const decoded = performance.now()
  const { found, flat, note } = extracted([{ picture }], { count, apart }, lean)
  const tenth = (ms: number): number => Math.round(ms * 10) / 10
  return `${JSON.stringify({
    swatches: found.map(({ hex, share, x, y }) => ({ hex, share: Math.round(share * 1e4) / 1e4, x: Math.round(x * 1e4) / 1e4, y: Math.round(y * 1e4) / 1e4 })),
    flat, notes: [...info.notes, ...note ? [note] : []],
    ms: { decode: tenth(decoded - start), extract: tenth(performance.now() - decoded) },
  })}\n`
}

const oneOf = <Word extends string>(words: readonly Word[], said: string, what: string): Word =>
  words.find(word => word === said.replace(/-/g, ' ')) ?? refuse(`“${said}” is no ${what}; there are ${words.join(', ')}.`)

const numberIn = (said: string, what: string): number => {
  const value = Number(said)
  return said.trim() && Number.isFinite(value) ? value : refuse(`“${said}” is no number for ${what}.`)
}

interface SchemeWords { base: string, harmony: string, wheel: string, count: string, format: string, spread?: string | undefined, turn: string }

const scheme = (words: SchemeWords): string => {
  const typed = parseColor(words.base) ?? refuse(`“${words.base}” is not a color.`)
  const count = numberIn(words.count, 'count')
  if (!Number.isInteger(count) || count < COUNT.least || count > COUNT.most) refuse(`A scheme has ${COUNT.least} to ${COUNT.most} swatches, not ${words.count}.`)
  const hexes = derive({
    base: typed.hex, baseHue: typed.hue, count,
    kind: oneOf(HARMONIES, words.harmony, 'harmony'),
    wheel: oneOf(WHEELS, words.wheel, 'wheel'),
    spread: words.spread === undefined ? undefined : numberIn(words.spread, 'spread'),
    turn: numberIn(words.turn, 'turn'),
  }).map(({ hex }) => hex)
  const names = numbered(hexes.map(plainName))
  const colors = hexes.map((hex, i) => ({ hex, name: names[i] as string }))
  const title = `${words.harmony} on ${typed.hex}`
  switch (oneOf(['css', 'tokens', 'text'], words.format, 'format')) {
    case 'css': return toCss(title, colors)
    case 'tokens': return toTokens(title, colors)
    case 'text': return toText(colors)
  }
}

const needed = (value: string | undefined, what: string): string => value ?? refuse(`${what} is missing.`)

/** A value that begins with a minus sign is no option: `--lean -0.5,1` reads as `--lean=-0.5,1`. */
const joinedArgs = (args: readonly string[]): string[] => args.flatMap((arg, i) => {
  const isNumber = /^-[\d.]/.test(arg)
  if (isNumber && args[i - 1]?.startsWith('--')) return []
  return arg.startsWith('--') && /^-[\d.]/.test(args[i + 1] ?? '') ? [`${arg}=${args[i + 1]}`] : [arg]
})

const run = async (): Promise<number> => {
  const { values, positionals: [verb, path] } = parseArgs({
    args: joinedArgs(process.argv.slice(2)),
    allowPositionals: true,
    options: {
      'json': { type: 'boolean' }, 'map': { type: 'string' }, 'map-file': { type: 'string' }, 'out': { type: 'string', short: 'o' },
      'base': { type: 'string' }, 'harmony': { type: 'string', default: 'complementary' }, 'wheel': { type: 'string', default: 'paint' },
      'count': { type: 'string', default: '5' }, 'format': { type: 'string', default: 'text' }, 'spread': { type: 'string' }, 'turn': { type: 'string', default: '0' },
      'lean': { type: 'string', default: '0,0' }, 'apart': { type: 'string', default: String(APART.usual) },
      'help': { type: 'boolean', short: 'h' },
    },
  })
  if (values.help || !verb) {
    process.stdout.write(USAGE)
    return verb || values.help ? 0 : 2
  }
  const naming = (what: string) => (error: unknown): never => {
    if (error instanceof Refusal) throw error
    throw new Refusal(`${what}: ${reasonOf(error)}`)
  }
  switch (verb) {
    case 'inks': {
      const file = needed(path, 'The SVG file')
      process.stdout.write(await inks(file).catch(naming(file)))
      return 0
    }
    case 'remap': {
      const file = needed(path, 'The SVG file')
      const map = mapOf(pairsIn(needed(values.map, '--map')))
      warn(file, await remapFile(file, map, needed(values.out, '-o')).catch(naming(file)))
      return 0
    }
    case 'batch': {
      const folder = needed(path, 'The folder')
      return batch(folder, needed(values['map-file'], '--map-file'), needed(values.out, '-o')).catch(naming(folder))
    }
    case 'extract': {
      const file = needed(path, 'The picture')
      process.stdout.write(await extract(file, values).catch(naming(file)))
      return 0
    }
    case 'scheme':
      process.stdout.write(scheme({ ...values, base: needed(values.base, '--base') }))
      return 0
    default: return refuse(`“${verb}” is nothing this can do; there are inks, remap, batch, extract and scheme.`)
  }
}

run().then(code => { process.exitCode = code }, (error: unknown) => {
  process.stderr.write(`${reasonOf(error)}\n`)
  process.exitCode = 2
})
