import { inkOn } from '#core/color/contrast'
import { withKeys, toOneLine, percentOf, rungName, type ExportScheme, type KeyedSwatch } from './exportScheme'

/** Sizes of the sheet, in its own units: a block, the room under it for what is written, a rung, what is between. */
const BLOCK = { width: 180, height: 120, words: 52, rung: 24, gap: 16 } as const
const COLUMNS = 6

/** Text as XML holds it, in an attribute as between tags. */
export const escapeXml = (text: string): string => text.replace(/[&<>"']/g, letter => `&#${letter.codePointAt(0)};`)

const attributeText = (name: string, value: string | undefined): string =>
  value === undefined ? '' : ` data-${name}="${escapeXml(value)}"`

const rectAt = (x: number, y: number, width: number, height: number, fill: string, more: string): string =>
  `<rect x="${x}" y="${y}" width="${width}" height="${height}" fill="${fill}"${more}/>`

const wordsAt = (x: number, y: number, text: string, fill: string): string =>
  `<text x="${x}" y="${y}" fill="${fill}">${escapeXml(text)}</text>`

const blockOf = ({ name, hex, role, share, rungs }: KeyedSwatch, x: number, y: number): string => {
  const { width, height, rung: tall } = BLOCK
  const percent = share === undefined ? undefined : percentOf(share)
  const text = [role, percent].filter(word => word !== undefined).join(' · ')
  return [
    rectAt(
      x,
      y,
      width,
      height,
      hex,
      attributeText('name', name) + attributeText('role', role) + attributeText('share', percent),
    ),
    wordsAt(x + 10, y + height - 10, hex, inkOn(hex)),
    ...rungs.map((rung, i) =>
      rectAt(x, y + height + i * tall, width, tall, rung.hex, attributeText('rung', rungName(rung))),
    ),
    wordsAt(x, y + height + rungs.length * tall + 18, name, '#1a1a1a'),
    ...(text ? [wordsAt(x, y + height + rungs.length * tall + 36, text, '#5a5a5a')] : []),
  ].join('\n')
}

/** An SVG swatch sheet: a block a swatch with its name, role and share under it, and the rungs of its ladders between. */
export const toSwatchSheet = ({ title, swatches }: ExportScheme): string => {
  const { width, height, words, rung, gap } = BLOCK
  const all = withKeys(swatches)
  const columns = Math.min(COLUMNS, Math.max(1, all.length))
  const rungs = Math.max(0, ...all.map(each => each.rungs.length))
  const tall = height + rungs * rung + words
  const rows = Math.ceil(all.length / columns)
  const [across, down] = [gap + columns * (width + gap), gap + rows * (tall + gap)]
  const blocks = all.map((swatch, i) =>
    blockOf(swatch, gap + (i % columns) * (width + gap), gap + Math.floor(i / columns) * (tall + gap)),
  )
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${across} ${down}" width="${across}" height="${down}" ` +
      'font-family="sans-serif" font-size="13">',
    `<title>${escapeXml(toOneLine(title))}</title>`,
    `<rect width="${across}" height="${down}" fill="#ffffff"/>`,
    ...blocks,
    '</svg>',
    '',
  ].join('\n')
}

/** The swatches side by side, as wide as their shares, as SVG without letters: what the picture of a strip is made from. */
export const toStrip = ({ swatches }: ExportScheme): string => {
  const [across, down] = [1600, 320]
  const total = swatches.reduce((sum, { share }) => sum + (share ?? 1), 0) || 1
  let at = 0
  const edges = swatches.map(({ share }) => Math.round(((at += share ?? 1) / total) * across))
  const blocks = swatches.map(({ hex, rungs = [] }, i) => {
    const [from, to] = [edges[i - 1] ?? 0, edges[i]!]
    const foot = rungs.length ? 80 : 0
    const steps = rungs.map((rung, n) => {
      const [left, right] = [n, n + 1].map(step => Math.round(from + ((to - from) * step) / rungs.length)) as [
        number,
        number,
      ]
      return `<rect x="${left}" y="${down - foot}" width="${right - left}" height="${foot}" fill="${rung.hex}"/>`
    })
    return `<rect x="${from}" width="${to - from}" height="${down - foot}" fill="${hex}"/>${steps.join('')}`
  })
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${across}" height="${down}" shape-rendering="crispEdges">${blocks.join('')}</svg>`
}
