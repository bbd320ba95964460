import type { JSONValue, PendingQuery, Row, Sql } from 'postgres'
import { labOf, type Hex } from '#core/color/convert'
import type {
  KeptSwatch,
  ShelfFolder,
  ShelfPut,
  ShelfQuery,
  ShelfDetails,
  ShelfScheme,
  ShelfVersion,
} from '#core/document/shelf'
import { inTransaction } from './connect'
import { httpError } from '../httpError'

/** Maximum distance in OKLab of a color near the one asked for, and of the one that is contained. */
const NEAR = 0.07
const RADIUS = 0.05
/** Maximum mean distance of colors from the nearest of a scheme that fits them. */
const FITS = 0.1
/** So many colors nearest to those asked for are looked at. */
const MAX_NEAREST = 400
/** So many answers are counted; more is “more”. */
const MAX_COUNTED = 2000

const asJson = (value: unknown): JSONValue => value as JSONValue

/** Words as they are looked for: in lower case and without accents. */
const plainWords = (text: string): string => text.normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase()

const wordsOf = ({ name, note, tags, swatches, origin }: ShelfPut): string =>
  plainWords(
    [name, note, ...tags, origin.title, origin.project?.name ?? '', ...swatches.map(swatch => swatch.name)].join(' '),
  )

interface Stored {
  id: string
  version: number
  folder_id: string | null
  name: string
  note: string
  tags: string[]
  favorite: boolean
  origin: ShelfScheme['origin']
  swatches: KeptSwatch[]
  updated_at: Date
}

const toScheme = ({ folder_id, updated_at, ...scheme }: Stored): ShelfScheme => ({
  ...scheme,
  folder: folder_id,
  updatedAt: updated_at.toISOString(),
})

const columns = (sql: Sql) =>
  sql`shelf.id, version, folder_id, name, note, tags, favorite, origin, swatches, updated_at`

/** A color as a point among colors, as the database writes it. */
const pointOf = (hex: Hex): string => {
  const { l, a, b } = labOf(hex)
  return `(${l},${a},${b})`
}

const storeColors = async (sql: Sql, id: string, swatches: readonly KeptSwatch[]): Promise<void> => {
  await sql`delete from shelf_colors where shelf_id = ${id}`
  const points = [...new Set(swatches.map(({ hex }) => hex))].map(pointOf)
  await sql`insert into shelf_colors (shelf_id, lab) select ${id}, point::cube from unnest(${points}::text[]) as point`
}

/** Puts a scheme on the shelf. */
export const putOnShelf = (sql: Sql, put: ShelfPut): Promise<ShelfScheme> =>
  inTransaction(sql, async within => {
    const { folder, name, note, tags, favorite, origin, swatches } = put
    const [row] = await within<Stored[]>`
      insert into shelf (folder_id, name, note, tags, favorite, origin, swatches, plain) values (
        ${folder}, ${name}, ${note}, ${tags}, ${favorite}, ${sql.json(asJson(origin))}, ${sql.json(asJson(swatches))},
        ${wordsOf(put)})
      returning ${columns(within)}`
    const made = toScheme(row as Stored)
    await storeColors(within, made.id, swatches)
    return made
  })

/** A scheme on the shelf; null where there is none. */
export const findOnShelf = async (sql: Sql, id: string): Promise<ShelfScheme | null> => {
  const [row] = await sql<Stored[]>`select ${columns(sql)} from shelf where id = ${id} and deleted_at is null`
  return row ? toScheme(row) : null
}

/** Changes name, note, tags and folder of a scheme; its colors and its version stay. Null where there is none. */
export const updateOnShelf = (sql: Sql, id: string, details: Partial<ShelfDetails>): Promise<ShelfScheme | null> =>
  inTransaction(sql, async within => {
    const [row] = await within<
      Stored[]
    >`select ${columns(within)} from shelf where id = ${id} and deleted_at is null for update`
    if (!row) return null
    const next = { ...toScheme(row), ...details }
    const [changed] = await within<Stored[]>`
      update shelf set folder_id = ${next.folder}, name = ${next.name}, note = ${next.note}, tags = ${next.tags},
        favorite = ${next.favorite}, plain = ${wordsOf(next)}
      where id = ${id} returning ${columns(within)}`
    return toScheme(changed as Stored)
  })

/** Saves other colors over those of a scheme, whose earlier ones stay. Null where there is none; throws ShelfStale. */
export const saveOver = (
  sql: Sql,
  id: string,
  version: number,
  { swatches, origin }: Pick<ShelfPut, 'swatches' | 'origin'>,
): Promise<ShelfScheme | null> =>
  inTransaction(sql, async within => {
    const [row] = await within<
      Stored[]
    >`select ${columns(within)} from shelf where id = ${id} and deleted_at is null for update`
    if (!row) return null
    if (row.version !== version)
      throw httpError(409, 'The scheme was changed elsewhere since it was opened here.', toScheme(row))
    await within`insert into shelf_versions (shelf_id, version, swatches, origin)
      values (${id}, ${version}, ${sql.json(asJson(row.swatches))}, ${sql.json(asJson(row.origin))})`
    const next = { ...toScheme(row), swatches, origin }
    const [changed] = await within<Stored[]>`
      update shelf set version = version + 1, updated_at = now(), swatches = ${sql.json(asJson(swatches))},
        origin = ${sql.json(asJson(origin))}, plain = ${wordsOf(next)}
      where id = ${id} returning ${columns(within)}`
    await storeColors(within, id, swatches)
    return toScheme(changed as Stored)
  })

/** Earlier versions of a scheme, the latest first. */
export const versionsOnShelf = async (sql: Sql, id: string): Promise<ShelfVersion[]> => {
  const rows = await sql<Array<{ version: number; swatches: KeptSwatch[]; kept_at: Date }>>`
    select version, swatches, kept_at from shelf_versions where shelf_id = ${id} order by version desc limit 200`
  return rows.map(({ kept_at, ...row }) => ({ ...row, keptAt: kept_at.toISOString() }))
}

/** Takes schemes from the shelf, or puts them back; how many. */
export const setDeletedOnShelf = async (sql: Sql, ids: readonly string[], deleted: boolean): Promise<number> => {
  const rows = await sql`update shelf set deleted_at = ${deleted ? sql`now()` : null}
    where id = any(${[...ids]}::uuid[]) returning id`
  return rows.length
}

/** The text query for words: each is the beginning of one; nothing where they hold no letter. */
const toTsQuery = (words: string): string =>
  plainWords(words)
    .split(/[^\p{L}\d]+/u)
    .filter(Boolean)
    .map(word => `${word}:*`)
    .join(' & ')

type Part = PendingQuery<Row[]>

/** The conditions of a query, all of which hold. */
const conditions = (sql: Sql, { tags, folder, favorite, holds }: ShelfQuery, words: Part | null): Part => {
  const holding = (hex: Hex): Part => sql`select shelf_id from shelf_colors
    where lab <@ cube_enlarge(${pointOf(hex)}::cube, ${RADIUS}, 3) and lab <-> ${pointOf(hex)}::cube < ${RADIUS}`
  const [first, ...others] = holds
  const inFolder =
    folder === undefined
      ? sql``
      : folder === 'none'
        ? sql`and (folder_id in (select id from shelf_folders where deleted_at is null)) is not true`
        : sql`and folder_id = ${folder}`
  return sql`shelf.deleted_at is null
    ${words ?? sql``}
    ${tags.length ? sql`and tags @> ${tags}` : sql``}
    ${inFolder}
    ${favorite ? sql`and favorite` : sql``}
    ${
      first === undefined
        ? sql``
        : sql`and shelf.id in (${others.reduce<Part>((all, hex) => sql`${all} intersect ${holding(hex)}`, holding(first))})`
    }`
}

/** A page of what answers a query, and how many there are, counted to 2,000. */
export interface ShelfPage {
  schemes: ShelfScheme[]
  total: number
}

/**
 * Schemes near a color that fit others, the nearest first: of the schemes that have a color among the nearest to any of them, those near
 * enough, in the order of how far they are from all.
 */
const nearestWith = (sql: Sql, { near, fits }: ShelfQuery, where: Part): Promise<Stored[]> => {
  const points = [...(near === undefined ? [] : [near]), ...fits].map(pointOf)
  return sql<Stored[]>`
    with asked as (
      select point::cube as point, place > ${near === undefined ? 0 : 1} as fits
      from unnest(${points}::text[]) with ordinality as given (point, place)
    ), found as materialized (
      select distinct shelf_id from asked, lateral (
        select shelf_id from shelf_colors order by lab <-> asked.point limit ${Math.ceil(MAX_NEAREST / points.length)}) as nearest
    ), far as (
      select found.shelf_id, avg(away) filter (where not fits) as near, avg(away) filter (where fits) as fit
      from found, asked, lateral (
        select min(lab <-> asked.point) as away from shelf_colors where shelf_id = found.shelf_id) as nearest
      group by found.shelf_id
    )
    select ${columns(sql)} from far join shelf on shelf.id = far.shelf_id
    where coalesce(near, 0) < ${NEAR} and coalesce(fit, 0) < ${FITS} and ${where}
    order by coalesce(near, 0) + coalesce(fit, 0), shelf.id`
}

/**
 * A page of what fulfills conditions. What is rare is found by what is asked for and put in order; what is common is found soon by
 * going through all in that order. Which it is, is counted, for the database can only guess, and a wrong guess goes through all.
 */
const pageWith = async (
  sql: Sql,
  query: ShelfQuery,
  words: Part | null,
  from: number,
  count: number,
): Promise<ShelfPage> => {
  const where = conditions(sql, query, words)
  if (query.near !== undefined || query.fits.length) {
    const rows = await nearestWith(sql, query, where)
    return { schemes: rows.slice(from, from + count).map(toScheme), total: rows.length }
  }
  const order = query.order === 'name' ? sql`lower(name), id` : sql`updated_at desc, id`
  const isNarrowed = words ?? (query.tags.length || query.folder || query.favorite || query.holds.length)
  const ids = await inTransaction(sql, async within => {
    if (isNarrowed)
      await within`select set_config('enable_seqscan', 'off', true), set_config('enable_indexscan', 'off', true),
        set_config('jit', 'off', true)`
    return within<Array<{ id: string }>>`select id from (
      select id, name, updated_at from shelf where ${where} limit ${MAX_COUNTED + 1}) as hits
      ${isNarrowed ? sql`order by ${order}` : sql``}`
  })
  const rows =
    ids.length > MAX_COUNTED
      ? await sql<
          Stored[]
        >`select ${columns(sql)} from shelf where ${where} order by ${order} offset ${from} limit ${count}`
      : await sql<Stored[]>`select ${columns(sql)} from shelf
          where id = any(${ids.slice(from, from + count).map(({ id }) => id)}::uuid[]) order by ${order}`
  return { schemes: rows.map(toScheme), total: Math.min(ids.length, MAX_COUNTED) }
}

/**
 * Searches the shelf: by the beginnings of words, and, where those are not found, by letters within words; by tag, folder,
 * favorites, and by color (near one, or fitting several: the nearest first; holding all that are given).
 */
export const searchShelf = async (sql: Sql, query: ShelfQuery, from = 0, count = 48): Promise<ShelfPage> => {
  if (!query.words.trim()) return pageWith(sql, query, null, from, count)
  const lexemes = toTsQuery(query.words)
  if (lexemes) {
    const found = await pageWith(sql, query, sql`and words @@ to_tsquery('simple', ${lexemes})`, from, count)
    if (found.total) return found
  }
  const letters = `%${plainWords(query.words.trim()).replace(/[\\%_]/g, letter => `\\${letter}`)}%`
  return pageWith(sql, query, sql`and plain like ${letters}`, from, count)
}

/** The folders of the shelf by name. */
export const listFolders = (sql: Sql): Promise<ShelfFolder[]> => sql<ShelfFolder[]>`
  select id, name, (select count(*)::int from shelf where folder_id = shelf_folders.id and deleted_at is null) as count
  from shelf_folders where deleted_at is null order by lower(name), id`

/** Makes a folder. */
export const makeFolder = async (sql: Sql, name: string): Promise<ShelfFolder> => {
  const [row] = await sql<Array<{ id: string }>>`insert into shelf_folders (name) values (${name}) returning id`
  return { id: row?.id ?? '', name, count: 0 }
}

/** Gives a folder another name; false where there is none. */
export const renameFolder = async (sql: Sql, id: string, name: string): Promise<boolean> =>
  (await sql`update shelf_folders set name = ${name} where id = ${id} and deleted_at is null returning id`).length > 0

/** Takes a folder away, or puts it back; what is in it stays on the shelf, in no folder while it is away. */
export const setFolderAway = async (sql: Sql, id: string, away: boolean): Promise<boolean> =>
  (await sql`update shelf_folders set deleted_at = ${away ? sql`now()` : null} where id = ${id} returning id`).length >
  0

/** The tags in use, those of most schemes first. */
export const listTags = (sql: Sql): Promise<Array<{ tag: string; count: number }>> => sql<
  Array<{ tag: string; count: number }>
>`select tag, count(*)::int as count from shelf, unnest(tags) as tag where deleted_at is null
  group by tag order by count desc, tag limit 100`
