import { findAttribute, SVG_NAMESPACE, type Attribute, type Element, type Markup } from './markup'
import type { Embedded, Reading, Ink } from './reading'
import type { Hex } from '#core/color/convert'

const RECOLORED = /^\s*data:(?:image\/(?:png|jpe?g|webp))?(?:;[\w-]+=[^;,]*)*;base64,/i

/** The attribute that says which picture an element shows. */
const addressOf = (element: Element): Attribute | undefined =>
  findAttribute(element, 'href') ?? element.attributes.find(({ name }) => name.endsWith(':href'))

/**
 * The pictures a file brings along that can be recolored (PNG, JPEG, WebP), each once, and how many there are of other
 * kinds.
 */
export const embeddedIn = ({ elements }: Markup): { pictures: Embedded[]; unread: number } => {
  const pictures = new Map<string, Embedded>()
  let unread = 0
  for (const element of elements) {
    if (element.local !== 'image' || element.namespace !== SVG_NAMESPACE) continue
    const attribute = addressOf(element)
    const address = attribute?.value.text ?? ''
    if (!attribute || !/^\s*data:/i.test(address)) continue
    if (!RECOLORED.test(address.slice(0, 200))) {
      unread++
      continue
    }
    const known = pictures.get(address)
    const picture = known ?? { address, elements: [], places: [] }
    if (!known) pictures.set(address, picture)
    picture.elements.push(element)
    picture.places.push(attribute.inside)
  }
  return { pictures: [...pictures.values()], unread }
}

/** The bytes of a picture within a file. Null where its Base64 is broken. */
export const embeddedBytes = ({ address }: Pick<Embedded, 'address'>): Uint8Array<ArrayBuffer> | null => {
  try {
    const text = atob(address.slice(address.indexOf(',') + 1).replace(/[^A-Za-z\d+/]/g, ''))
    return Uint8Array.from(text, letter => letter.charCodeAt(0))
  } catch {
    return null
  }
}

const STRETCH = 0x8000

/** A PNG as an address within a file. */
export const pngDataUrl = (png: Uint8Array): string => {
  let text = ''
  for (let at = 0; at < png.length; at += STRETCH) text += String.fromCharCode(...png.subarray(at, at + STRETCH))
  return `data:image/png;base64,${btoa(text)}`
}

/** A reading with its pictures taken apart into the inks given for each; those without inks are left, with a note. */
export const withPictures = (reading: Reading, pictureInks: ReadonlyArray<readonly Hex[]>): Reading => {
  const inks = new Map<Hex, Ink>(reading.inks.map(ink => [ink.hex, { ...ink }]))
  pictureInks.forEach((hexes, i) => {
    for (const hex of hexes) {
      const ink = inks.get(hex) ?? { hex, uses: 0, tokens: [], additions: [], computed: [] }
      ink.uses += reading.pictures[i]?.elements.length ?? 0
      inks.set(hex, ink)
    }
  })
  const missed = pictureInks.filter(({ length }) => !length).length
  return {
    ...reading,
    inks: [...inks.values()],
    pictureInks: pictureInks.map(hexes => [...hexes]),
    left: { ...reading.left, pictures: reading.left.pictures + missed },
    notes: [
      ...reading.notes,
      ...(missed
        ? [
            missed === 1
              ? 'A picture within the file cannot be read or is too large, and is left as it is.'
              : `${missed} pictures within the file cannot be read, or are too many or too large together, and are left as they are.`,
          ]
        : []),
    ],
  }
}

/** Pictures as addresses within a file. */
export const asDataUrls = (painted: ReadonlyMap<number, Uint8Array>): Map<number, string> =>
  new Map([...painted].map(([place, png]) => [place, pngDataUrl(png)]))

/**
 * Paints the pictures of a file that change in other colors: the new address of each, by its place among the pictures.
 */
export type PicturePainter = (colorOf: (hex: Hex) => Hex) => Promise<ReadonlyMap<number, string>>

/** Paints nothing: of files whose pictures are left. */
export const NO_PICTURES: PicturePainter = () => Promise.resolve(new Map())
