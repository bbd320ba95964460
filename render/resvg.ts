import { spawn } from 'node:child_process'
import { createRequire } from 'node:module'
import { resolve } from 'node:path'
import type { Pixels } from '../core/picture/pixels'
import type { Renderer } from '../core/artwork/measure'
import { poolOf } from './pool'

/**
 * What a renderer runs, in a process of its own: there are drawings that bring the library down, and with it the
 * process it is in.
 */
const RENDERER = `
  const { renderAsync } = require(process.argv[1])
  process.on('message', ({ svg, options }) => renderAsync(svg, options).then(
    ({ width, height, pixels: data }) => process.send({ width, height, data }),
    error => process.send({ failed: String(error?.message ?? error) })))
  process.on('disconnect', () => process.exit())
`

/** How long one rendering may take, in milliseconds. */
const LONGEST = 60_000

/** How many renderers work side by side. */
const RENDERERS = 2

type Answer = Pixels | { failed: string }

const renderers = poolOf<{ svg: string; options: object }, Answer>({
  size: RENDERERS,
  longest: LONGEST,
  late: `It takes more than ${LONGEST / 1000} seconds to draw.`,
  broken: 'It cannot be drawn: the renderer broke down over it.',
  hire: () => {
    const library = createRequire(resolve(process.argv[1] ?? 'index.js')).resolve('@resvg/resvg-js')
    return spawn(process.execPath, ['-e', RENDERER, library], {
      stdio: ['ignore', 'ignore', 'ignore', 'ipc'],
      serialization: 'advanced',
    })
  },
})

/**
 * Renders an SVG to pixels, in a process of its own. Rejects with the reason where it cannot, or where it takes too
 * long.
 */
export const renderSvg: Renderer = async (svg, { side, pixels, crisp }) => {
  const options = {
    fitTo: { mode: side, value: pixels },
    font: { loadSystemFonts: /<(?:\w+:)?text[\s>]/.test(svg) },
    shapeRendering: crisp ? 0 : 2,
    logLevel: 'off',
  }
  const answer = await renderers.run({ svg, options })
  if ('failed' in answer) throw new Error(answer.failed)
  return answer
}
