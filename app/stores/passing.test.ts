import { hexOfRgb } from '#core/color/convert'
import { paintInkMap, type InkMap } from '#core/inkmap/inkmap'
import { inkMapOfShares } from '#core/inkmap/testing'
import { derivedFrom } from '#core/interaction/testing'
import { ringTargets } from '#core/interaction/ring'
import { paintingOf } from '#core/painting/painting'
import { freshWorker, worker } from '~/testing/desk'
import { freshPage, until } from '~/testing/page'
import { artworkOf, beginProject } from '~/testing/project'
import type { ScreenArtwork } from '~/workers/artwork.worker'
import type { PassingPlace } from '~/workers/passing.worker'
import { useArtworkFiles } from './artwork'
import { useHistory } from './history'
import { usePainting } from './painting'
import { usePassing } from './passing'
import { useStage } from './stage'

/* What passes by under a hand, with the code of its worker in this process, on canvases that record what is drawn. */

jest.mock('comlink', () => jest.requireActual<typeof import('~/testing/desk')>('~/testing/desk').comlink)
jest.mock('~/workers/desk', () => jest.requireActual<typeof import('~/testing/desk')>('~/testing/desk').desks)

/** The pens of the canvases: what was filled, by its color, and the pixels that were put. */
class Pen {
  fills: Array<{ color: string; x: number; y: number }> = []
  pixels: Uint8ClampedArray | null = null
  fillStyle = ''
  private at = { x: 0, y: 0 }
  constructor(readonly canvas: { width: number; height: number }) {}
  arc = (x: number, y: number): void => void (this.at = { x, y })
  moveTo = (x: number, y: number): void => void (this.at = { x, y })
  fill = (): void => void this.fills.push({ color: this.fillStyle, ...this.at })
  fillRect = (x: number, y: number): void => void this.fills.push({ color: this.fillStyle, x, y })
  clearRect = (): void => void (this.fills = [])
  putImageData = ({ data }: { data: Uint8ClampedArray }): void => void (this.pixels = data.slice())
}
const NO_STROKES = [
  'save',
  'restore',
  'translate',
  'scale',
  'setTransform',
  'beginPath',
  'closePath',
  'lineTo',
  'stroke',
]
for (const name of [...NO_STROKES, 'strokeRect', 'setLineDash'])
  Object.assign(Pen.prototype, { [name]: () => undefined })

const pens = new Map<PassingPlace, Pen>()
class Canvas {
  constructor(private readonly place: PassingPlace) {}
  transferControlToOffscreen(): unknown {
    const canvas = { width: 0, height: 0 }
    const pen = new Pen(canvas)
    pens.set(this.place, pen)
    return { getContext: () => pen }
  }
}

const INKS = [
  [hexOfRgb(0.1, 0.3, 0.3), 0.5],
  [hexOfRgb(0.9, 0.7, 0.3), 0.3],
  [hexOfRgb(0.95, 0.95, 0.9), 0.2],
] as const
const hexes = INKS.map(([hex]) => hex)
/** Two inks pass into each other from left to right; the third lies in the last row. */
const map: InkMap = inkMapOfShares(16, 4, (x, y) =>
  y === 3
    ? [[2, 255]]
    : [
        [0, 255 - x * 17],
        [1, x * 17],
      ],
)

const begin = async (): Promise<void> => {
  const { art, file } = artworkOf('a', INKS)
  const files = useArtworkFiles()
  files.files = new Map([[art.hash, file]])
  beginProject(derivedFrom('#0f6d5f', { kind: 'triadic', count: 5 }), { known: () => usePainting().known })
  useHistory().run({ do: 'add artwork', artwork: [art] })
  files.screens = new Map([[art.hash, { inks: hexes, svg: null } as unknown as ScreenArtwork]])
  files.maps = new Map([[art.hash, { fine: map, coarse: map }]])
  const passing = usePassing()
  for (const place of ['stage', 'ring', 'tones', 'band'] as const)
    passing.paint(place, {
      element: new Canvas(place) as unknown as HTMLCanvasElement,
      size: () => ({ width: 120, height: 46, scale: 2 }),
    })
  passing.askBlocks(() => ({ places: { s1: { left: 0, width: 60 } }, height: 40, covers: null }))
  await passing.prepare()
  worker.calls.length = 0
}
beforeEach(() => {
  jest.requireActual('../workers/passing.worker')
  Object.assign(globalThis, {
    HTMLCanvasElement: Canvas,
    ImageData: class {
      data: Uint8ClampedArray
      constructor(
        readonly width: number,
        readonly height: number,
      ) {
        this.data = new Uint8ClampedArray(width * height * 4)
      }
    },
    requestAnimationFrame: (done: () => void) => setTimeout(done, 1),
    getComputedStyle: () => ({ getPropertyValue: (name: string) => (name === '--text' ? '#111' : '#eee') }),
  })
  freshWorker()
  pens.clear()
  freshPage()
})
const turn = (degrees: number): void => useHistory().pass({ do: 'compose', harmony: { turn: degrees } })
/** The pixels of the stage in a project's colors, by the functions that paint it at rest. */
const atRest = (document = useHistory().document): Uint8ClampedArray => {
  if (!document) throw new Error('Nothing is open.')
  const { colors } = paintingOf(document, { inks: usePainting().inks, standIns: [] })('a')
  const out = new Uint8ClampedArray(map.width * map.height * 4)
  paintInkMap(
    map,
    hexes.map(hex => colors.get(hex) ?? hex),
    out,
  )
  return out
}
const paints = (place: PassingPlace): Pen => {
  const pen = pens.get(place)
  if (!pen) throw new Error(`Nothing has painted the ${place}.`)
  return pen
}

describe('what passes by under a hand', () => {
  it('is painted by the worker, past the document, as it is when it stands', async () => {
    await begin()
    const [history, passing] = [useHistory(), usePassing()]
    const before = history.document
    turn(40)
    await until(() => passing.isLive && passing.isStageLive)
    expect(history.document).toBe(before)
    const passed = paints('stage').pixels
    history.run({ do: 'compose', harmony: { turn: 40 } })
    expect(history.document).not.toBe(before)
    expect(passed).toEqual(atRest())
    expect(passed).not.toEqual(atRest(before))
    await until(() => !passing.isLive && !passing.isStageLive)
  })
  it('is drawn as targets and blocks in the colors of the scheme', async () => {
    await begin()
    turn(40)
    await until(() => usePassing().isLive && usePassing().isStageLive)
    useHistory().run({ do: 'compose', harmony: { turn: 40 } })
    const project = useHistory().settled
    if (!project) throw new Error('Nothing is open.')
    const targets = ringTargets(project)
    for (const { swatch, x, y } of targets)
      expect(paints('ring').fills).toContainEqual({
        color: swatch.hex,
        x: expect.closeTo(x, 5) as number,
        y: expect.closeTo(y, 5) as number,
      })
    const drawn = (place: PassingPlace): string[] => paints(place).fills.map(({ color }) => color)
    expect(drawn('tones')).toEqual(expect.arrayContaining(project.scheme.map(({ hex }) => hex)))
    expect(drawn('band')).toEqual([project.scheme.find(({ id }) => id === 's1')?.hex])
    expect(paints('band').canvas).toMatchObject({ width: 240, height: 92 })
  })
  it('is returned as colors where the page paints the artwork itself: a small drawing has no map', async () => {
    await begin()
    const [history, passing, files] = [useHistory(), usePassing(), useArtworkFiles()]
    files.maps = new Map()
    await passing.prepare()
    turn(40)
    await until(() => passing.colors !== null && passing.isLive)
    expect(passing.isStageLive).toBe(false)
    const passed = passing.colors
    history.run({ do: 'compose', harmony: { turn: 40 } })
    const stands = usePainting().settled('a').colors
    expect([...(passed ?? [])]).toEqual(hexes.map(hex => [hex, stands.get(hex)]))
    await until(() => passing.colors === null)
  })
  it('becomes the previewed document when the hand rests, and nothing when it is called off', async () => {
    await begin()
    const history = useHistory()
    const before = history.document
    turn(40)
    expect(history.isPassing).toBe(true)
    await until(() => history.document !== before)
    expect(history.previewing).toBe(true)
    expect(history.document?.harmony.turn).toBe(40)
    history.pass(null)
    expect(history.document).toBe(before)
    expect(history.isPassing).toBe(false)
    await until(() => !usePassing().isLive)
  })
  it('is asked for once where a move changes nothing, and the latest only', async () => {
    await begin()
    for (const degrees of [40, 40, 40]) turn(degrees)
    await until(() => usePassing().isLive && usePassing().isStageLive)
    expect(worker.calls.filter(name => name === 'showStage')).toHaveLength(1)
    for (const degrees of [41, 42, 43, 44, 45]) turn(degrees)
    useHistory().pass({ do: 'compose', harmony: { turn: 50 } })
    await until(() => worker.calls.filter(name => name === 'showStage').length === 3)
    await new Promise(done => setTimeout(done, 20))
    expect(worker.calls.filter(name => name === 'showStage')).toHaveLength(3)
    useHistory().run({ do: 'compose', harmony: { turn: 50 } })
    expect(paints('stage').pixels).toEqual(atRest())
  })
  it('is previewed as a document where the worker cannot show it', async () => {
    await begin()
    const [history, stage] = [useHistory(), useStage()]
    stage.before = true
    turn(40)
    expect(history.document?.harmony.turn).toBe(40)
    history.pass(null)
    stage.before = false
    worker.fails = true
    turn(50)
    await until(() => usePainting().passing.isBroken.value)
    turn(60)
    expect(history.document?.harmony.turn).toBe(60)
    expect(usePassing().isLive).toBe(false)
  })
  it('is previewed as a document where canvases cannot be painted by workers', async () => {
    Object.assign(globalThis, { HTMLCanvasElement: class {} })
    await begin()
    turn(40)
    expect(useHistory().document?.harmony.turn).toBe(40)
    expect(worker.calls).toEqual([])
  })
  it('dims what is not in the spotlight, as at rest', async () => {
    await begin()
    useStage().light([hexes[0] as string], Symbol('test'))
    turn(40)
    await until(() => usePassing().isLive && usePassing().isStageLive)
    const lit = paints('stage').pixels
    useHistory().run({ do: 'compose', harmony: { turn: 40 } })
    const plain = atRest()
    expect(lit?.slice(0, 4)).toEqual(plain.slice(0, 4)) // the lit ink alone
    const last = plain.length - 4
    expect(lit?.slice(last)).not.toEqual(plain.slice(last))
  })
})
