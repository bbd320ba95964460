import { MAX_LIST_LENGTH } from '#core/formats/read/readColor'
import { MAX_ON_SHELF } from '#core/document/limits'
import { asName } from '#core/document/names'
import type { ShelfScheme } from '#core/document/shelf'
import { APART, EXTRACTED, REST } from '#core/extract/extract'
import { MAX_BYTES } from '#core/picture/picture'
import { shelfSwatches } from '#core/scheme/shelfSwatches'
import { documentDesk } from '~/browser/documentDesk'
import { schemesInWords, useShelf } from '~/stores/shelf'
import { refuseOver, useFileQueue } from './useFileQueue'
import { incomingKind, isBinary } from '#core/interaction/incoming'
import { useNotices } from '~/stores/notices'
import { usePictures } from '~/stores/pictures'
import { server } from '~/api/server'

/** The most inks of an artwork that become colors of a scheme. */
const MAX_INKS = EXTRACTED.max

/**
 * Files that become schemes on the shelf, each one: lists of colors in every form, pictures, artwork. What could not be read is
 * reported; all that came in can be taken off again at once.
 */
export const useShelfFiles = (folder: () => string | null) => {
  const pictures = usePictures()
  const shelf = useShelf()
  const notices = useNotices()
  const { run, ...queue } = useFileQueue()

  const colorsIn = async (
    file: File,
    signal: AbortSignal,
  ): Promise<{ colors: Parameters<typeof shelfSwatches>[0]; note?: string }> => {
    const what = incomingKind(file)
    if (what === 'picture') {
      refuseOver(file, MAX_BYTES, 'a picture')
      queue.current.value = { file: file.name, doing: 'finding its colors' }
      const { hash } = await pictures.add(file, signal, () => {})
      const wanted = { count: EXTRACTED.usual, apart: APART.usual, by: 'eye' as const }
      const extraction = await pictures.extract([{ hash, region: null }], wanted, REST)
      return { colors: extraction.found }
    }
    if (
      what === 'svg' &&
      !(file.size <= MAX_LIST_LENGTH && (await documentDesk.at().isSwatchSheet(await file.text())))
    ) {
      queue.current.value = { file: file.name, doing: 'measuring its inks' }
      const { inks } = await server.addArtwork(file, 'svg', signal)
      const excess = inks.length > MAX_INKS ? `It has ${inks.length} inks; the largest ${MAX_INKS} were used.` : ''
      return { colors: inks.slice(0, MAX_INKS).map(({ hex, area }) => ({ hex, share: area })), note: excess }
    }
    refuseOver(file, MAX_LIST_LENGTH, 'a list of colors')
    const text = await file.text()
    if (isBinary(text)) throw new Error('It is neither a picture, nor SVG, nor a text with colors.')
    const { colors } = await documentDesk.at().readColors(text, file.name)
    const note =
      colors.length > MAX_ON_SHELF ? `It has ${colors.length} colors; the first ${MAX_ON_SHELF} were used.` : ''
    return { colors, note }
  }
  /** Takes files, one after the other. */
  const add = async (files: readonly File[]): Promise<void> => {
    const made: ShelfScheme[] = []
    await run(files, async (file, signal) => {
      const { colors, note } = await colorsIn(file, signal)
      if (!colors.length) throw new Error('No colors were found in it.')
      const scheme = await server.putOnShelf({
        name: asName(file.name.replace(/(\.[a-z]{2,8}){1,2}$/i, '')) || 'Untitled scheme',
        ...{ note: '', tags: [], favorite: false, folder: folder() },
        swatches: shelfSwatches(colors),
        origin: { kind: 'file', title: file.name.slice(0, 200), project: null },
      })
      made.push(scheme)
      queue.taken.value++
      if (note) queue.reports.value.push({ file: file.name, lines: [note], refused: false })
    })
    if (!made.length) return
    shelf.changed()
    notices.say(`${schemesInWords(made)} ${made.length === 1 ? 'is' : 'are'} on the shelf.`, 'done', () =>
      shelf.setOff(made, true),
    )
  }
  return { ...queue, add }
}
