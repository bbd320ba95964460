import { numberDuplicates } from '#core/color/name'
import type { Artwork } from '#core/document/artwork'
import { fileNameOf } from '#core/formats/fileName'
import { pdfName } from '#core/handover/plan'
import { saveFile } from '~/browser/saveFile'
import { useArtworkFiles } from '~/stores/artwork'
import { useHandOver } from '~/stores/handOver'
import { useHistory } from '~/stores/history'
import { useJobs } from '~/stores/jobs'
import { useNotices } from '~/stores/notices'
import { usePainting } from '~/stores/painting'

/** The key of the work that writes one artwork, or the whole set. */
export const SET = 'set'

/** A file name for each artwork in an archive, none twice, with the extension `extensionOf` gives it. */
const archiveNames = (all: readonly Artwork[], extensionOf: (art: Artwork) => string): ReadonlyMap<string, string> => {
  const names = numberDuplicates(all.map(({ name }) => fileNameOf(name) || 'artwork'))
  return new Map(all.map((art, i) => [art.id, `${(names[i] as string).replaceAll(' ', '-')}.${extensionOf(art)}`]))
}

/** Writes artwork as files: one, or all in an archive. What is written is what is settled, never what is only previewed. */
export const useHandingOver = () => {
  const handOver = useHandOver()
  const history = useHistory()
  const painting = usePainting()
  const files = useArtworkFiles()
  const jobs = useJobs()
  const notices = useNotices()

  const partFor = (art: Artwork) => {
    const painted = painting.settled(art.id)
    return {
      name: art.name,
      work: (seen: (part: number) => void, signal: AbortSignal) => files.write(art.hash, painted, seen, signal),
    }
  }

  /** Has the PDF written that an artwork is a page of, with all its pages in the project. */
  const writePdf = (art: Artwork): Promise<void | null> =>
    notices.attempt(async () => {
      const name = `${fileNameOf(pdfName(art)) || 'artwork'}.pdf`
      saveFile(name, await handOver.made({ artwork: [art.id], pdf: ['pdf'] }), 'application/pdf')
      notices.say(`Saved ${name}.`)
    })

  /** Writes one artwork. */
  const writeOne = (art: Artwork): Promise<void> => {
    const { extension, type } = files.kindOf(art)
    const name = `${fileNameOf(art.name)}.${extension}`
    return jobs.start({
      key: art.id,
      doing: `Writing ${name}`,
      parts: [partFor(art)],
      finish: ([written], [failure]) => {
        if (failure) return notices.say(`“${art.name}” could not be written: ${failure.reason}`, 'problem')
        if (!written) return
        saveFile(name, written.result, type)
        notices.say(`Saved ${name}.`)
      },
    })
  }

  /** Writes artworks into one archive. */
  const writeAll = (all: readonly Artwork[]): Promise<void> => {
    const names = archiveNames(all, art => files.kindOf(art).extension)
    const title = `${fileNameOf(history.settled?.name ?? '') || 'artwork'}.zip`
    return jobs.start({
      key: SET,
      doing: `Writing ${title}`,
      parts: all.map(art => {
        const { name, work } = partFor(art)
        const file = names.get(art.id) as string
        return { name, work: async (...how: Parameters<typeof work>) => ({ file, bytes: await work(...how) }) }
      }),
      finish: async (written, failed) => {
        if (!written.length) return notices.say('None of the artwork could be written.', 'problem')
        const packed = Object.fromEntries(written.map(({ result: { file, bytes } }) => [file, bytes]))
        saveFile(title, await files.pack(packed), 'application/zip')
        const count = `${written.length} ${written.length === 1 ? 'file' : 'files'}`
        const left = failed.length ? `; ${failed.length} could not be written` : ''
        notices.say(`Saved ${title} with ${count}${left}.`, failed.length ? 'problem' : 'done')
      },
    })
  }

  return { jobs, writeOne, writePdf, writeAll }
}
