import type { ShelfScheme } from '#core/document/shelf'
import { fileNameOf } from '#core/formats/fileName'
import { SCHEME_FORMATS, type SchemeFormatKind } from '#core/formats/formats'
import { distinctKeys } from '#core/formats/exportScheme'
import { saveFile } from './saveFile'
import { pngOfSvg } from './pngOfSvg'

/** Width of a strip as a picture, in pixels. */
const STRIP_WIDTH = 1600

/** Saves schemes of the shelf in a format: one as a file, several as an archive with a file each. Answers with what was saved. */
export const saveSchemes = async (schemes: readonly ShelfScheme[], kind: SchemeFormatKind): Promise<string> => {
  const format = SCHEME_FORMATS[kind]
  const names = distinctKeys(schemes.map(({ name }) => fileNameOf(name) || 'scheme')).map(
    name => name + format.extension,
  )
  const bytesOf = async ({ name, swatches }: ShelfScheme): Promise<Uint8Array> => {
    const text = format.write({ title: name, swatches })
    if (!('drawn' in format)) return new TextEncoder().encode(text)
    return new Uint8Array(await (await pngOfSvg(text, STRIP_WIDTH)).arrayBuffer())
  }
  const [only] = schemes
  if (only && schemes.length === 1) {
    saveFile(names[0] as string, await bytesOf(only), format.media)
    return names[0] as string
  }
  const { zip } = await import('fflate')
  const files: Record<string, Uint8Array> = {}
  for (const [i, scheme] of schemes.entries()) files[names[i] as string] = await bytesOf(scheme)
  const packed = await new Promise<Uint8Array>((done, fail) =>
    zip(files, (error, bytes) => (error ? fail(error) : done(bytes))),
  )
  saveFile('shelf.zip', packed, 'application/zip')
  return 'shelf.zip'
}
