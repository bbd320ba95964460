import { shallowRef, watch } from 'vue'
import { useEventListener, useIntervalFn } from '@vueuse/core'
import { defineStore } from 'pinia'
import { HERE, type Other } from '#core/document/live'
import { useArtworkFiles } from './artwork'
import { useHistory } from './history'
import { useLive } from './live'
import { useNotices } from './notices'
import { useProjectSession } from './session'
import { useSaving } from './saving'
import { server } from '~/api/server'
import { useTrail } from './trail'

/** Time a preview has to stay the same until others' changes take its place, in milliseconds. */
const RESTS = 1500
/** Wait before a failed request is repeated, in milliseconds. */
const AGAIN = 3000

/** Who else has the project open, and what they do to it: it is shown here as soon as nothing of one's own waits to be saved. */
export const useOthers = defineStore('others', () => {
  const session = useProjectSession()
  const saving = useSaving()
  const history = useHistory()
  const files = useArtworkFiles()
  const trail = useTrail()
  const notices = useNotices()
  const others = shallowRef<readonly Other[]>([])
  /** The version others have brought the project to, and who did. */
  const theirs = shallowRef<{ version: number; by: string | null } | null>(null)

  /** Name of this window while it is here: each time it comes by another name, as one that has left stays away. */
  let visit = crypto.randomUUID()
  let asked = 0
  let answered = 0
  /** Says that this window is here; who else is. Without an answer it stays as it was: it is asked again soon. */
  const say = async (): Promise<void> => {
    const project = session.id
    if (!project) return
    const here = session.still()
    const turn = ++asked
    const found = await server.here(visit, project).catch(() => null)
    if (!found || !here() || turn < answered) return
    answered = turn
    others.value = found
  }
  const left = (): void => {
    server.leave(visit)
    visit = crypto.randomUUID()
  }

  /** A pointer may rest where it previews something: that is no work that waits. */
  let moved = 0
  let resting: ReturnType<typeof setTimeout> | undefined
  watch(
    () => history.document,
    () => {
      moved = Date.now()
      clearTimeout(resting)
      if (history.previewing) resting = setTimeout(() => void follow(), RESTS)
    },
  )
  const isMoving = (): boolean => history.isPassing || (history.previewing && Date.now() - moved < RESTS)

  let following = false
  /** Shows what others made of the project, as long as nothing is done here. */
  const follow = async (): Promise<void> => {
    const project = session.id
    const wanted = theirs.value
    if (following || !project || !wanted || wanted.version <= saving.version) return
    const here = session.still()
    const isFree = (): boolean => here() && saving.state.kind === 'saved' && !isMoving()
    if (!isFree()) return
    following = true
    try {
      const stored = await server.project(project)
      // a failure is reported when the records are fetched again
      if (stored.document.artwork.some(({ hash }) => !files.files.has(hash)))
        await files.learn(project).catch(() => null)
      if (!isFree() || stored.version <= saving.version) return
      history.follow(stored.document, `${wanted.by ?? 'Another window'} changed the project`)
      saving.followed(stored.version)
      await trail.open(project, null, here)
    } catch {
      // it cannot be had now; whoever saves here meanwhile learns that it was changed elsewhere, and both stay
      if (here()) setTimeout(() => void follow(), AGAIN)
    } finally {
      following = false
      if (here() && theirs.value !== wanted) void follow()
    }
  }
  watch(
    () => [theirs.value, saving.state.kind, history.previewing, history.isPassing] as const,
    () => void follow(),
  )

  const sayDeleted = (project: string): void =>
    notices.say(
      'This project was just deleted elsewhere. What you change now is not saved until it is restored.',
      'problem',
      async () => void (await notices.attempt(() => server.restore(project))),
      'Restore',
    )
  useLive().hear({
    opened: () => {
      void say()
      void look()
    },
    project: news => {
      if (!('project' in news) || news.project !== session.id) return
      if ('deleted' in news) return void (news.deleted && sayDeleted(news.project))
      if ('here' in news) return void say()
      if (news.save !== null && news.save === saving.sending) return
      if (news.version > saving.version) theirs.value = news
    },
  })
  /** Looks whether something was missed while nothing could be heard. */
  const look = async (): Promise<void> => {
    const project = session.id
    const here = session.still()
    const version = project && (await server.version(project).catch(() => null))
    if (version && here() && version > saving.version) theirs.value = { version, by: null }
  }
  useIntervalFn(() => void say(), HERE.again)
  useEventListener(window, 'pagehide', left)
  // a page that is shown again as it was left
  useEventListener(window, 'pageshow', ({ persisted }) => persisted && void say())
  watch(
    () => session.id,
    (id, before) => {
      others.value = []
      theirs.value = null
      if (id) void say()
      else if (before) left()
    },
    { immediate: true },
  )
  return { others }
})
