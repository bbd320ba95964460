import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import PDFDocument from 'pdfkit'
import sharp from 'sharp'
import type { Point } from './draw'
import { diamondFrame } from './kites'

/* A folded card of the festival, two pages in the inks of a press: a spot color, letters in black alone, a gradient, a picture. */

type Document = InstanceType<typeof PDFDocument>
/** Cyan, magenta, yellow and black, in percent. */
type Cmyk = [number, number, number, number]

const WIDTH = 420
const HEIGHT = 595
const MARGIN = 36

const NIGHT: Cmyk = [95, 85, 30, 25]
const DUSK: Cmyk = [80, 60, 15, 5]
const PEACH: Cmyk = [3, 28, 40, 0]
const CREAM: Cmyk = [2, 6, 18, 0]
const MUSTARD: Cmyk = [8, 35, 85, 2]
const SEA: Cmyk = [82, 40, 42, 18]
const SAND: Cmyk = [12, 24, 40, 3]
const PLUM: Cmyk = [50, 80, 30, 25]
const BLACK: Cmyk = [0, 0, 0, 100]
/** The festival's red, a plate of its own. */
const SPOT = 'Festival#20Red' // as names are written in PDF
const SPOT_INKS: Cmyk = [5, 82, 72, 0]

const INTRO =
  'For three days the harbor belongs to the wind. Makers from eleven towns bring kites no bigger than a hand and ' +
  'kites that need six people to hold them, and every evening at low tide all of them rise together.'
const WORKSHOP =
  'In the loft by the ferry landing you cut, glue and sew your own: paper in the morning, cloth in the afternoon. ' +
  'Spars, thread and tea are on the house. Bring somebody who can hold the other end of a line.'
const TIMES: ReadonlyArray<readonly [string, string]> = [
  ['First lines', 'Friday, noon'],
  ['Open loft', 'daily, 9 to 5'],
  ['Night kites', 'Saturday, after dark'],
  ['Great rise', 'Sunday, low tide'],
]

const fontFile = (family: string, file: string): Buffer =>
  readFileSync(createRequire(import.meta.url).resolve(`@fontsource/${family}/files/${file}.woff`))

const polygon = (doc: Document, points: readonly Point[], color: Cmyk | string): void => {
  doc.polygon(...points.map(([x, y]): [number, number] => [x, y])).fill(color as never)
}

const kite = (doc: Document, at: Point, scale: number, turn: number, colors: ReadonlyArray<Cmyk | string>): void => {
  const [top, right, bottom, left, center] = diamondFrame(at, scale, turn)
  const sails = [
    [left, top, center],
    [top, right, center],
    [left, bottom, center],
    [right, bottom, center],
  ]
  sails.forEach((sail, i) => polygon(doc, sail, colors[i % colors.length]!))
  doc
    .moveTo(...top)
    .lineTo(...bottom)
    .moveTo(...left)
    .lineTo(...right)
  doc.lineWidth(0.8).stroke(NIGHT as never)
}

const cover = (doc: Document): void => {
  const sky = doc.linearGradient(0, 0, 0, 430)
  sky
    .stop(0, NIGHT as never)
    .stop(0.55, DUSK as never)
    .stop(1, PEACH as never)
  doc.rect(0, 0, WIDTH, 430).fill(sky)
  doc.circle(300, 372, 52).fill(CREAM as never)
  doc.rect(0, 415, WIDTH, 60).fill(SEA as never)
  doc.moveTo(0, 470).bezierCurveTo(110, 420, 210, 452, WIDTH, 440).lineTo(WIDTH, HEIGHT).lineTo(0, HEIGHT)
  doc.fill(SAND as never)
  doc.moveTo(0, 520).bezierCurveTo(140, 480, 260, 540, WIDTH, 500).lineTo(WIDTH, HEIGHT).lineTo(0, HEIGHT)
  doc.fill(MUSTARD as never)
  kite(doc, [112, 206], 62, -18, [SPOT, MUSTARD, PLUM, SPOT])
  kite(doc, [300, 225], 38, 22, [MUSTARD, CREAM, SPOT, MUSTARD])
  kite(doc, [215, 320], 24, -4, [CREAM, SPOT, CREAM, PLUM])
  doc
    .font('title')
    .fontSize(44)
    .fillColor(CREAM as never)
  doc.text('Breezeholm', MARGIN, 28).fontSize(28).text('Kite Festival', MARGIN, 78)
  doc
    .circle(344, 528, 36)
    .fillColor(SPOT as never)
    .fill()
  doc
    .font('title')
    .fontSize(15)
    .fillColor(CREAM as never)
  doc.text('12–14', 308, 510, { width: 72, align: 'center' }).fontSize(11)
  doc.text('September', 308, 530, { width: 72, align: 'center' })
}

const inside = async (doc: Document): Promise<void> => {
  doc.rect(0, 0, WIDTH, HEIGHT).fill(CREAM as never)
  doc.rect(0, 0, WIDTH, 150).fill(SEA as never)
  const picture = await sharp(readFileSync(new URL('artwork/kites-over-dunes.jpg', import.meta.url)))
    .resize(640, 360)
    .jpeg({ quality: 80 })
    .toBuffer()
  doc.image(picture, MARGIN, 30, { width: WIDTH - 2 * MARGIN, height: 168 })
  doc
    .font('title')
    .fontSize(20)
    .fillColor(SPOT as never)
    .text('Three days of wind', MARGIN, 216)
  doc
    .font('text')
    .fontSize(9.5)
    .fillColor(BLACK as never)
  doc.text(INTRO, MARGIN, 246, { width: 166, lineGap: 2 }).text(WORKSHOP, 218, 246, { width: 166, lineGap: 2 })
  doc
    .rect(MARGIN, 372, WIDTH - 2 * MARGIN, 3)
    .fillColor(SPOT as never)
    .fill()
  TIMES.forEach(([what, when], i) => {
    const top = 390 + i * 26
    doc.rect(MARGIN, top, 12, 12).fill([SPOT, MUSTARD, PLUM, SEA][i] as never)
    doc
      .font('strong')
      .fontSize(10)
      .fillColor(BLACK as never)
      .text(what, MARGIN + 22, top)
    doc.font('text').text(when, 218, top)
  })
  doc.fillColor(SPOT as never, 1)
  doc.rect(0, 520, WIDTH, 75).fill(NIGHT as never)
  doc
    .font('text')
    .fontSize(9.5)
    .fillColor(CREAM as never)
  doc.text('Tickets and the ferry: breezeholm.example', MARGIN, 546, {
    link: 'https://breezeholm.example/',
    underline: false,
  })
  kite(doc, [352, 556], 18, 14, [SPOT, MUSTARD, SPOT, MUSTARD])
}

/** The card as a PDF. It is the same each time it is drawn. */
export const brochure = async (): Promise<Buffer> => {
  const doc = new PDFDocument({
    ...{ size: [WIDTH, HEIGHT], margin: 0, autoFirstPage: false, compress: true, lang: 'en' },
    info: {
      Title: 'Breezeholm Kite Festival',
      Author: 'Festival office',
      CreationDate: new Date(0),
      ModDate: new Date(0),
    },
  })
  const parts: Buffer[] = []
  doc.on('data', (part: Buffer) => parts.push(part))
  const ended = new Promise<void>(resolve => doc.once('end', () => resolve()))
  ;(doc as unknown as { addSpotColor: (name: string, ...inks: Cmyk) => void }).addSpotColor(SPOT, ...SPOT_INKS)
  doc.registerFont('title', fontFile('bricolage-grotesque', 'bricolage-grotesque-latin-600-normal'))
  doc.registerFont('text', fontFile('instrument-sans', 'instrument-sans-latin-400-normal'))
  doc.registerFont('strong', fontFile('instrument-sans', 'instrument-sans-latin-600-normal'))
  doc.addPage()
  cover(doc)
  doc.addPage()
  await inside(doc)
  doc.end()
  await ended
  return Buffer.concat(parts)
}
