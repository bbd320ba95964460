import { defineStore } from 'pinia'
import type { Project } from '../../core/document/project'
import type { KeptSwatch, ShelfPut, ShelfSaid, ShelfScheme, ShelfVersion } from '../../core/document/shelf'

/** The swatches of a project's scheme as the shelf keeps them. */
const keptOf = ({ scheme }: Project): KeptSwatch[] =>
  scheme.map(({ hex, name, role, share }) => ({ hex, name, role, share }))

/** The shelf of schemes across projects: its folders and tags, and what is done to it, each with its way back. */
export const useShelf = defineStore('shelf', () => {
  const server = useServer()
  const notices = useNotices()
  const history = useHistory()
  const session = useProjectSession()
  const folders = ref<Array<{ id: string; name: string; count: number }>>([])
  const tags = ref<Array<{ tag: string; count: number }>>([])
  /** Goes up with everything that changes: who shows the shelf asks again. */
  const changes = ref(0)
  /** The scheme that was last used as it is, and in which project: it can be saved over. */
  const used = shallowRef<{ project: string; scheme: ShelfScheme } | null>(null)
  const over = computed(() => (used.value?.project === session.id ? used.value?.scheme : null) ?? null)
  /** Whether the dialog that puts the scheme on the shelf is open. */
  const putting = ref(false)

  const load = async (): Promise<void> => {
    await notices.attempt(async () => {
      ;[folders.value, tags.value] = await Promise.all([server.shelfFolders(), server.shelfTags()])
    })
  }
  const changed = (): void => {
    changes.value++
    void load()
  }
  /** What is on the shelf of this project now. */
  const present = (): Pick<ShelfPut, 'swatches' | 'origin'> | null => {
    const { settled } = history
    if (!settled || !session.id) return null
    const project = { id: session.id, name: settled.name }
    return { swatches: keptOf(settled), origin: { kind: 'band', title: '', project } }
  }
  const put = (said: ShelfSaid): Promise<void | null> =>
    notices.attempt(async () => {
      const now = present()
      if (!now) return
      const made = await server.putOnShelf({ ...said, ...now })
      if (session.id) used.value = { project: session.id, scheme: made }
      changed()
      notices.say(`“${made.name}” is on the shelf.`, 'done', () => setOff([made], true))
    })
  /** Saves the scheme over the one it came from; what that was before is kept. */
  const saveOver = (): Promise<void | null> =>
    notices.attempt(async () => {
      const [now, before] = [present(), over.value]
      if (!now || !before || !session.id) return
      const scheme = await server.saveOverShelf(before.id, before.version, now)
      used.value = { project: session.id, scheme }
      changed()
      notices.say(`Saved over “${scheme.name}”; what it was is kept.`)
    })
  /** Makes a scheme what it was before; what it is now is kept in turn. */
  const bringBack = (scheme: ShelfScheme, { swatches }: ShelfVersion): Promise<void | null> =>
    notices.attempt(async () => {
      await server.saveOverShelf(scheme.id, scheme.version, { swatches, origin: scheme.origin })
      changed()
      notices.say(`“${scheme.name}” is what it was before; what it was just now is kept.`)
    })
  const use = (scheme: ShelfScheme): void => {
    if (session.id) used.value = { project: session.id, scheme }
  }
  /** Changes what is said of schemes; what was said before comes back with undo. */
  const say = (
    schemes: readonly ShelfScheme[],
    what: (of: ShelfScheme) => Partial<ShelfSaid>,
    words: string,
  ): Promise<void | null> =>
    notices.attempt(async () => {
      const before = schemes.map(({ id, name, note, tags: own, folder, favorite }) => ({
        id,
        said: { name, note, tags: own, folder, favorite },
      }))
      await server.changeShelf({ change: schemes.map(scheme => ({ id: scheme.id, said: what(scheme) })) })
      changed()
      notices.say(words, 'done', async () => {
        await notices.attempt(() => server.changeShelf({ change: before }))
        changed()
      })
    })
  const setOff = async (schemes: readonly ShelfScheme[], isQuiet = false): Promise<void> => {
    const ids = schemes.map(({ id }) => id)
    await notices.attempt(async () => {
      await server.changeShelf({ off: ids })
      changed()
      if (isQuiet) return
      const [first] = schemes
      const what = schemes.length === 1 && first ? `“${first.name}” was` : `${schemes.length} schemes were`
      notices.say(`${what} taken off the shelf.`, 'done', async () => {
        await notices.attempt(() => server.changeShelf({ on: ids }))
        changed()
      })
    })
  }
  const makeFolder = (name: string): Promise<string | null> =>
    notices.attempt(async () => {
      const { id } = await server.makeShelfFolder(name)
      await load()
      return id
    })

  return {
    folders,
    tags,
    changes,
    over,
    putting,
    load,
    put,
    saveOver,
    bringBack,
    use,
    say,
    setOff,
    makeFolder,
  }
})
