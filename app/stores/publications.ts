import { defineStore } from 'pinia'
import type { Publication, PublicationPut } from '#core/document/publication'
import { changeWords, publishedLook, swatchChanges } from '#core/handover/publication'
import { server } from '~/api/server'
import { useHistory } from './history'
import { isInMaking, useMadeByJobs } from './madeByJobs'
import { useNotices } from './notices'
import { useProjectSession } from './session'
import { useSaving } from './saving'

/** The publications of the project that is open: colorways as files behind links, in versions. */
export const usePublications = defineStore('publications', () => {
  const session = useProjectSession()
  const history = useHistory()
  const saving = useSaving()
  const notices = useNotices()
  const {
    items: publications,
    problem,
    load,
    put,
    remove,
    stop,
    retry,
  } = useMadeByJobs<Publication>(server.publications, isInMaking)

  /** Publishes a colorway, or a new version of a publication, as soon as the project is on the server; whether it was asked for. */
  const publish = async (wanted: PublicationPut, again?: Publication): Promise<boolean> => {
    const project = session.id
    if (!project) return false
    const here = session.still()
    const asked = await notices.attempt(async () => {
      const version = await saving.whenSaved()
      return again ? server.publishVersion(again.id, version, wanted) : server.addPublication(project, version, wanted)
    })
    if (!asked || !here()) return false
    put(asked)
    void load()
    return true
  }
  const change = (publication: Publication, what: { withdrawn?: boolean; deleted?: boolean }): Promise<true | null> =>
    notices.attempt(async () => {
      const changed = await server.changePublication(publication.id, what)
      if (changed) put(changed)
      else remove(publication.id)
      return true as const
    })
  const discard = async (publication: Publication): Promise<void> => {
    if (!(await change(publication, { deleted: true }))) return
    notices.say(`Deleted the publication “${publication.put.title}”.`, 'done', async () => {
      await change(publication, { deleted: false })
    })
  }
  const withdraw = async (publication: Publication): Promise<void> => {
    if (!(await change(publication, { withdrawn: true }))) return
    notices.say(`“${publication.put.title}” is withdrawn: its link no longer works.`, 'done', async () => {
      await change(publication, { withdrawn: false })
    })
  }
  const reopen = (publication: Publication): Promise<true | null> => change(publication, { withdrawn: false })
  const renew = (publication: Publication): Promise<void | null> =>
    notices.attempt(async () => {
      put(await server.renewPublicationLink(publication.id))
    })
  /** Changes of the colors of its colorway since it was published, in words; empty where they are as published. */
  const changedSince = ({ put: chosen, swatches, version }: Publication): string => {
    const look = history.settled && publishedLook(history.settled, chosen)
    if (!look || !version) return ''
    const files = { added: 0, changed: 0, removed: 0 }
    return changeWords({ swatches: swatchChanges(swatches, look.swatches), files })
  }
  return {
    ...{ publications, problem, isMaking: isInMaking, load, stop, retry },
    ...{ publish, discard, withdraw, reopen, renew, changedSince },
  }
})
