import { defineStore } from 'pinia'
import { apply, sayCommand, type Command } from '../../core/project/commands'
import { colorsOf } from '../../core/project/colors'
import { matchedTargets, unitedInks } from '../../core/project/create'
import { historyOf, redone, stepped, undone, type History } from '../../core/project/history'
import type { Artwork, Harmony, Project, StoredProject } from '../../core/project/schema'

/** The project in work: its document with undo and redo, what is previewed over it, and the artwork shown. */
export const useProject = defineStore('project', () => {
  const files = useArtworkFiles()
  const saving = useSaving()
  const notices = useNotices()
  const id = ref<string | null>(null)
  const history = shallowRef<History<Project> | null>(null)
  const previewed = shallowRef<Project | null>(null)
  const shownId = ref<string | null>(null)

  const document = computed<Project | null>(() => previewed.value ?? history.value?.present ?? null)
  /** The document without what is only previewed. */
  const settled = computed<Project | null>(() => history.value?.present ?? null)
  const previewing = computed(() => previewed.value !== null)
  const undoable = computed(() => history.value?.past.at(-1)?.did ?? null)
  const redoable = computed(() => history.value?.future[0]?.did ?? null)

  const artwork = computed<Artwork | null>(() => {
    const all = document.value?.artwork ?? []
    return all.find(({ id: each }) => each === shownId.value) ?? all[0] ?? null
  })
  const united = computed(() => {
    const known = (document.value?.artwork ?? []).flatMap(({ hash }) => files.files.get(hash) ?? [])
    return unitedInks(known)
  })
  /** What every ink of the project becomes. */
  const colors = computed<ReadonlyMap<string, string>>(() => document.value ? colorsOf(document.value, united.value) : new Map())

  const settledColors = computed<ReadonlyMap<string, string>>(() => settled.value ? colorsOf(settled.value, united.value) : new Map())

  const settle = (next: History<Project>): void => {
    previewed.value = null
    history.value = next
    saving.changed(next.present)
  }

  /** Does a command for good: it can be undone and is saved. One that changes nothing leaves no trace. */
  const run = (command: Command): void => {
    const now = history.value
    if (!now) return
    const next = apply(now.present, command)
    previewed.value = null
    if (JSON.stringify(next) !== JSON.stringify(now.present)) settle(stepped(now, next, sayCommand(command)))
  }

  /** Shows a command without doing it; `null` goes back to what is. */
  const preview = (command: Command | null): void => {
    const now = history.value
    previewed.value = command && now ? apply(now.present, command) : null
  }

  const undo = (): void => { if (history.value?.past.length) settle(undone(history.value)) }
  const redo = (): void => { if (history.value?.future.length) settle(redone(history.value)) }

  /** A change of harmony; where the number of swatches changes, inks are matched to the new scheme. */
  const composing = (change: Partial<Harmony>): Command => {
    const now = history.value?.present
    const command: Command = { do: 'compose', harmony: change }
    if (!now) return command
    return apply(now, command).scheme.length === now.scheme.length ? command : matching(command)
  }

  /** A command with what inks become after it, where it brings other swatches; what was set by hand stays as long as its swatch does. */
  const matching = <Change extends Command>(command: Change): Change => {
    const now = history.value?.present
    return now ? { ...command, targets: matchedTargets(united.value, apply(now, command).scheme, now.remap.targets) } : command
  }

  /** Matches inks to the scheme afresh: all of them, or the one named. */
  const match = (only?: string): void => {
    const now = history.value?.present
    if (!now) return
    const targets = matchedTargets(united.value, now.scheme)
    const own = only === undefined ? undefined : targets[only]
    run({ do: 'match', targets: only !== undefined && own ? { [only]: own } : targets })
  }

  /** Takes in a file as artwork: its inks join those of the project and are matched, targets set before stay. */
  const addArtwork = async (file: File, signal?: AbortSignal): Promise<string[]> => {
    const kept = await files.add(file, signal)
    const now = history.value?.present
    if (!now) return []
    const fresh: Artwork = { id: crypto.randomUUID(), name: kept.name, hash: kept.hash, width: kept.width, height: kept.height }
    const all = unitedInks([...now.artwork, fresh].flatMap(({ hash }) => files.files.get(hash) ?? []))
    run({ do: 'add artwork', artwork: fresh, targets: { ...matchedTargets(all, now.scheme), ...now.remap.targets } })
    shownId.value = fresh.id
    return kept.removed.map(({ what, line }) => `${what} (line ${line})`)
  }

  /** Opens a project as it is stored, or as it was left here unsaved. */
  const open = async (projectId: string): Promise<void> => {
    close()
    const stored: StoredProject = await saving.open(projectId)
    id.value = projectId
    history.value = historyOf(stored.document)
    saving.resume()
    const opened = await Promise.allSettled(stored.document.artwork.map(({ hash }) => files.open(hash)))
    opened.forEach((result, i) => {
      if (result.status === 'rejected') notices.say(`“${stored.document.artwork[i]?.name}” cannot be shown: ${reasonOf(result.reason)}`, 'problem')
    })
  }

  const close = (): void => {
    saving.close()
    id.value = null
    history.value = null
    previewed.value = null
    shownId.value = null
  }

  return { id, document, settled, previewing, settledColors, artwork, shownId, united, colors, undoable, redoable, run, preview, undo, redo, composing, matching, match, addArtwork, open, close }
})
