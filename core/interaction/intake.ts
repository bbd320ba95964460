import { MAX_ARTWORK, MAX_FOLDER_LENGTH, MAX_INTAKE, MAX_INTAKE_BYTES } from '#core/document/limits'
import { countWords } from '#core/document/names'
import type { IncomingFile } from './incoming'

/* Artwork that comes in by the hundred: from folders, archives and lists of files. */

/** Notes on a file that came in, or the reason why it was not taken; `again` tries once more. */
export interface FileReport {
  file: string
  lines: string[]
  /** The removed parts, in technical words. */
  details?: string[]
  refused: boolean
  again?: () => void
}

const MB = 1024 * 1024
const ARCHIVE = /\.zip$/i
/** Files that operating systems add to folders and archives. */
const SYSTEM_FILE = /(^|\/)(__MACOSX|\.[^/]*|Thumbs\.db|desktop\.ini)(\/|$)/i

/** Returns whether a file is a ZIP archive, by its name and type. */
export const isArchive = ({ name, type }: Pick<IncomingFile, 'name' | 'type'>): boolean =>
  ARCHIVE.test(name) || type === 'application/zip' || type === 'application/x-zip-compressed'

/** Returns whether a path is of a file that a system made for itself, such as `.DS_Store`. */
export const isSystemFile = (path: string): boolean => SYSTEM_FILE.test(path)

const partsOf = (path: string): string[] =>
  path
    .normalize('NFC')
    .split(/[\\/]/)
    .map(part => part.replace(/[\u0000-\u001f\u007f]/g, '').trim())
    .filter(part => part && part !== '.' && part !== '..' && !/^[a-z]:$/i.test(part))

/** The name of a file within its path. */
export const fileNameOf = (path: string): string => partsOf(path).at(-1) ?? 'Artwork'

/**
 * The folder of a path, with slashes between: without drive letters, steps up and what is empty. Undefined where the file stands in
 * none. One that is too long keeps its end.
 */
export const folderOf = (path: string): string | undefined => {
  const folders = partsOf(path).slice(0, -1)
  while (folders.length > 1 && folders.join('/').length > MAX_FOLDER_LENGTH) folders.shift()
  return folders.join('/').slice(-MAX_FOLDER_LENGTH) || undefined
}

/** Why files cannot come in together; null where they can. `present` is the number of pieces the project has. */
export const intakeRefusal = (files: ReadonlyArray<Pick<IncomingFile, 'size'>>, present: number): string | null => {
  const size = files.reduce((sum, file) => sum + file.size, 0)
  if (files.length > MAX_INTAKE)
    return `These are ${files.length} files; up to ${MAX_INTAKE} can be added at once. Nothing was added.`
  if (size > MAX_INTAKE_BYTES)
    return (
      `These files are ${Math.round(size / MB)} MB together; up to ${MAX_INTAKE_BYTES / MB} MB can be added at once. ` +
      'Nothing was added.'
    )
  if (present + files.length > MAX_ARTWORK)
    return present
      ? `A project holds up to ${MAX_ARTWORK} pieces of artwork, and this one has ${present}. Nothing was added.`
      : `A project holds up to ${MAX_ARTWORK} pieces of artwork. Nothing was added.`
  return null
}

/** Parts of what came in: those that are new, and those that are in the project already or twice among them. */
export const splitByHash = <Piece extends { hash: string }>(
  pieces: readonly Piece[],
  present: ReadonlyArray<{ hash: string }>,
): { fresh: Piece[]; doubles: Piece[] } => {
  const known = new Set(present.map(({ hash }) => hash))
  const [fresh, doubles] = [[] as Piece[], [] as Piece[]]
  for (const piece of pieces) {
    ;(known.has(piece.hash) ? doubles : fresh).push(piece)
    known.add(piece.hash)
  }
  return { fresh, doubles }
}

/** Files that were refused, by reason, the most frequent first. */
export const byReason = <Report extends Pick<FileReport, 'lines'>>(
  refused: readonly Report[],
): Array<{ reason: string; reports: Report[] }> => {
  const all = new Map<string, Report[]>()
  for (const report of refused) {
    const reason = report.lines.join(' ')
    const known = all.get(reason)
    if (known) known.push(report)
    else all.set(reason, [report])
  }
  return [...all]
    .map(([reason, reports]) => ({ reason, reports }))
    .sort((one, other) => other.reports.length - one.reports.length)
}

/** The outcome of an intake, in numbers of files. */
export interface IntakeCounts {
  added: number
  /** All that were chosen. */
  of: number
  doubles: number
  refused: number
  /** Those that were not read any more when it was stopped. */
  left: number
}

/** Sums up an intake in one or two sentences. `name` is that of the file where there was one. */
export const intakeSummary = ({ added, of, doubles, refused, left }: IntakeCounts, name: string): string => {
  if (of === 1 && added) return `Added “${name}”.`
  if (of === 1 && doubles) return `“${name}” is in the project already.`
  const rest = [
    ...(doubles ? [`${doubles} ${doubles === 1 ? 'is' : 'are'} in the project already`] : []),
    ...(refused ? [`${refused} could not be added`] : []),
    ...(left ? [`${left} ${left === 1 ? 'was' : 'were'} left out`] : []),
  ]
  if (!added) return `Nothing was added${rest.length ? `: ${rest.join(', ')}` : ''}.`
  const first =
    added === of ? `Added ${countWords(added, 'piece')} of artwork.` : `Added ${added} of ${countWords(of, 'file')}.`
  return rest.length ? `${first} ${rest.join(', ').replace(/^./, letter => letter.toUpperCase())}.` : first
}
