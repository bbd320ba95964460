import { spawn, type ChildProcess } from 'node:child_process'
import { createRequire } from 'node:module'
import { resolve } from 'node:path'
import type { Pixels } from '../core/picture/pixels'
import type { Renderer } from '../core/artwork/measure'

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

const idle: ChildProcess[] = []
const waiting: Array<(child: ChildProcess) => void> = []
let renderers = 0

const hire = (): ChildProcess => {
  const library = createRequire(resolve(process.argv[1] ?? 'index.js')).resolve('@resvg/resvg-js')
  return spawn(process.execPath, ['-e', RENDERER, library], {
    stdio: ['ignore', 'ignore', 'ignore', 'ipc'],
    serialization: 'advanced',
  })
}

/** A renderer that is free, as soon as there is one. */
const free = (): Promise<ChildProcess> | ChildProcess => {
  const child = idle.pop()
  if (child) return child
  if (renderers >= RENDERERS) return new Promise(done => waiting.push(done))
  renderers++
  return hire()
}

/** Hands a renderer on to who waits for it; one that is idle does not keep the process alive. */
const giveBack = (child: ChildProcess): void => {
  const next = waiting.shift()
  if (next) return next(child)
  child.unref()
  child.channel?.unref()
  idle.push(child)
}

/** One that is gone is replaced by a fresh one where somebody waits. */
const giveUp = (child: ChildProcess): void => {
  child.kill('SIGKILL')
  const next = waiting.shift()
  if (next) next(hire())
  else renderers--
}

const render = (child: ChildProcess, task: { svg: string; options: object }): Promise<Answer> =>
  new Promise(done => {
    const late = setTimeout(
      () => settle({ failed: `It takes more than ${LONGEST / 1000} seconds to draw.` }, false),
      LONGEST,
    )
    const settle = (answer: Answer, well: boolean): void => {
      clearTimeout(late)
      child.removeAllListeners()
      if (well) giveBack(child)
      else giveUp(child)
      done(answer)
    }
    child.ref()
    child.channel?.ref()
    child.once('message', answer => settle(answer as Answer, true))
    child.once('exit', () => settle({ failed: 'It cannot be drawn: the renderer broke down over it.' }, false))
    child.once('error', error => settle({ failed: error.message }, false))
    child.send(task, error => {
      if (error) settle({ failed: error.message }, false)
    })
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
  const answer = await render(await free(), { svg, options })
  if ('failed' in answer) throw new Error(answer.failed)
  return answer
}
