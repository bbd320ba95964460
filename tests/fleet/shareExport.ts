import { spawn, type ChildProcess } from 'node:child_process'
import { readFile } from 'node:fs/promises'
import { setTimeout as pause } from 'node:timers/promises'
import { unzipSync } from 'fflate'
import type { Sql } from 'postgres'
import { apply, NOTHING_KNOWN } from '#core/commands/commands'
import type { Project } from '#core/document/project'
import { FIRST_WANTED } from '#core/handover/options'
import { derivedFrom } from '#core/interaction/testing'
import { receiveSvg } from '../../server/artwork/receive'
import { storeArtwork } from '../../server/db/artwork'
import { addJob, findJob, jobResult } from '../../server/db/jobs'
import { createProject } from '../../server/db/projects'
import { icons } from '../bench/brand'

/* One large export, shared by one, two and four workers; and with one of them killed in the middle. */

const COUNT = 300
const TIME = '2026-11-26T10:00:00.000Z'

/** A project with icons of a free set in five colorways: its id and document. */
const iconProject = async (sql: Sql): Promise<{ id: string; project: Project }> => {
  const artwork: Project['artwork'] = []
  for (const [n, path] of icons(COUNT).entries()) {
    const received = await receiveSvg(`${n}.svg`, await readFile(path))
    await storeArtwork(sql, received)
    const { kind, hash, width, height } = received.file
    artwork.push({ kind, hash, width, height, id: `a${n}`, name: `icon ${n}` })
  }
  const start = { ...derivedFrom('#0f6d5f', { kind: 'triadic', spread: 0, count: 5 }), artwork }
  const project = ['One', 'Two', 'Three', 'Four', 'Five'].reduce(
    (now, name) => apply(now, { do: 'freeze', name, time: TIME }, NOTHING_KNOWN),
    start,
  )
  return { id: (await createProject(sql, project)).id, project }
}

/** Starts so many workers on a database. */
const startWorkers = (url: string, count: number): ChildProcess[] =>
  Array.from({ length: count }, () =>
    spawn(process.execPath, ['--import', 'tsx', 'bin/worker.ts'], {
      ...{ env: { ...process.env, DATABASE_URL: url }, stdio: ['ignore', 'ignore', 'inherit'] },
    }),
  )

/** Result of an export. */
export interface Shared {
  workers: number
  killed: boolean
  seconds: number
  files: number
  /** True if the archive holds every file once. */
  whole: boolean
}

/** Exports the icons as SVG and PNG by so many workers; where `killed` is true, the first is killed when a third is done. */
export const shareExport = async (sql: Sql, url: string, runs: ReadonlyArray<[number, boolean]>): Promise<Shared[]> => {
  const { id, project } = await iconProject(sql)
  const wanted = {
    ...FIRST_WANTED,
    ...{ looks: project.lineUp.colorways.map(each => each.id), artwork: project.artwork.map(each => each.id) },
    ...{ png: [{ by: 'width' as const, pixels: 256 }], sheet: [], scheme: [] },
  }
  const results: Shared[] = []
  for (const [workers, killed] of runs) {
    const all = startWorkers(url, workers)
    await pause(6000) // they are up, and have looked for work in vain
    const start = performance.now()
    const job = await addJob(sql, id, 'icons', wanted)
    let left = killed
    for (;;) {
      const now = await findJob(sql, job?.id ?? '')
      if (!now || (now.state !== 'waiting' && now.state !== 'underway')) break
      if (left && now.parts && now.done > now.parts / 3) {
        left = false
        all[0]?.kill('SIGKILL')
      }
      await pause(50)
    }
    const seconds = (performance.now() - start) / 1000
    for (const worker of all) worker.kill('SIGKILL')
    const result = await jobResult(sql, job?.id ?? '')
    const pieces: Buffer[] = []
    for await (const piece of result?.pieces() ?? []) pieces.push(piece)
    const files = pieces.length ? Object.keys(unzipSync(Buffer.concat(pieces))).length - 1 : 0
    results.push({ workers, killed, seconds, files, whole: files === COUNT * 5 * 2 })
  }
  return results
}
