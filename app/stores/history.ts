import { computed, ref, shallowRef } from 'vue'
import equal from 'fast-deep-equal'
import { defineStore } from 'pinia'
import { apply, NOTHING_KNOWN, sayCommand, type Command, type Known } from '#core/commands/commands'
import type { Project } from '#core/document/project'
import { historyOf, pushState, stepBack, stepForward, type History } from '#core/history/history'
import { rebase } from '#core/history/others'
import { plainCopy } from '~/browser/plainCopy'
import { useNotices } from './notices'

/** Several commands can be one step. */
export type Commands = Command | readonly Command[]

/** An open project, as those who change it need it: what is known of it, whether it may be changed, and who hears of it. */
export interface OpenProject {
  /** Known facts about its artwork: inks are matched by it. */
  known: () => Known
  /** Why nothing may be changed; null where it may. What is previewed is shown all the same. */
  readOnly: () => string | null
  /** The document after a step, marked with the state of the trail it is; as it is where its look is the same. */
  took: (before: Project, after: Project, did: string) => Project
  /** The document as it stands from now on. */
  stands: (document: Project) => void
}

const listed = (commands: Commands): readonly Command[] => (Array.isArray(commands) ? commands : [commands as Command])
const sayAll = (commands: readonly Command[]): string => (commands[0] ? sayCommand(commands[0]) : '')

/** Shows what passes by under a hand in a way of its own, beside the document. */
export interface Passing {
  /** Shows a command over a document; false where it cannot now. */
  show: (over: Project, command: Command) => boolean
  /** Nothing passes by any more. */
  end: () => void
}

/** The time without a move after which what passes by becomes the previewed document, in milliseconds. */
const RESTS = 80

/** The document in work, what is only previewed over it, and undo and redo. It knows no server. */
export const useHistory = defineStore('history', () => {
  const notices = useNotices()
  const steps = shallowRef<History<Project> | null>(null)
  const previewed = shallowRef<Project | null>(null)
  /** The last action, for those who cannot see it. */
  const announcement = ref('')
  let open: OpenProject | null = null

  const document = computed<Project | null>(() => previewed.value ?? steps.value?.present ?? null)
  /** The document without what is only previewed. */
  const settled = computed<Project | null>(() => steps.value?.present ?? null)
  const previewing = computed(() => previewed.value !== null)
  const undoable = computed(() => steps.value?.past.at(-1)?.did ?? null)
  const redoable = computed(() => steps.value?.future[0]?.did ?? null)

  /** A document after commands, with its inks matched. */
  const after = (project: Project, commands: Commands, passing = false): Project => {
    const known = { ...(open?.known() ?? NOTHING_KNOWN), passing }
    return listed(commands).reduce((now, command) => apply(now, command, known), project)
  }

  /** Says that nothing may be changed, where that is so. */
  const refuses = (): boolean => {
    const why = open?.readOnly() ?? null
    if (why !== null) notices.say(why, 'problem')
    return why !== null
  }

  /** Shows what passes by, where there is something that can. */
  let passing: Passing | null = null
  const passBy = (by: Passing): void => {
    passing = by
  }
  const isPassing = ref(false)
  let resting: ReturnType<typeof setTimeout> | undefined
  /** Nothing is previewed, and nothing passes by. */
  const unpreview = (): void => {
    clearTimeout(resting)
    previewed.value = null
    if (!isPassing.value) return
    isPassing.value = false
    passing?.end()
  }

  const settle = (next: History<Project>, did: string): void => {
    unpreview()
    if (refuses()) return
    steps.value = next
    announcement.value = did
    open?.stands(next.present)
  }

  /** Goes on to a document as one step. */
  const step = (next: Project, did: string): void => {
    if (steps.value) settle(pushState(steps.value, next, did), did)
  }

  /**
   * Does commands for good, as one step: it can be undone, is saved, and where it changes the look, leaves a state on
   * the trail. What changes nothing leaves no trace. What the interface watches does not come into the document.
   */
  const run = (commands: Commands, did = sayAll(listed(commands))): void => {
    const now = steps.value?.present
    if (!now) return
    const next = after(now, plainCopy(commands))
    unpreview()
    if (equal(next, now)) return
    if (refuses()) return
    step(open?.took(now, next, did) ?? next, did)
  }

  /** Does commands, says so, and offers to take that back; where other work came after it, `back` does, or a notice says so. */
  const runSaying = (commands: Commands, words: string, back?: Commands): void => {
    const before = steps.value?.present
    run(commands)
    const then = steps.value?.present
    if (then === before) return notices.say(words)
    notices.say(words, 'done', () => {
      if (steps.value?.present === then) undo()
      else if (back) run(back)
      else notices.say('Other changes came after it. The trail in Compose has the earlier state.', 'problem')
    })
  }

  /** The commands that are previewed, and the document they are previewed over. */
  let shown: { over: Project; commands: Commands } | null = null
  /** Shows commands without doing them; `null` goes back to what is. What is previewed already is left: a hand moves less than a step. */
  const preview = (commands: Commands | null): void => {
    const now = steps.value?.present
    if (!commands || !now) return unpreview()
    clearTimeout(resting)
    if (previewed.value && shown?.over === now && equal(shown.commands, commands)) return
    shown = { over: now, commands: plainCopy(commands) }
    previewed.value = after(now, commands, true)
  }

  /** The command that passes by now. */
  let passed: Command | null = null
  /**
   * Shows a command while a hand moves: at once, by what shows what passes by, and as a previewed document when the hand rests. Where
   * nothing can show it so, it is previewed. A move that changes nothing does nothing. `show`: shows it where it is no matter of
   * colors.
   */
  const pass = (command: Command | null, show: Passing['show'] | undefined = passing?.show): void => {
    const now = steps.value?.present
    if (!command || !now) return unpreview()
    if (isPassing.value && equal(passed, command)) return
    if (!show?.(now, command)) return preview(command)
    passed = command
    isPassing.value = true
    clearTimeout(resting)
    resting = setTimeout(() => preview(command), RESTS)
  }

  const undo = (): void => {
    if (steps.value && undoable.value) settle(stepBack(steps.value), `Undid ${undoable.value}`)
  }
  const redo = (): void => {
    if (steps.value && redoable.value) settle(stepForward(steps.value), `Redid ${redoable.value}`)
  }

  /** The present document otherwise marked, without a step. */
  const amend = (next: Project): void => {
    if (steps.value) steps.value = { ...steps.value, present: next }
  }

  /** Goes on from what others made of the document; nothing of it is to be saved. */
  const follow = (theirs: Project, did: string): void => {
    if (!steps.value) return
    unpreview()
    steps.value = rebase(steps.value, theirs)
    announcement.value = did
  }

  const begin = (document: Project, project: OpenProject): void => {
    open = project
    unpreview()
    steps.value = historyOf(document)
    announcement.value = ''
  }
  const end = (): void => {
    open = null
    unpreview()
    steps.value = null
  }

  return {
    ...{ document, settled, previewing, isPassing, undoable, redoable, announcement },
    ...{ after, run, runSaying, preview, pass, passBy, step, amend, undo, redo, refuses, follow, begin, end },
  }
})
