import { isSwatchSheet } from '#core/formats/read/sheet'
import { MAX_LIST_LENGTH } from '#core/formats/read/read'
import { incomingKind, isBinary, isPastedArtwork, readPastedText } from '#core/interaction/incoming'
import { MAX_BYTES } from '#core/picture/picture'
import { nextPlace } from '#core/scheme/gather'
import { MAX_ARTWORK, MAX_REFERENCES } from '#core/document/limits'
import type { Reference } from '#core/document/gathering'
import { refuseOver, useFileQueue, type Way } from './useFileQueue'
import { useArtworkFiles } from '~/stores/artwork'
import { useGathering } from '~/stores/gathering'
import { useHistory } from '~/stores/history'
import { useNotices } from '~/stores/notices'
import { usePainting } from '~/stores/painting'
import { usePictures } from '~/stores/pictures'
import { useProjectSession } from '~/stores/session'
import { useTakingArtwork } from './useTakingArtwork'

/**
 * Everything that comes in by dropping, choosing or pasting: artwork, pictures (as references, or as artwork where
 * `picturesAs` says so), files and texts with colors. One after the other, with what is being done, and cancel; what
 * could not be taken is reported, the rest goes on.
 */
export const useIncoming = (
  shown: (what: 'references' | 'artwork', id: string) => void,
  picturesAs: () => 'references' | 'artwork' = () => 'references',
) => {
  const history = useHistory()
  const session = useProjectSession()
  const painting = usePainting()
  const taking = useTakingArtwork()
  const pictures = usePictures()
  const gathering = useGathering()
  const artworks = useArtworkFiles()
  const notices = useNotices()
  const { current, reports, taken, run, cancel, dismiss } = useFileQueue()

  /** Takes the colors of a text as the scheme, or the only one as the base. False where there are none. */
  const takeText = (text: string, title: string, fileName = ''): boolean => {
    const taken = readPastedText(text, title, fileName)
    if (taken) history.runSaying(taken.command, taken.words)
    return taken !== null
  }

  const addArtwork = async (file: File, signal: AbortSignal): Promise<void> => {
    const kind = incomingKind(file) === 'picture' ? 'raster' : 'svg'
    const { most, noun } = artworks.kindOf({ kind })
    refuseOver(file, most, noun)
    if ((history.settled?.artwork.length ?? 0) >= MAX_ARTWORK)
      throw new Error(`A project holds up to ${MAX_ARTWORK} pieces of artwork; remove one first.`)
    current.value = { file: file.name, doing: 'reading it and measuring its inks' }
    const note = await taking.addArtwork(file, kind, signal)
    taken.value++
    if (note.lines.length) reports.value.push({ file: file.name, ...note, refused: false })
    if (painting.artwork) shown('artwork', painting.artwork.id)
  }

  const addPicture = async (file: File, signal: AbortSignal): Promise<void> => {
    refuseOver(file, MAX_BYTES, 'a picture')
    if ((history.settled?.references.length ?? 0) >= MAX_REFERENCES)
      throw new Error(`A project holds up to ${MAX_REFERENCES} references; remove one first.`)
    current.value = { file: file.name, doing: 'sending it' }
    const here = session.still()
    const added = await pictures.add(file, signal, sent => {
      current.value = {
        file: file.name,
        doing: sent < 1 ? `sending it, ${Math.round(sent * 100)}%` : 'decoding it and finding its colors',
      }
    })
    const before = history.settled
    if (!before || !here()) return
    const reference: Reference = {
      id: crypto.randomUUID(),
      name: added.name,
      hash: added.hash,
      width: added.width,
      height: added.height,
      place: nextPlace(before.references),
      region: null,
    }
    history.run({ do: 'add reference', reference })
    if (before.derived && !before.references.length) await gathering.adopt([reference.id])
    if (added.notes.length) reports.value.push({ file: file.name, lines: added.notes, refused: false })
    shown('references', reference.id)
  }

  const addOne = async (file: File, signal: AbortSignal): Promise<void> => {
    const what = incomingKind(file)
    if (what === 'svg') {
      const sheet = file.size <= MAX_LIST_LENGTH && isSwatchSheet(await file.text())
      if (!sheet) return addArtwork(file, signal)
      takeText(await file.text(), file.name, file.name)
      notices.say(
        `“${file.name}” is a swatch sheet, so its colors were taken.`,
        'done',
        () => addAs(file, addArtwork),
        'Add as artwork',
      )
      return
    }
    if (what === 'picture') return picturesAs() === 'artwork' ? addArtwork(file, signal) : addPicture(file, signal)
    if (what === 'other picture')
      throw new Error('Pictures are read as PNG, JPEG, WebP or GIF; save it as one of those.')
    refuseOver(file, MAX_LIST_LENGTH, 'a list of colors')
    const text = await file.text()
    if (isBinary(text)) throw new Error('It is neither a picture, nor SVG, nor a text with colors.')
    if (!takeText(text, file.name, file.name)) throw new Error('No colors were found in it.')
  }

  const addAs = (file: File, way: Way): void => void run([file], way)

  const add = (files: readonly File[]): Promise<void> => run(files, addOne)
  /** Takes a pasted or dropped text: colors, or the source of an SVG. */
  const takePasted = (text: string): void => {
    if (isPastedArtwork(text)) void add([new File([text], 'Pasted artwork.svg', { type: 'image/svg+xml' })])
    else if (!takeText(text, 'the pasted text')) notices.say('No colors were found in the pasted text.', 'problem')
  }
  return { current, reports, taken, add, takeText, takePasted, cancel, dismiss }
}
