import { computed, ref, shallowRef } from 'vue'
import { useThrottleFn } from '@vueuse/core'
import { countWords } from '#core/document/names'
import { defineStore } from 'pinia'
import type { ShelfPut, ShelfDetails, ShelfScheme, ShelfVersion } from '#core/document/shelf'
import type { KeptSwatch } from '#core/document/shelf'
import { reasonOf } from '~/words/reasonOf'
import { Refused } from '~/api/request'
import { server } from '~/api/server'
import { useHistory } from './history'
import { LIST_INTERVAL_MS, useLive } from './live'
import { useNotices } from './notices'
import { useProjectSession } from './session'

/** A scheme that can be put on the shelf: colors, what they may be called, and where they come from. */
export interface Offer extends Pick<ShelfPut, 'swatches' | 'origin'> {
  name: string
}

/** Swatches as the shelf keeps them. */
const keptOf = (scheme: readonly KeptSwatch[]): KeptSwatch[] =>
  scheme.map(({ hex, name, role, share }) => ({ hex, name, role, share }))

/** Number of schemes that are meant, in words. */
export const schemesInWords = (schemes: readonly Pick<ShelfScheme, 'name'>[]): string =>
  schemes.length === 1 ? `“${schemes[0]?.name ?? ''}”` : countWords(schemes.length, 'scheme')

/** The shelf of schemes across projects: its folders and tags, and what is done to it, each with its way back. */
export const useShelf = defineStore('shelf', () => {
  const notices = useNotices()
  const history = useHistory()
  const session = useProjectSession()
  const folders = ref<Array<{ id: string; name: string; count: number }>>([])
  const tags = ref<Array<{ tag: string; count: number }>>([])
  /** Goes up with everything that changes: who shows the shelf asks again. */
  const changes = ref(0)
  /** The scheme that was last used as it is, and in which project: it can be saved over. */
  const used = shallowRef<{ project: string; scheme: ShelfScheme } | null>(null)
  /** The scheme about to be put on the shelf: the dialog asks under which name. */
  const offered = shallowRef<Offer | null>(null)
  /** The scheme on the shelf that what is offered came from. */
  const over = computed(() =>
    offered.value?.origin.kind === 'band' && used.value?.project === session.id ? used.value?.scheme : null,
  )

  /** When the shelf was loaded last; infinitely late where it never was. */
  let loadedAt = Infinity
  const load = async (): Promise<void> => {
    loadedAt = Date.now()
    await notices.attempt(async () => {
      ;[folders.value, tags.value] = await Promise.all([server.shelfFolders(), server.shelfTags()])
    })
  }
  const changed = (): void => {
    changes.value++
    void load()
  }
  /** Follows the changes of others where the shelf was shown before; many changes come together. */
  const follow = useThrottleFn(changed, LIST_INTERVAL_MS, true)
  useLive().hear({
    // catches up after a lost connection; the first time it has just been loaded
    opened: () => void (Date.now() - loadedAt > LIST_INTERVAL_MS && follow()),
    project: news => void ('shelf' in news && loadedAt < Infinity && follow()),
  })
  /** Offers a scheme of the project that is open; the present one, where none is given. */
  const offer = (what?: {
    name: string
    kind: 'trail' | 'colorway' | 'reference'
    scheme: readonly KeptSwatch[]
  }): void => {
    const { settled } = history
    if (!settled || !session.id) return
    const project = { id: session.id, name: settled.name }
    const { name, kind, scheme } = what ?? { name: settled.name, kind: 'band' as const, scheme: settled.scheme }
    offered.value = { name, swatches: keptOf(scheme), origin: { kind, title: what ? name.slice(0, 200) : '', project } }
  }
  /** Puts what is offered on the shelf. */
  const put = (details: ShelfDetails, { swatches, origin }: Offer): Promise<void | null> =>
    notices.attempt(async () => {
      const made = await server.putOnShelf({ ...details, swatches, origin })
      if (session.id && origin.kind === 'band') used.value = { project: session.id, scheme: made }
      changed()
      notices.say(`“${made.name}” is on the shelf.`, 'done', () => setOff([made], true))
    })
  /**
   * Saves what is offered over the scheme it came from, as it was seen; the version before stays. Answers with the scheme as it is now
   * where it was changed elsewhere meanwhile: then nothing is saved.
   */
  const saveOver = async (before: ShelfScheme): Promise<'saved' | 'failed' | ShelfScheme> => {
    const now = offered.value
    if (!now || !session.id) return 'failed'
    try {
      const { swatches, origin } = now
      const scheme = await server.saveOverShelf(before.id, before.version, { swatches, origin })
      used.value = { project: session.id, scheme }
      changed()
      notices.say(`Saved over “${scheme.name}”; the earlier version is kept.`)
      return 'saved'
    } catch (error) {
      if (error instanceof Refused && error.status === 409) return error.data as ShelfScheme
      notices.say(reasonOf(error), 'problem')
      return 'failed'
    }
  }
  /** Restores the version of a scheme before this one, which becomes the version before in turn. */
  const bringBack = (scheme: ShelfScheme, { swatches }: ShelfVersion): Promise<void | null> =>
    notices.attempt(async () => {
      try {
        await server.saveOverShelf(scheme.id, scheme.version, { swatches, origin: scheme.origin })
        notices.say(`“${scheme.name}” is back to its earlier version; the later one is kept.`)
      } finally {
        changed()
      }
    })
  const use = (scheme: ShelfScheme): void => {
    if (session.id) used.value = { project: session.id, scheme }
  }
  /** Changes names, notes, tags and folders of schemes; undo brings back what they were. */
  const say = (
    schemes: readonly ShelfScheme[],
    what: (of: ShelfScheme) => Partial<ShelfDetails>,
    words: string,
  ): Promise<void | null> =>
    notices.attempt(async () => {
      const before = schemes.map(({ id, name, note, tags: own, folder, favorite }) => ({
        id,
        details: { name, note, tags: own, folder, favorite },
      }))
      await server.changeShelf({ change: schemes.map(scheme => ({ id: scheme.id, details: what(scheme) })) })
      changed()
      notices.say(words, 'done', async () => {
        await notices.attempt(() => server.changeShelf({ change: before }))
        changed()
      })
    })
  const setOff = async (schemes: readonly Pick<ShelfScheme, 'id' | 'name'>[], isQuiet = false): Promise<void> => {
    const ids = schemes.map(({ id }) => id)
    await notices.attempt(async () => {
      await server.changeShelf({ off: ids })
      changed()
      if (isQuiet) return
      const verb = schemes.length === 1 ? 'was' : 'were'
      notices.say(`${schemesInWords(schemes)} ${verb} taken off the shelf.`, 'done', async () => {
        await notices.attempt(() => server.changeShelf({ on: ids }))
        changed()
      })
    })
  }
  const makeFolder = (name: string): Promise<string | null> =>
    notices.attempt(async () => {
      const { id } = await server.makeShelfFolder(name)
      changed()
      return id
    })
  const renameFolder = ({ id, name: was }: { id: string; name: string }, name: string): Promise<void | null> =>
    notices.attempt(async () => {
      await server.changeShelfFolder(id, { name })
      changed()
      notices.say(`The folder is now called “${name}”.`, 'done', async () => {
        await notices.attempt(() => server.changeShelfFolder(id, { name: was }))
        changed()
      })
    })
  /** Takes a folder away; what is in it stays on the shelf. */
  const takeFolderAway = ({ id, name }: { id: string; name: string }): Promise<void | null> =>
    notices.attempt(async () => {
      await server.changeShelfFolder(id, { away: true })
      changed()
      notices.say(`The folder “${name}” was removed; its schemes stay on the shelf.`, 'done', async () => {
        await notices.attempt(() => server.changeShelfFolder(id, { away: false }))
        changed()
      })
    })

  return {
    ...{ folders, tags, changes, changed, over, offered, load, offer, put, saveOver, bringBack, use, say, setOff },
    ...{ makeFolder, renameFolder, takeFolderAway },
  }
})
