import { spawn } from 'node:child_process'
import { createRequire } from 'node:module'
import { resolve } from 'node:path'
import type { Pixels } from '#core/picture/pixels'
import type { Renderer } from '#core/inkmap/measureAreas'
import { poolOf } from './pool'

/**
 * The renderer runs in a process of its own: there are drawings that bring the library down, and with it the
 * process it is in.
 */
const RENDERER = `
  const { renderAsync, Resvg } = require(process.argv[1])
  const wanted = {
    pixels: async (svg, options) => {
      const { width, height, pixels: data } = await renderAsync(svg, options)
      return { width, height, data }
    },
    png: async (svg, options) => ({ png: (await renderAsync(svg, options)).asPng() }),
    plain: async (svg, options) => ({ plain: new Resvg(svg, options).toString() }),
  }
  process.on('message', ({ svg, options, as }) => wanted[as](svg, options).then(
    answer => process.send(answer),
    error => process.send({ failed: String(error?.message ?? error) })))
  process.on('disconnect', () => process.exit())
`

/** Maximum time of one rendering, in milliseconds. */
const LONGEST = 60_000

/** Maximum memory of a renderer, in MB. */
const MEMORY = 2048

/** Number of renderers that work side by side. */
export const RENDERERS = 2

interface Task {
  svg: string
  options: object
  as: 'pixels' | 'png' | 'plain'
}
type Answer = Pixels | { png: Uint8Array } | { plain: string } | { failed: string }

const renderers = poolOf<Task, Answer>({
  size: RENDERERS,
  longest: LONGEST,
  late: `It takes longer than ${LONGEST / 1000} seconds to draw.`,
  broken: 'It can’t be drawn: the renderer crashed on it.',
  memory: MEMORY,
  greedy: `It takes more than ${MEMORY / 1024} GB of memory to draw.`,
  tries: 2,
  hire: () => {
    const library = createRequire(resolve(process.argv[1] ?? 'index.js')).resolve('@resvg/resvg-js')
    return spawn(process.execPath, ['-e', RENDERER, library], {
      stdio: ['ignore', 'ignore', 'ignore', 'ipc'],
      serialization: 'advanced',
    })
  },
})

/** Fonts of the machine, where a drawing has live text: finding them takes time. */
const fontsFor = (svg: string): object => ({
  font: { loadSystemFonts: /<(?:\w+:)?text[\s>]/.test(svg) },
  logLevel: 'off',
})

const renderInWorker = async (task: Task): Promise<Exclude<Answer, { failed: string }>> => {
  const answer = await renderers.run(task)
  if ('failed' in answer) throw new Error(answer.failed)
  return answer
}

/**
 * Renders an SVG to pixels, in a process of its own. Rejects with the reason where it cannot, or where it takes too
 * long.
 */
export const renderSvg: Renderer = async (svg, { side, pixels, crisp }) => {
  const options = { ...fontsFor(svg), fitTo: { mode: side, value: pixels }, shapeRendering: crisp ? 0 : 2 }
  return (await renderInWorker({ svg, options, as: 'pixels' })) as Pixels
}

/** The color channels of pixels without their alpha multiplied in, in place: what is half clear is as bright as it was drawn. */
const unpremultiply = (data: Uint8Array): void => {
  for (let p = 3; p < data.length; p += 4) {
    const alpha = data[p] as number
    if (alpha === 0 || alpha === 255) continue
    for (let c = p - 3; c < p; c++) data[c] = Math.min(255, Math.round(((data[c] as number) * 255) / alpha))
  }
}

/** Renders an SVG to RGBA pixels, so many wide, clear where nothing is drawn. Rejects as `renderPng` does. */
export const renderPixels = async (svg: string, width: number): Promise<Pixels> => {
  const options = { ...fontsFor(svg), fitTo: { mode: 'width', value: width } }
  const pixels = (await renderInWorker({ svg, options, as: 'pixels' })) as Pixels
  unpremultiply(pixels.data)
  return pixels
}

/** Renders an SVG to a PNG so many pixels wide, clear or on a ground. Rejects with the reason where it cannot. */
export const renderPng = async (svg: string, width: number, ground: string | null = null): Promise<Buffer> => {
  const options = { ...fontsFor(svg), fitTo: { mode: 'width', value: width }, ...(ground && { background: ground }) }
  const { png } = (await renderInWorker({ svg, options, as: 'png' })) as { png: Uint8Array }
  return Buffer.from(png.buffer, png.byteOffset, png.byteLength)
}

/**
 * An SVG in plain form, as its renderer understands it: styles resolved, letters as outlines, shapes as paths; it takes the
 * size of its place. Rejects with
 * the reason where it cannot.
 */
export const plainSvg = async (svg: string): Promise<string> => {
  const { plain } = (await renderInWorker({ svg, options: fontsFor(svg), as: 'plain' })) as { plain: string }
  return plain.replace(/^<svg width="[^"]*" height="[^"]*"/, '<svg')
}
