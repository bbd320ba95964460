import { MAX_LIST_LENGTH } from '#core/formats/read/readColor'
import { incomingKind, isBinary } from '#core/interaction/incoming'
import { type FileReport, isSystemFile } from '#core/interaction/intake'
import { documentDesk } from '~/browser/documentDesk'
import { filePathOf } from '~/browser/filePaths'
import { MAX_BYTES } from '#core/picture/picture'
import { nextPlace } from '#core/scheme/gather'
import { MAX_REFERENCES } from '#core/document/limits'
import type { Reference } from '#core/document/gathering'
import { refuseOver, useFileQueue, type FileQueue } from './useFileQueue'
import { useGathering } from '~/stores/gathering'
import { useHistory } from '~/stores/history'
import { useIntake } from '~/stores/intake'
import { useNotices } from '~/stores/notices'
import { usePainting } from '~/stores/painting'
import { usePictures } from '~/stores/pictures'
import { useProjectSession } from '~/stores/session'

/** Adds pictures as references: sent, decoded, their colors found; the colors of the first become the scheme's. */
const usePictureIntake = (
  { current, reports }: Pick<FileQueue, 'current' | 'reports'>,
  shown: (what: 'references', id: string) => void,
) => {
  const history = useHistory()
  const session = useProjectSession()
  const pictures = usePictures()
  const gathering = useGathering()
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
  return addPicture
}

/** Sorts files into artwork and others; pictures are artwork where `picturesAs` says so. */
const sortIncoming = async (
  files: readonly File[],
  picturesAs: 'references' | 'artwork',
): Promise<{ artwork: File[]; others: File[] }> => {
  const isSheet = async (file: File): Promise<boolean> =>
    file.size <= MAX_LIST_LENGTH && documentDesk.at().isSwatchSheet(await file.text())
  const isArtwork = async (file: File): Promise<boolean> => {
    const what = incomingKind(file)
    if (what === 'svg') return !(await isSheet(file))
    return what === 'pdf' || (what === 'picture' && picturesAs === 'artwork')
  }
  const [artwork, others] = [[] as File[], [] as File[]]
  for (const file of files) ((await isArtwork(file)) ? artwork : others).push(file)
  return { artwork, others }
}

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
  const notices = useNotices()
  const intake = useIntake()
  const queue = useFileQueue()
  const addPicture = usePictureIntake(queue, shown)

  /** Takes the colors of a text as the scheme, or the only one as the base. False where there are none. */
  const takeText = async (text: string, title: string, fileName = ''): Promise<boolean> => {
    const isHere = session.still()
    const taken = await documentDesk.at().readPastedText(text, title, fileName)
    if (taken && isHere()) history.runSaying(taken.command, taken.words)
    return taken !== null
  }

  /** Takes a file that is no artwork: a picture as a reference, a list of colors as the scheme. */
  const addOne = async (file: File, signal: AbortSignal): Promise<void> => {
    const what = incomingKind(file)
    if (what === 'picture') return addPicture(file, signal)
    if (what === 'other picture')
      throw new Error('Pictures are read as PNG, JPEG, WebP or GIF; save it as one of those.')
    refuseOver(file, MAX_LIST_LENGTH, 'a list of colors')
    const text = await file.text()
    if (isBinary(text)) throw new Error('It is neither a picture, nor SVG or PDF, nor a text with colors.')
    if (!(await takeText(text, file.name, file.name))) throw new Error('No colors were found in it.')
    const words = `“${file.name}” is a swatch sheet, so its colors were used.`
    if (what === 'svg') notices.say(words, 'done', () => addArtwork([file]), 'Add as artwork')
  }

  const addArtwork = async (files: readonly File[], problems: readonly FileReport[] = []): Promise<void> => {
    if (!files.length && !problems.length) return
    await intake.add(files, problems)
    if (intake.taken && painting.artwork) shown('artwork', painting.artwork.id)
  }

  /** Takes files of every kind, and the artwork of folders and archives. */
  const add = async (chosen: readonly File[]): Promise<void> => {
    const isHere = session.still()
    const unpacked = await intake.unpack(chosen)
    if (!isHere()) return
    const files = unpacked.files.filter(file => !isSystemFile(filePathOf(file)))
    const { artwork, others } = await sortIncoming(files, picturesAs())
    const isFromFolder = (file: File): boolean => filePathOf(file) !== file.name
    const [beside, alone] = [others.filter(isFromFolder), others.filter(file => !isFromFolder(file))]
    const pictures = beside.filter(file => incomingKind(file) === 'picture')
    if (files.length && ![...artwork, ...alone, ...pictures].length)
      notices.say('There is no artwork in it: no SVG, PDF, PNG, JPEG, WebP or GIF.', 'problem')
    const taking = addArtwork(artwork, unpacked.problems)
    if (alone.length || pictures.length) await queue.run([...alone, ...pictures], addOne)
    await taking
  }
  /** Takes a pasted or dropped text: colors, or the source of an SVG. */
  const takePasted = (text: string): Promise<void | null> =>
    notices.attempt(async () => {
      if (await documentDesk.at().isPastedArtwork(text))
        await add([new File([text], 'Pasted artwork.svg', { type: 'image/svg+xml' })])
      else if (!(await takeText(text, 'the pasted text')))
        notices.say('No colors were found in the pasted text.', 'problem')
    })
  return { ...queue, add, takeText, takePasted }
}
