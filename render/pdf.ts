import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { instantiate } from 'lcms-wasm'
import { cleanPdf } from '#core/pdf/clean'
import { parsePdf, serializePdf, type PDFContext } from '#core/pdf/objects'
import { pagesOf } from '#core/pdf/pages'
import { PdfColors } from '#core/pdf/document'
import { FOR_SCREEN, recolorPages } from '#core/pdf/recolor'
import type { ColorManagement } from '#core/pdf/spaces'
import { converterOf } from '#core/print/engine'
import { Unreadable } from '#core/svg/unreadable'
import { ProgramError, runProgram, type Limits } from './programs'

/** Limits of the programs that read PDF. */
const LIMITS: Limits = { ms: 60_000, memoryMB: 2048, fileMB: 512 }

/** A PDF that asks for a password, or was given a wrong one. */
export class NeedsPassword extends Unreadable {
  override name = 'NeedsPassword'
}

/** A folder of its own for the files of a piece of work; it is gone afterwards. */
const inFolder = async <Result>(work: (folder: string) => Promise<Result>): Promise<Result> => {
  const folder = await mkdtemp(join(tmpdir(), 'plumbago-pdf-'))
  try {
    return await work(folder)
  } finally {
    await rm(folder, { recursive: true, force: true })
  }
}

const refusalOf = (error: unknown, hasPassword: boolean): unknown => {
  if (!(error instanceof ProgramError)) return error
  if (error.kind === 'missing') return new Unreadable('PDF can’t be read here: Debian’s packages poppler-utils and qpdf are missing.')
  if (error.kind === 'late') return new Unreadable('The PDF takes too much time or memory to read.')
  if (/password/i.test(error.report))
    return new NeedsPassword(hasPassword ? 'The password is wrong.' : 'The PDF is protected by a password.')
  return new Unreadable('The PDF is damaged: it can’t be read.')
}

const PDF_MARK = '%PDF-'
/** Number of bytes within which a PDF must begin. */
const MARK_WITHIN = 1024

/**
 * Opens a PDF at a path, of any kind: packed, damaged at its index, encrypted (with the password), and returns it as objects; the
 * password goes nowhere else. Throws Unreadable for what is none, NeedsPassword where one is missing or wrong.
 */
export const openPdf = (path: string, password?: string): Promise<PDFContext> =>
  inFolder(async folder => {
    const out = join(folder, 'plain.pdf')
    const head = (await readFile(path)).subarray(0, MARK_WITHIN).toString('latin1')
    if (!head.includes(PDF_MARK)) throw new Unreadable('It is no PDF.')
    const args = ['--warning-exit-0', '--no-warn', '--decrypt', '--object-streams=disable', '--stream-data=preserve']
    const secret = password === undefined ? [] : ['--password-file=-']
    try {
      await runProgram('qpdf', [...args, '--deterministic-id', ...secret, path, out], LIMITS, password)
    } catch (error) {
      throw refusalOf(error, password !== undefined)
    }
    return parsePdf(await readFile(out))
  })

export { cleanPdf, serializePdf, pagesOf, PdfColors, FOR_SCREEN, recolorPages, instantiate, converterOf, writeFile, type ColorManagement }
