import { expose } from 'comlink'
import type { Hex } from '#core/color/convert'
import { apply, NOTHING_KNOWN, type Command } from '#core/commands/commands'
import type { Project } from '#core/document/project'
import type { Remap } from '#core/document/remap'
import { paintInkMap, type InkMap } from '#core/inkmap/inkmap'
import { colorsOf, paintingOf } from '#core/painting/painting'
import { spotlit } from '#core/painting/spotlight'
import type { Remapped } from '#core/painting/resolveRemap'
import type { InkArea } from '#core/remap/match'
import { type BandBlocks, drawBand, type DrawingColors, drawRing, drawTones } from './passing/drawTargets'

/** The large parts of a project that stay while its colors pass by. */
export type StandingParts = Pick<Remap, 'targets' | 'exceptions'>

/** A project whose colors pass by, without its large parts. */
export type PassingProject = Omit<Remapped, 'remap'> & { remap: Omit<Remap, keyof StandingParts> }

/** The canvases of the page that are painted here while colors pass by. */
export type PassingPlace = 'stage' | 'ring' | 'tones' | 'band'

/** The size of a canvas in pixels of CSS, and how many of its own pixels each of those has. */
export interface CanvasSize {
  width: number
  height: number
  scale: number
}

/** The setting of a drag: all that stays while colors pass by. */
export interface Setting {
  /** The project as it stands, without what commands that change colors do not read. */
  project: Project
  /** The id of the artwork on the stage, as its exceptions are stored; null for a stand-in. */
  artwork: string | null
  /** The inks in the spotlight; null where nothing is lit. */
  lit: ReadonlySet<Hex> | null
  standIns: ReadonlyArray<readonly [ink: Hex, place: number]>
  /** The inks of its map, or of its pixels, in their order. */
  inks: readonly Hex[]
  sizes: Partial<Record<PassingPlace, CanvasSize>>
  colors: DrawingColors
  /** The swatch picked last. */
  picked: string | null
  blocks: BandBlocks
}

let inks: readonly InkArea[] = []
let standing: StandingParts = { targets: {}, exceptions: {} }
let setting: Setting | null = null
let map: InkMap | null = null
let pixels: ImageData | null = null
const pens = new Map<PassingPlace, OffscreenCanvasRenderingContext2D>()

/** Clears a canvas, in its present size, and draws into it in pixels of CSS. */
const drawIn = (
  place: PassingPlace,
  { sizes }: Setting,
  draw: (pen: OffscreenCanvasRenderingContext2D, size: CanvasSize) => void,
): void => {
  const [pen, size] = [pens.get(place), sizes[place]]
  if (!pen || !size) return
  const [width, height] = [Math.round(size.width * size.scale), Math.round(size.height * size.scale)]
  if (pen.canvas.width !== width || pen.canvas.height !== height) Object.assign(pen.canvas, { width, height })
  pen.setTransform(size.scale, 0, 0, size.scale, 0, 0)
  pen.clearRect(0, 0, size.width, size.height)
  draw(pen, size)
}

const paintStage = (colors: ReadonlyMap<Hex, Hex>, { inks: own }: Setting): void => {
  const pen = pens.get('stage')
  if (!pen || !map) return
  if (pixels?.width !== map.width || pixels.height !== map.height) {
    pixels = new ImageData(map.width, map.height)
    Object.assign(pen.canvas, { width: map.width, height: map.height })
  }
  paintInkMap(
    map,
    own.map(ink => colors.get(ink) ?? ink),
    pixels.data,
  )
  pen.putImageData(pixels, 0, 0)
}

/** The project of a setting after a command, derived as at rest. */
const after = ({ project }: Setting, command: Command): Project =>
  apply(project, command, { ...NOTHING_KNOWN, passing: true })

/** The next frame, with which a canvas shows what was drawn into it. */
const frameShown = (): Promise<unknown> =>
  new Promise(resolve => {
    if (typeof requestAnimationFrame === 'function') requestAnimationFrame(resolve)
    else setTimeout(resolve, 0)
  })

const desk = {
  /** Takes note of the inks of all artwork. */
  takeInks(all: readonly InkArea[]): void {
    inks = all
  },
  /** Takes note of where they go. */
  takeParts(parts: StandingParts): void {
    standing = parts
  },
  /** The color of every ink, in their order, for each of some artworks; null is any without exceptions. */
  colors(project: PassingProject, artworks: ReadonlyArray<string | null>): Hex[][] {
    const whole = { ...project, remap: { ...project.remap, ...standing } }
    return artworks.map(artwork => {
      const colors = colorsOf(whole, inks, artwork)
      return inks.map(({ hex }) => colors.get(hex) ?? hex)
    })
  },
  /** Takes over a canvas of the page. */
  takeCanvas(place: PassingPlace, canvas: OffscreenCanvas): void {
    const pen = canvas.getContext('2d')
    if (!pen) throw new Error('This browser cannot draw in a worker.')
    pens.set(place, pen)
    if (place === 'stage') pixels = null
  },
  /** Takes note of the map that the stage is painted from; null where it is not painted here. */
  takeMap(own: InkMap | null): void {
    map = own
    pixels = null
  },
  /** Takes note of the setting of the drag that begins. */
  begin(now: Setting): void {
    setting = now
  },
  /** Draws ring, tone field and band of the project after a command. `first`: returns only when the canvases show it. */
  async showTargets(command: Command, first: boolean): Promise<void> {
    const own = setting
    if (!own) return
    const project = after(own, command)
    drawIn('ring', own, (pen, { width }) => drawRing(pen, width, project, own.colors))
    drawIn('tones', own, (pen, { width }) => drawTones(pen, width, project, own.picked, own.colors))
    drawIn('band', own, (pen, size) => drawBand(pen, size, project, own.blocks))
    if (first) await frameShown()
  },
  /**
   * Works out the colors of the artwork on the stage after a command, and paints it, by the functions that do it at rest. Returns the
   * colors of its inks, in their order, where it is not painted here. `first`: returns only when the canvas shows it.
   */
  async showStage(command: Command, first: boolean): Promise<Hex[] | null> {
    const own = setting
    if (!own) return null
    const painted = paintingOf(after(own, command), { inks, standIns: own.standIns })(own.artwork)
    const colors = spotlit(own.inks, painted.colors, own.lit)
    paintStage(colors, own)
    if (first) await frameShown()
    return map ? null : own.inks.map(ink => colors.get(ink) ?? ink)
  },
}

export type PassingDesk = typeof desk

expose(desk)
