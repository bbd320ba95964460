import { createHash } from 'node:crypto'
import type { JSONValue, Sql } from 'postgres'
import { packedTrailSchema, type PackedTrail, type TrailChange, type TrailState } from '#core/document/trail'

const asJson = (value: unknown): JSONValue => value as JSONValue

const rowOf = (projectId: string, { id, parent, time, did, kept, look }: TrailState) => {
  const {
    remap: { targets, ...remap },
    ...rest
  } = look
  const hash = createHash('sha256').update(JSON.stringify(targets)).digest('hex').slice(0, 24)
  return {
    targets,
    row: { project_id: projectId, id, parent, time, did, kept, look: asJson({ ...rest, remap }), targets: hash },
  }
}

/** Stores what a save brings of the trail; part of the save's transaction. */
export const changeTrail = async (sql: Sql, projectId: string, { put, remove }: TrailChange): Promise<void> => {
  const rows = put.map(state => rowOf(projectId, state))
  const targets = new Map(rows.map(({ targets: each, row }) => [row.targets, each]))
  for (const [hash, each] of targets)
    await sql`insert into trail_targets (project_id, hash, targets) values (${projectId}, ${hash}, ${sql.json(asJson(each))})
      on conflict do nothing`
  for (const { row } of rows)
    await sql`insert into trail ${sql({ ...row, look: sql.json(row.look) })}
      on conflict (project_id, id) do update set kept = excluded.kept, parent = excluded.parent`
  if (!remove.length) return
  await sql`delete from trail where project_id = ${projectId} and id = any(${remove})`
  await sql`delete from trail_targets where project_id = ${projectId}
    and not exists (select 1 from trail where trail.project_id = ${projectId} and trail.targets = trail_targets.hash)`
}

interface Row {
  id: string
  parent: string | null
  time: Date
  did: string
  kept: string | null
  look: Record<string, unknown> & { remap: object }
  targets: string
}

/** Size of the trail of a project, in bytes as it is stored and about as many times as large as it is sent. */
export const sizeOfTrail = async (sql: Sql, projectId: string): Promise<number> => {
  const [row] = await sql<Array<{ size: number }>>`
    select (select coalesce(sum(pg_column_size(look)), 0) from trail where project_id = ${projectId})::int
      + (select coalesce(sum(pg_column_size(targets)), 0) from trail_targets where project_id = ${projectId})::int as size`
  return (row?.size ?? 0) * UNPACKED
}

/** Usual ratio of unpacked to stored size. */
const UNPACKED = 2

/** The trail of a project in the order of its states; null where there is no such project. */
export const findTrail = async (sql: Sql, projectId: string): Promise<PackedTrail | null> => {
  const [known] = await sql`select 1 from projects where id = ${projectId} and deleted_at is null`
  if (!known) return null
  const [rows, targets] = await Promise.all([
    sql<
      Row[]
    >`select id, parent, time, did, kept, look, targets from trail where project_id = ${projectId} order by place`,
    sql<
      Array<{ hash: string; targets: unknown }>
    >`select hash, targets from trail_targets where project_id = ${projectId}`,
  ])
  return packedTrailSchema.parse({
    states: rows.map(({ targets: hash, time, look, ...row }) => ({
      ...row,
      time: time.toISOString(),
      look: { ...look, remap: { ...look.remap, targets: hash } },
    })),
    targets: Object.fromEntries(targets.map(({ hash, targets: each }) => [hash, each])),
  })
}

/** Gives a project the trail of another, state by state. */
export const copyTrail = async (sql: Sql, from: string, to: string): Promise<void> => {
  await sql`insert into trail_targets (project_id, hash, targets) select ${to}, hash, targets from trail_targets where project_id = ${from}`
  await sql`insert into trail (project_id, id, parent, time, did, kept, look, targets)
    select ${to}, id, parent, time, did, kept, look, targets from trail where project_id = ${from} order by place`
}
