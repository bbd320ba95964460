import { z } from 'zod'
import { projectSchema, type Project, type StoredProject } from '#core/document/project'
import { trailChangeSchema, type TrailChange } from '#core/document/trail'
import { joinChanges } from './trail'

/*
 * Saving as a machine: events in, state and effects out. It knows neither server nor browser. Work is in one of three
 * places at any time: on the server, on its way there, or in `document` and `trail`, of which a draft is stored.
 */

/** One save as it is sent: it can be sent again as it is, and the server knows it by its id. */
export interface Save {
  id: string
  project: string
  version: number
  document: Project
  trail: TrailChange
}

/** A draft in the browser of work that is not on the server; `sent` is the id of a save without an answer. */
export const draftSchema = z.object({
  version: z.number().int(),
  document: projectSchema,
  trail: trailChangeSchema.default({ put: [], remove: [] }),
  sent: z.uuid().nullable().default(null),
  /** When it was stored, in milliseconds of the epoch. */
  time: z.number().default(0),
})
export type Draft = z.infer<typeof draftSchema>

/** Two versions of one project: the one stored meanwhile, and the copy that ours became, or why it could not yet. */
export interface Conflict {
  theirs: StoredProject
  copy: StoredProject | null
  why: string | null
}

export interface Saving {
  /** The project saves go to, and its version they start from. */
  project: string
  version: number
  /** The document that is not on the server yet. */
  document: Project | null
  trail: TrailChange
  /** A save that was sent and has no answer. */
  sending: Save | null
  /** True if something is under way now: a save, or a copy being made. */
  busy: boolean
  failures: number
  /** Why the last save failed; null while all is well. */
  why: string | null
  /** True if the browser keeps a draft of what is not saved. */
  isStored: boolean
  conflict: Conflict | null
  closing: boolean
}

export type SavingEvent =
  | { kind: 'edited'; document: Project; change: TrailChange }
  | { kind: 'due'; id: string }
  | { kind: 'answered'; save: string; version: number }
  | { kind: 'failed'; save: string; why: string }
  | { kind: 'refused'; save: string; theirs: StoredProject }
  | { kind: 'copied'; document: Project; copy: StoredProject }
  | { kind: 'not copied'; why: string }
  | { kind: 'followed'; version: number }
  | { kind: 'draft stored'; isStored: boolean }
  | { kind: 'closed'; id: string }

export type SavingEffect =
  | { do: 'wait'; ms: number }
  | { do: 'send'; save: Save }
  | { do: 'copy'; document: Project; from: string }
  | { do: 'keep'; project: string; draft: Omit<Draft, 'time'> }
  | { do: 'drop'; project: string }

/** Pause before a save, and the wait after each failure, in milliseconds. */
const QUIET = 400
const AGAIN = [1000, 2000, 4000, 8000] as const

/** The most of a trail that goes with one save, in characters of JSON. */
const MAX_SENT = 2_000_000

const NO_CHANGE: TrailChange = { put: [], remove: [] }
const isNone = ({ put, remove }: TrailChange): boolean => !put.length && !remove.length

/** The rest of a trail to save once a part of it has been. */
const leftOf = ({ put, remove }: TrailChange, sent: TrailChange): TrailChange => ({
  put: put.filter(state => !sent.put.includes(state)),
  remove: remove.filter(id => !sent.remove.includes(id)),
})

/** As much of a trail as goes with one save: states in their order, and what is given up with the last of them. */
const firstPart = ({ put, remove }: TrailChange): TrailChange => {
  let size = 0
  const fits = put.findIndex(state => (size += JSON.stringify(state).length) > MAX_SENT)
  return fits === -1 ? { put, remove } : { put: put.slice(0, Math.max(1, fits)), remove: [] }
}

/** Saving of a project as it is stored, or with work on top of it that was left unsaved. */
export const savingOf = ({ id, version, lastSave }: StoredProject, draft: Draft | null): Saving => ({
  project: id,
  version: draft && (draft.sent === null || draft.sent !== lastSave) ? draft.version : version,
  document: draft?.document ?? null,
  trail: draft?.trail ?? NO_CHANGE,
  sending: null,
  busy: false,
  failures: 0,
  why: null,
  isStored: true,
  conflict: null,
  closing: false,
})

/** Returns whether anything is not on the server. */
export const isUnsaved = ({ document, sending }: Saving): boolean => document !== null || sending !== null

/** Returns whether there is nothing more to be done for a project that was left. */
export const isDone = (saving: Saving): boolean =>
  saving.closing && !saving.busy && (!isUnsaved(saving) || saving.why !== null)

type Step = readonly [Saving, readonly SavingEffect[]]

const draftEffects = ({ document, project, version, trail, sending }: Saving): SavingEffect[] =>
  document ? [{ do: 'keep', project, draft: { version, document, trail, sent: sending?.id ?? null } }] : []

/** The next thing to send: a copy where versions are at odds, a save without an answer again, or a new one. */
const sendNext = (saving: Saving, id: string): Step => {
  const { document, conflict, project, version, trail } = saving
  if (saving.busy) return [saving, []]
  if (conflict && !conflict.copy)
    return document ? [{ ...saving, busy: true }, [{ do: 'copy', document, from: project }]] : [saving, []]
  if (saving.sending) return [{ ...saving, busy: true }, [{ do: 'send', save: saving.sending }]]
  if (!document) return [saving, []]
  const save: Save = { id, project, version, document, trail: firstPart(trail) }
  const next = { ...saving, sending: save, busy: true }
  return [next, [...draftEffects(next), { do: 'send', save }]]
}

/** Goes on after something has arrived: with what is left, or to rest. */
const proceed = (saving: Saving): Step =>
  saving.document
    ? [saving, [...draftEffects(saving), { do: 'wait', ms: 0 }]]
    : [saving, [{ do: 'drop', project: saving.project }]]

const onAnswer = (saving: Saving, save: string, version: number): Step => {
  const { sending } = saving
  if (!sending || sending.id !== save) return [saving, []]
  const trail = leftOf(saving.trail, sending.trail)
  const all = saving.document === sending.document && isNone(trail)
  return proceed({
    ...saving,
    ...{ version, trail, sending: null, busy: false, failures: 0, why: null },
    document: all ? null : saving.document,
  })
}

const onFailure = (saving: Saving, why: string): Step => {
  const ms = AGAIN[Math.min(saving.failures, AGAIN.length - 1)]!
  const next = { ...saving, busy: false, why, failures: saving.failures + 1 }
  return [next, saving.closing ? [] : [{ do: 'wait', ms }]]
}

const onConflict = (saving: Saving, theirs: StoredProject): Step => {
  const document = saving.document ?? saving.sending?.document ?? null
  const next = { ...saving, document, sending: null, busy: false, conflict: { theirs, copy: null, why: null } }
  return sendNext(next, '')
}

/** Handles a copy that is on the server; what came after it is saved to the copy, under the copy's name. */
const onCopied = (saving: Saving, document: Project, copy: StoredProject): Step => {
  const { conflict } = saving
  if (!conflict) return [saving, []]
  const all = saving.document === document && isNone(saving.trail)
  const mine = saving.document && { ...saving.document, name: copy.document.name }
  const [next, effects] = proceed({
    ...saving,
    ...{ project: copy.id, version: copy.version, busy: false, failures: 0, why: null },
    document: all ? null : mine,
    conflict: { ...conflict, copy, why: null },
  })
  return [next, [...effects, { do: 'drop', project: saving.project }]]
}

/** Reduces saving by an event; returns the new state and what to do. */
export const reduceSaving = (saving: Saving, event: SavingEvent): Step => {
  switch (event.kind) {
    case 'edited': {
      const name = saving.conflict?.copy?.document.name ?? event.document.name
      const document = name === event.document.name ? event.document : { ...event.document, name }
      const next = { ...saving, document, trail: joinChanges(saving.trail, event.change) }
      const waits = saving.busy || saving.why !== null || (saving.conflict !== null && !saving.conflict.copy)
      return [next, [...draftEffects(next), ...(waits ? [] : [{ do: 'wait', ms: QUIET } as const])]]
    }
    case 'due':
      return sendNext(saving, event.id)
    case 'answered':
      return onAnswer(saving, event.save, event.version)
    case 'failed':
      return saving.sending?.id === event.save ? onFailure(saving, event.why) : [saving, []]
    case 'refused':
      return saving.sending?.id === event.save ? onConflict(saving, event.theirs) : [saving, []]
    case 'copied':
      return onCopied(saving, event.document, event.copy)
    case 'not copied': {
      const conflict = saving.conflict && { ...saving.conflict, why: event.why }
      return onFailure({ ...saving, conflict, failures: AGAIN.length }, event.why)
    }
    // others saved, and what they did is shown: saves start from there, unless something was done here meanwhile
    case 'followed':
      return [isUnsaved(saving) || saving.conflict ? saving : { ...saving, version: event.version }, []]
    case 'draft stored':
      return [saving.isStored === event.isStored ? saving : { ...saving, isStored: event.isStored }, []]
    case 'closed':
      return sendNext({ ...saving, closing: true }, event.id)
  }
}
