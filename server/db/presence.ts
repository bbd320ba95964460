import type { Sql } from 'postgres'
import { HERE, type HerePut, type Other, type ProjectNews } from '#core/document/live'
import { inTransaction } from './connect'

/** The channel of project news: news of them, as JSON. */
export const PROJECTS = 'plumbago_projects'

/** Tells everybody who follows projects, once the transaction is through. */
export const tellOfProject = async (sql: Sql, news: ProjectNews): Promise<void> => {
  await sql`select pg_notify(${PROJECTS}, ${JSON.stringify(news)})`
}

/**
 * Notes which project is open in a window, and tells the others where that is another than before; who else is in it. One that has left
 * stays away: what it had asked before may arrive after that.
 */
export const noteHere = (sql: Sql, { window, project }: HerePut, person: string | null): Promise<Other[]> =>
  inTransaction(sql, async within => {
    const [known] = await within<Array<{ project_id: string | null; fresh: boolean }>>`
      select project_id, seen_at > now() - ${HERE.gone} * interval '1 millisecond' as fresh
      from presence where window_id = ${window} for update`
    const before = known?.project_id ?? null
    if (project === null)
      await within`insert into presence (window_id, project_id) values (${window}, null)
        on conflict (window_id) do update set project_id = null, seen_at = now()`
    else if (!known || before)
      await within`insert into presence (window_id, project_id, person_id)
        select ${window}, id, ${person} from projects where id = ${project} and deleted_at is null
        on conflict (window_id) do update
          set project_id = excluded.project_id, person_id = excluded.person_id, seen_at = now()
          where presence.project_id is not null`
    if (before !== project || !known?.fresh)
      for (const each of new Set([before, project]))
        if (each) await tellOfProject(within, { project: each, here: true })
    if (project === null) return []
    const rows = await within<Array<{ window_id: string; name: string | null; person_id: string | null }>>`
      select window_id, name, person_id from presence left join people on people.id = person_id
      where project_id = ${project} and window_id <> ${window}
        and seen_at > now() - ${HERE.gone} * interval '1 millisecond'
      order by name, window_id limit 60`
    return rows.map(({ window_id, name, person_id }) => ({
      ...{ window: window_id, name, isOwn: person_id === person },
    }))
  })

/** Throws away windows that were closed without a word. */
export const purgePresence = async (sql: Sql): Promise<void> => {
  await sql`delete from presence where seen_at < now() - interval '1 hour'`
}
