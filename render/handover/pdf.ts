import PDFDocument from 'pdfkit'
import SVGtoPDF from 'svg-to-pdfkit'
import { placeCropped, type Mark, type Page } from '#core/handover/page'
import { openFonts, type FontFile, type Fonts } from './fonts'
import { startOf, type Insert, type Inserts, type PictureInsert } from './svgPage'

type Document = InstanceType<typeof PDFDocument>
type PartMark = Extract<Mark, { mark: 'part' }>
type Bookmark = ReturnType<Document['outline']['addItem']>
type Structure = ReturnType<Document['struct']>

/** Name of a document, and the language it is in. */
export interface About {
  title: string
  subject: string
}

/** Parts that hold parts and nothing else; the shapes that stand in them directly are decoration. */
const HOLDERS = new Set(['Table', 'TR', 'L'])

/** Resolution of gradients and of what cannot be drawn as shapes, in pixels a point. */
const FINE = 4

/** All that a page shows besides shapes and words, fetched before it is drawn: drawing waits for nothing. */
interface Fetched {
  artwork: Map<string, Insert>
  pictures: Map<string, PictureInsert>
  gradients: Map<Mark, Buffer>
}

const marksIn = (marks: readonly Mark[]): Mark[] =>
  marks.flatMap(mark => (mark.mark === 'part' ? marksIn(mark.marks) : [mark]))

const fetchInserts = async (page: Page, inserts: Inserts): Promise<Fetched> => {
  const all: Fetched = { artwork: new Map(), pictures: new Map(), gradients: new Map() }
  await Promise.all(
    marksIn(page.marks).map(async mark => {
      if (mark.mark === 'artwork')
        all.artwork.set(`${mark.look} ${mark.artwork}`, await inserts.artwork(mark.artwork, mark.look))
      if (mark.mark === 'picture') all.pictures.set(mark.picture, await inserts.picture(mark.picture))
      if (mark.mark === 'gradient')
        all.gradients.set(
          mark,
          await inserts.gradient(mark.gradient, Math.ceil(mark.width * FINE), Math.ceil(mark.height * FINE)),
        )
    }),
  )
  return all
}

const registered = new WeakMap<Document, Set<string>>()
/** Sets a document in a font, which is embedded when it is used first. */
const useFont = (doc: Document, { name, bytes }: FontFile): Document => {
  const names = registered.get(doc) ?? new Set()
  registered.set(doc, names)
  if (!names.has(name)) doc.registerFont(name, bytes)
  names.add(name)
  return doc.font(name)
}

const drawWords = (doc: Document, fonts: Fonts, mark: Extract<Mark, { mark: 'words' }>): void => {
  let x = startOf(mark, fonts.measure(mark.text, mark))
  doc.save()
  if (mark.upward) doc.rotate(-90, { origin: [mark.x, mark.y] })
  doc.fillColor(mark.fill).fontSize(mark.size)
  for (const { file, text } of fonts.piecesOf(mark.text, mark)) {
    useFont(doc, file).text(text, x, mark.y, { lineBreak: false, baseline: 'alphabetic' })
    x += doc.widthOfString(text)
  }
  doc.restore()
}

const draw = (doc: Document, fonts: Fonts, mark: Mark, got: Fetched): void => {
  switch (mark.mark) {
    case 'part':
      for (const each of mark.marks) draw(doc, fonts, each, got)
      return
    case 'box': {
      const { x, y, width, height, chamfer: cut = 0, fill, line } = mark
      if (cut) doc.polygon([x, y], [x + width - cut, y], [x + width, y + cut], [x + width, y + height], [x, y + height])
      else doc.rect(x, y, width, height)
      if (fill && line) doc.fillAndStroke(fill, line)
      else if (fill) doc.fill(fill)
      else doc.lineWidth(1).stroke(line ?? '#000000')
      return
    }
    case 'circle':
      doc.circle(mark.x, mark.y, mark.radius)
      if (mark.line) doc.fillAndStroke(mark.fill, mark.line)
      else doc.fill(mark.fill)
      return
    case 'line':
      doc
        .lineWidth(mark.thick)
        .moveTo(...mark.from)
        .lineTo(...mark.to)
        .stroke(mark.line)
      return
    case 'words':
      return drawWords(doc, fonts, mark)
    case 'artwork': {
      const insert = got.artwork.get(`${mark.look} ${mark.artwork}`)
      const { x, y, width, height } = mark
      doc.save().rect(x, y, width, height).clip()
      if (insert?.kind === 'shapes')
        SVGtoPDF(doc, insert.svg, x, y, { width, height, assumePt: true, warningCallback: () => {} })
      else if (insert) doc.image(insert.png, x, y, { width, height })
      doc.restore()
      return
    }
    case 'picture': {
      const insert = got.pictures.get(mark.picture)
      if (!insert) return
      const { x, y, width, height } = placeCropped(mark, insert.ratio, mark.crop)
      doc.save().rect(mark.x, mark.y, mark.width, mark.height).clip()
      doc.image(insert.bytes, x, y, { width, height })
      doc.restore()
      if (mark.rim) doc.rect(mark.x, mark.y, mark.width, mark.height).lineWidth(6).stroke(mark.rim)
      return
    }
    case 'gradient': {
      const png = got.gradients.get(mark)
      if (png) doc.image(png, mark.x, mark.y, { width: mark.width, height: mark.height })
    }
  }
}

/** Draws what is only decoration: readers of screens pass it over. */
const drawArtifacts = (doc: Document, fonts: Fonts, marks: readonly Mark[], got: Fetched): void => {
  if (!marks.length) return
  doc.markContent('Artifact', { type: 'Layout' })
  for (const mark of marks) draw(doc, fonts, mark, got)
  doc.endMarkedContent()
}

const isPart = (mark: Mark): mark is PartMark => mark.mark === 'part'

/** Lets others have their turn: a drawing can take a third of a second. */
const yieldToOthers = (): Promise<void> => new Promise(done => setImmediate(done))

/** Draws a part and adds it to what holds it, in the order it is read. */
const drawPart = async (
  doc: Document,
  fonts: Fonts,
  part: PartMark,
  within: Structure,
  got: Fetched,
): Promise<void> => {
  const parts = part.marks.filter(isPart)
  if (HOLDERS.has(part.tag) || parts.length === part.marks.length) {
    drawArtifacts(
      doc,
      fonts,
      part.marks.filter(mark => !isPart(mark)),
      got,
    )
    const own = doc.struct(part.tag)
    within.add(own)
    for (const each of parts) await drawPart(doc, fonts, each, own, got)
    own.end()
    return
  }
  const own = doc.struct(part.tag, { ...(part.alt && { alt: part.alt }) })
  within.add(own)
  own.add(() => {
    for (const mark of part.marks) draw(doc, fonts, mark, got)
  })
  if (part.leadsTo && part.at) {
    const { x, y, width, height } = part.at
    doc.goTo(x, y, width, height, part.leadsTo, { structParent: own } as object)
  }
  own.end()
  if (part.marks.some(({ mark }) => mark === 'artwork')) await yieldToOthers()
}

/** Throws the reason where the signal says to stop. */
const throwIfAborted = (signal: AbortSignal | undefined): void => signal?.throwIfAborted()

/**
 * Pages as a PDF (1.7): shapes and letters stay such, fonts are embedded, parts are tagged in the order they are read, pages
 * that others lead to have links, and those with a name are bookmarked. `seen` hears which part of it is done.
 */
export const pdfOf = async (
  pages: readonly Page[],
  about: About,
  inserts: Inserts,
  { seen, signal }: { seen?: (part: number) => void; signal?: AbortSignal } = {},
): Promise<Buffer> => {
  const fonts = openFonts()
  const doc = new PDFDocument({
    ...{
      autoFirstPage: false,
      margin: 0,
      compress: true,
      tagged: true,
      displayTitle: true,
      lang: 'en-US',
      pdfVersion: '1.7',
    },
    info: { Title: about.title, Subject: about.subject, Creator: 'Plumbago', Producer: 'Plumbago' },
  })
  const chunks: Buffer[] = []
  doc.on('data', (chunk: Buffer) => chunks.push(chunk))
  const ended = new Promise<void>((resolve, reject) => {
    doc.on('end', resolve)
    doc.on('error', reject)
  })
  const root = doc.struct('Document', { title: about.title })
  doc.addStructure(root)
  let above: Bookmark | null = null
  for (const [i, page] of pages.entries()) {
    throwIfAborted(signal)
    const got = await fetchInserts(page, inserts)
    doc.addPage({ size: [page.width, page.height], margin: 0 })
    drawArtifacts(
      doc,
      fonts,
      [{ mark: 'box', x: 0, y: 0, width: page.width, height: page.height, fill: page.ground }],
      got,
    )
    if (page.anchor) doc.addNamedDestination(page.anchor, 'XYZ', 0, 0, null)
    if (page.bookmark) {
      const { title, depth } = page.bookmark
      const item: Bookmark = (depth && above ? above : doc.outline).addItem(title)
      if (!depth) above = item
    }
    for (const mark of page.marks) {
      if (isPart(mark)) await drawPart(doc, fonts, mark, root, got)
      else drawArtifacts(doc, fonts, [mark], got)
    }
    seen?.((i + 1) / pages.length)
  }
  root.end()
  doc.end()
  await ended
  return Buffer.concat(chunks)
}
