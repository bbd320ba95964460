import { constants, createReadStream, createWriteStream } from 'node:fs'
import { access, open, rename, rm } from 'node:fs/promises'
import type { Readable } from 'node:stream'
import { createGunzip } from 'node:zlib'
import { backup } from '../server/backup/backup'
import { BackupRefused } from '../server/backup/format'
import { restore } from '../server/backup/restore'
import { isDatabaseGone } from '../server/db/connect'
import { withDatabase } from './ownDatabase'
import { Refusal, refuse } from './words'

const MB = 1024 * 1024
/** Says how far it is, on one line that is written over, where somebody looks on. */
const showProgress = (doing: string) => {
  let last = 0
  return (bytes: number): void => {
    if (!process.stderr.isTTY || bytes - last < 8 * MB) return
    last = bytes
    process.stderr.write(`\r${doing} ${Math.round(bytes / MB)} MB`)
  }
}

const throwInWords = (error: unknown): never => {
  if (error instanceof BackupRefused) throw new Refusal(error.message)
  if (isDatabaseGone(error)) throw new Refusal('The database isn’t responding.')
  if (error instanceof Error && 'code' in error) {
    if (error.code === 'ENOSPC') throw new Refusal('The disk is full; nothing was saved.')
    if (error.code === 'ENOENT') throw new Refusal('There is no such file or folder.')
    if (error.code === '53100') throw new Refusal('The disk of the database is full; nothing was restored.')
    if (error.code === '25006') throw new Refusal('The database is read-only; nothing was restored.')
  }
  throw error
}

/** Backs up into a file that is there when all of it is, readable by its owner only; or to where the output goes. */
export const backUp = async (path: string): Promise<void> => {
  const isFile = path !== '-'
  const part = `${path}.part`
  if (
    isFile &&
    (await access(path).then(
      () => true,
      () => false,
    ))
  )
    refuse(`${path} already exists; name another file.`)
  try {
    const last = await withDatabase(sql =>
      backup(sql, isFile ? createWriteStream(part, { mode: 0o600 }) : process.stdout, showProgress('Backed up')),
    )
    if (isFile) {
      const file = await open(part, constants.O_RDONLY)
      await file.sync() // it is on the disk before it has its name
      await file.close()
      await rename(part, path)
    }
    const bytes = last.pieces.reduce((sum, { size }) => sum + size, 0)
    process.stderr.write(`Backed up ${(bytes / MB).toFixed(1)} MB, ${last.rows.projects ?? 0} projects.\n`)
  } catch (error) {
    if (isFile) await rm(part, { force: true })
    throwInWords(error)
  }
}

/** A file as it was backed up, unpacked where it was packed by gzip since. */
const openBackup = async (path: string): Promise<Readable> => {
  if (path === '-') return process.stdin
  const file = await open(path, constants.O_RDONLY)
  const { buffer, bytesRead } = await file.read(Buffer.alloc(2), 0, 2, 0)
  await file.close()
  const bytes = createReadStream(path)
  if (bytesRead < 2 || buffer.readUInt16BE() !== 0x1f8b) return bytes
  const unpacked = createGunzip()
  bytes.on('error', error => unpacked.destroy(error))
  return bytes.pipe(unpacked)
}

/** Restores a backup, all of it or nothing. */
export const bringBack = async (
  path: string,
  { into, over = false }: { into?: string | undefined; over?: boolean | undefined },
): Promise<void> => {
  try {
    const from = await openBackup(path)
    const { made } = await withDatabase(sql => restore(sql, from, { over, onProgress: showProgress('Restored') }), into)
    process.stderr.write(`Restored the backup of ${made}.\n`)
  } catch (error) {
    throwInWords(error)
  }
}
