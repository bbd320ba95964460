import { computed, shallowRef, watch } from 'vue'
import { defineStore } from 'pinia'
import { withSuffix } from '#core/document/copyName'
import { writeProjectFile } from '#core/document/projectFile'
import type { Project, StoredProject } from '#core/document/project'
import type { TrailChange } from '#core/document/trail'
import {
  isDone,
  isUnsaved,
  reduceSaving,
  savingOf,
  type Draft,
  type Save,
  type Saving,
  type SavingEffect,
  type SavingEvent,
} from '#core/history/saving'
import { draftsOf, dropDraft, keepDraft, type FoundDraft } from '~/browser/drafts'
import { reasonOf } from '~/words/reasonOf'
import { Refused } from '~/api/request'
import { server } from '~/api/server'
import { useNotices } from './notices'

/** Where the work stands: on the server, on its way, waiting for the server, or at odds with what is there. */
export type SaveState =
  | { kind: 'saved' }
  | { kind: 'saving' }
  | { kind: 'waiting'; why: string; isStored: boolean }
  | { kind: 'conflict'; copy: StoredProject | null; theirs: StoredProject; why: string | null }

const stateOf = (now: Saving | null): SaveState => {
  if (!now) return { kind: 'saved' }
  if (now.conflict) return { kind: 'conflict', ...now.conflict }
  if (now.why !== null && isUnsaved(now)) return { kind: 'waiting', why: now.why, isStored: now.isStored }
  return { kind: isUnsaved(now) ? 'saving' : 'saved' }
}

/**
 * Carries out what the saving of a project asks for: sends, waits, keeps drafts. One that was left goes on until its
 * work is on the server or in a draft.
 */
export const useSaving = defineStore('saving', () => {
  const notices = useNotices()
  const current = shallowRef<Saving | null>(null)
  const state = computed(() => stateOf(current.value))
  let tell: ((event: SavingEvent) => void) | null = null
  /** Projects that were left and are still being saved. */
  const leaving = new Map<string, Promise<void>>()

  const sendSave = async (
    save: Save,
    base: Project | null,
    take: (event: SavingEvent, saved?: Save) => void,
  ): Promise<void> => {
    try {
      const { version } = await server.save(save, base)
      take({ kind: 'answered', save: save.id, version }, save)
    } catch (error) {
      const theirs = error instanceof Refused && error.status === 409 ? (error.data as StoredProject | null) : null
      if (theirs) take({ kind: 'refused', save: save.id, theirs })
      else take({ kind: 'failed', save: save.id, why: reasonOf(error) })
    }
  }
  const copyOf = async (document: Project, from: string, take: (event: SavingEvent) => void): Promise<void> => {
    const name = withSuffix(document.name, ' (kept from a conflict)')
    try {
      take({ kind: 'copied', document, copy: await server.createFrom({ ...document, name }, from) })
    } catch (error) {
      take({ kind: 'not copied', why: reasonOf(error) })
    }
  }

  /** Runs the saving of one project; `seen` hears how it stands, `done` when it is left and there is no more to do. */
  const started = (
    first: Saving,
    stored: StoredProject,
    seen: (now: Saving) => void,
    done: () => void,
  ): ((event: SavingEvent) => void) => {
    let now = first
    /** The document the server has, by its project and version, as far as it is known here. */
    let known = { project: stored.id, version: stored.version, document: stored.document }
    const baseOf = ({ project, version }: Save): Project | null =>
      known.project === project && known.version === version ? known.document : null
    let timer: ReturnType<typeof setTimeout> | undefined
    const carryOut = (effect: SavingEffect): void => {
      if (effect.do === 'send') void sendSave(effect.save, baseOf(effect.save), take)
      if (effect.do === 'copy') void copyOf(effect.document, effect.from, take)
      if (effect.do === 'drop') dropDraft(effect.project)
      if (effect.do === 'keep') take({ kind: 'draft stored', isStored: keepDraft(effect.project, effect.draft) })
      if (effect.do !== 'wait') return
      clearTimeout(timer)
      timer = setTimeout(() => take({ kind: 'due', id: crypto.randomUUID() }), effect.ms)
    }
    const take = (event: SavingEvent, saved?: Save): void => {
      if (event.kind === 'answered' && saved)
        known = { project: saved.project, version: event.version, document: saved.document }
      const [next, effects] = reduceSaving(now, event)
      now = next
      seen(next)
      effects.forEach(carryOut)
      if (now === next && isDone(next)) done()
    }
    return take
  }

  /** Keeps what was left unsaved in another window as a project of its own; its draft stays until that is done. */
  const keepApart = async (project: string, { document, drop }: FoundDraft): Promise<void> => {
    const name = withSuffix(document.name, ' (left unsaved)')
    await server.createFrom({ ...document, name }, project)
    drop()
    notices.say(`Work left unsaved in another window is kept as “${name}”.`)
  }

  /** A project from the server, with the unsaved work that was left here. */
  const find = async (project: string): Promise<{ stored: StoredProject; draft: Draft | null }> => {
    await leaving.get(project)
    const stored = await server.project(project)
    const [draft = null, ...others] = await draftsOf(project)
    for (const other of others) await notices.attempt(() => keepApart(project, other))
    return { stored, draft }
  }

  /** Begins to save a project that was found. */
  const begin = (stored: StoredProject, draft: Draft | null): void => {
    let finish: () => void = () => undefined
    const left = new Promise<void>(resolve => {
      finish = resolve
    })
    const { id } = stored
    const first = savingOf(stored, draft)
    current.value = first
    const own = started(
      first,
      stored,
      now => {
        if (tell === own) current.value = now
      },
      () => {
        leaving.delete(id)
        finish()
      },
    )
    tell = own
    leaving.set(id, left)
    if (draft) own({ kind: 'edited', document: draft.document, change: { put: [], remove: [] } })
  }

  /** Takes note of a change of the project, and of its trail, to be saved when the hand rests. */
  const edited = (document: Project, change: TrailChange): void => tell?.({ kind: 'edited', document, change })

  /** The version saves start from, and the save that is under way. */
  const version = computed(() => current.value?.version ?? 0)
  const sending = computed(() => current.value?.sending?.id ?? null)
  /** Takes note that what others saved is shown here. */
  const followed = (to: number): void => tell?.({ kind: 'followed', version: to })

  /** Leaves the project: what is unsaved is sent at once. */
  const end = (): void => {
    const own = tell
    tell = null
    current.value = null
    own?.({ kind: 'closed', id: crypto.randomUUID() })
  }

  /** The version of the project on the server, once everything done here is on it. Rejects where it cannot be brought there. */
  const whenSaved = (): Promise<number> =>
    new Promise((resolve, reject) => {
      const stopWatching = watch(
        [state, current] as const,
        ([{ kind }, now]) => {
          if (kind === 'saving') return
          queueMicrotask(() => stopWatching())
          if (kind === 'saved' && now) resolve(now.version)
          else reject(new Error('The project is not on the server yet; try again when it is saved.'))
        },
        { immediate: true },
      )
    })

  /** Unsaved work as a file that can be opened again. */
  const asFile = (): { name: string; text: string } | null => {
    const unsaved = current.value?.document ?? current.value?.sending?.document
    return unsaved ? writeProjectFile(unsaved) : null
  }

  return { state, version, sending, asFile, find, begin, edited, followed, end, whenSaved }
})
