import equal from 'fast-deep-equal'
import { defineStore } from 'pinia'
import standIns from '~/stand-ins.json'
import type { Also } from '../../core/artwork/reading'
import { apply, sayCommand, type Command } from '../../core/project/commands'
import { colorsOf, NOTHING_BY_HAND, standInColors, touchesOf, type ByHand } from '../../core/project/colors'
import { inLook } from '../../core/project/compose'
import { matchedTargets, unitedInks } from '../../core/project/create'
import { historyOf, redone, stepped, undone, type History } from '../../core/project/history'
import { sameSwatches } from '../../core/project/scheme'
import type { Artwork, Harmony, Look, Project } from '../../core/project/schema'
import type { TrailChange, TrailState } from '../../core/project/trail'

const NO_COLORS: ReadonlyMap<string, string> = new Map()
const STAND_INS: readonly Artwork[] = standIns.pieces.map(piece => ({ kind: 'svg' as const, ...piece }))
const STAND_IN_INKS = standIns.inks as Array<[string, number]>

/** The project in work: its document with undo and redo, what is previewed over it, and the artwork shown. */
export const useProject = defineStore('project', () => {
  const files = useArtworkFiles()
  const saving = useSaving()
  const trail = useTrail()
  const notices = useNotices()
  const id = ref<string | null>(null)
  const history = shallowRef<History<Project> | null>(null)
  const previewed = shallowRef<Project | null>(null)
  const shownId = ref<string | null>(null)
  /** The swatch last taken in hand: where several stand on one spot, it lies on top. */
  const pickedId = ref<string | null>(null)

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
  /** What a scheme is shown on: the artwork of the project or, as long as there is none, the stand-ins. */
  const pieces = computed<readonly Artwork[]>(() =>
    document.value?.artwork.length ? document.value.artwork : STAND_INS,
  )
  const piece = computed<Artwork | null>(
    () => pieces.value.find(({ id: each }) => each === shownId.value) ?? pieces.value[0] ?? null,
  )
  /** The artwork as a list that stays the same while only colors change. */
  const artworks = computed<readonly Artwork[]>(() => document.value?.artwork ?? [])
  const united = computed(() => unitedInks(artworks.value.flatMap(({ hash }) => files.files.get(hash) ?? [])))
  /** What every ink becomes in a project as it could be; on one of its artworks, with the exceptions of it. */
  const colorsIn = (project: Project, art: string | null = null, inks = united.value): ReadonlyMap<string, string> =>
    project.artwork.length ? colorsOf(project, inks, art) : standInColors(project.scheme, STAND_IN_INKS)
  /** What every ink becomes, first on all artwork, then on those with exceptions, worked out when first asked for. */
  const colorsWithin = (project: () => Project | null) =>
    computed(() => {
      const [now, inks] = [project(), united.value]
      const known = new Map<string | null, ReadonlyMap<string, string>>()
      return (art: string | null): ReadonlyMap<string, string> => {
        const own = art !== null && now?.remap.exceptions[art] ? art : null
        const found = known.get(own) ?? (now ? colorsIn(now, own, inks) : NO_COLORS)
        known.set(own, found)
        return found
      }
    })
  const [allColors, allSettled] = [colorsWithin(() => document.value), colorsWithin(() => settled.value)]
  /** What the inks of an artwork become, while something is previewed, and as it is. */
  const colorsFor = (art: string): ReadonlyMap<string, string> => allColors.value(art)
  const settledFor = (art: string): ReadonlyMap<string, string> => allSettled.value(art)
  /** What every ink of the project becomes, exceptions aside. */
  const colors = computed(() => allColors.value(null))
  const settledColors = computed(() => allSettled.value(null))
  /** What is painted by hand on an artwork. */
  const touchesFor = (art: string, of: Project | null = document.value): ByHand =>
    of?.remap.touches[art] ? touchesOf(of, art) : NOTHING_BY_HAND

  /** What the piece on the stage looks like in another look: the colors of its inks, and what is painted by hand. */
  const shownIn = (look: Look): { colors: ReadonlyMap<string, string>; byHand: ByHand } => {
    const [now, art] = [settled.value, piece.value?.id ?? '']
    if (!now) return { colors: NO_COLORS, byHand: NOTHING_BY_HAND }
    const there = inLook(now, look)
    return { colors: colorsIn(there, art), byHand: touchesFor(art, there) }
  }

  const settle = (next: History<Project>, change?: TrailChange): void => {
    previewed.value = null
    history.value = next
    saving.changed(next.present, change)
  }

  /**
   * Does a command for good: it can be undone, is saved, and where it changes the look, leaves a state on the trail.
   * One that changes nothing leaves no trace.
   */
  const run = (command: Command): void => {
    const now = history.value
    if (!now) return
    const next = apply(now.present, command)
    previewed.value = null
    if (equal(next, now.present)) return
    const did = sayCommand(command)
    const recorded = trail.record(now.present, next, did)
    settle(stepped(now, recorded ? { ...next, at: recorded.at } : next, did), recorded?.change)
  }

  /**
   * Does a command, says so, and offers to take it back; where other work has come after it, `back` does, or one is
   * told.
   */
  const runSaying = (command: Command, said: string, back?: Command): void => {
    const before = history.value?.present
    run(command)
    const after = history.value?.present
    if (after === before) return notices.say(said)
    notices.say(said, 'done', () => {
      if (history.value?.present === after) undo()
      else if (back) run(back)
      else notices.say('Other changes came after it. The trail in Compose has the state before.', 'problem')
    })
  }

  /** Shows a command without doing it; `null` goes back to what is. */
  const preview = (command: Command | null): void => {
    const now = history.value
    previewed.value = command && now ? apply(now.present, command) : null
  }

  /** A look with targets for inks it does not know. */
  const adopting = (look: Look, what: string): Command => {
    const now = history.value?.present
    const known = look.remap.targets
    const ids = new Set(look.scheme.map(({ id: each }) => each))
    const missing = united.value.filter(({ hex }) => !known[hex] || (known[hex].to !== null && !ids.has(known[hex].to)))
    if (!now || !missing.length) return { do: 'adopt', look, what }
    const matched = matchedTargets(united.value, look)
    return {
      do: 'adopt',
      look,
      what,
      targets: Object.fromEntries(missing.flatMap(({ hex }) => (matched[hex] ? [[hex, matched[hex]]] : []))),
    }
  }

  /** Goes back, or on, to a state of the trail. */
  const goTo = (state: TrailState): void => {
    const now = history.value
    if (!now || now.present.at === state.id) return preview(null)
    settle(stepped(now, { ...apply(now.present, adopting(state.look, 'trail')), at: state.id }, 'trail'))
  }

  /** Keeps a look on the trail for good: one that is only looked at, or the present one. */
  const keep = (name: string, look: Look | null = null): TrailState | null => {
    const now = history.value
    if (!now) return null
    const { state, at, change } = trail.keep(now.present, name, look)
    history.value = { ...now, present: now.present.at === at ? now.present : { ...now.present, at } }
    saving.changed(history.value.present, change)
    return state
  }

  /** Gives a kept state another name, or lets it go. */
  const renameKept = (state: string, name: string | null): void => {
    if (history.value) saving.changed(history.value.present, trail.rename(state, name))
  }

  const undo = (): void => {
    if (history.value?.past.length) settle(undone(history.value))
  }
  const redo = (): void => {
    if (history.value?.future.length) settle(redone(history.value))
  }

  /** A change of harmony; where the number of swatches changes, inks are matched to the new scheme. */
  const composing = (change: Partial<Harmony>): Command => {
    const now = history.value?.present
    const command: Command = { do: 'compose', harmony: change }
    if (!now) return command
    return sameSwatches(apply(now, command).scheme, now.scheme) ? command : matching(command)
  }

  /**
   * A command with what inks become after it, where it brings other swatches; what was set by hand stays as long as
   * its swatch does.
   */
  const matching = <Change extends Command>(command: Change): Change => {
    const now = history.value?.present
    return now ? { ...command, targets: matchedTargets(united.value, apply(now, command), now.remap.targets) } : command
  }

  /** Matches inks to the scheme afresh: all of them, or those named; by another strategy or deal, where one is said. */
  const matched = (
    how: Partial<Pick<Project['remap'], 'match' | 'seed'>> = {},
    only?: readonly string[],
  ): Command | null => {
    const now = history.value?.present
    if (!now) return null
    const targets = matchedTargets(united.value, { ...now, remap: { ...now.remap, ...how } })
    return {
      do: 'match',
      ...how,
      targets: only ? Object.fromEntries(only.flatMap(ink => (targets[ink] ? [[ink, targets[ink]]] : []))) : targets,
    }
  }

  /** Takes in a file as artwork: its inks join those of the project and are matched, targets set before stay. */
  const addArtwork = async (file: File, kind: Artwork['kind'], signal?: AbortSignal): Promise<string[]> => {
    const kept = await files.add(file, kind, signal)
    const now = history.value?.present
    if (!now) return []
    const left = files.screens.get(kept.hash)?.left
    const choosable = left && left.pictures + left.computed > 0
    const fresh: Artwork = {
      kind: kept.kind,
      id: crypto.randomUUID(),
      name: kept.name,
      hash: kept.hash,
      width: kept.width,
      height: kept.height,
    }
    const all = unitedInks([...now.artwork, fresh].flatMap(({ hash }) => files.files.get(hash) ?? []))
    run({ do: 'add artwork', artwork: fresh, targets: { ...matchedTargets(all, now), ...now.remap.targets } })
    shownId.value = fresh.id
    return [
      ...kept.removed.map(({ what, line }) => `${what} (line ${line})`),
      ...kept.notes,
      ...(choosable ? ['In Remap, under Inks, you can have that recolored too.'] : []),
    ]
  }

  /** Recolors of a drawing besides the colors on its page what is asked for; new inks are matched. */
  const readAgain = async (art: Artwork, also: readonly Also[]): Promise<void> => {
    const kept = await files.readAgain(art.hash, also)
    const now = history.value?.present
    if (!now?.artwork.some(({ id: each }) => each === art.id)) return
    const all = unitedInks(
      now.artwork.flatMap(({ id: each, hash }) => files.files.get(each === art.id ? kept.hash : hash) ?? []),
    )
    run({
      do: 'read again',
      artwork: art.id,
      hash: kept.hash,
      targets: { ...matchedTargets(all, now), ...now.remap.targets },
    })
  }

  /** Opens a project as it is stored, or as it was left here unsaved. */
  const open = async (projectId: string): Promise<void> => {
    close()
    const { stored, unsaved } = await saving.open(projectId, () => trail.states)
    id.value = projectId
    history.value = historyOf(stored.document)
    saving.resume()
    void trail.open(projectId, unsaved)
    const shown = pieces.value
    const opened = await Promise.allSettled(shown.map(({ hash }) => files.open(hash)))
    opened.forEach((result, i) => {
      if (result.status === 'rejected')
        notices.say(`“${shown[i]?.name}” cannot be shown: ${reasonOf(result.reason)}`, 'problem')
    })
  }
  /** The stand-ins come out when the last artwork goes. */
  watch(pieces, all => {
    for (const { hash } of all) void files.open(hash).catch(() => null)
  })

  const close = (): void => {
    saving.close()
    trail.close()
    id.value = null
    history.value = null
    previewed.value = null
    shownId.value = null
  }

  return {
    id,
    document,
    settled,
    previewing,
    settledColors,
    artwork,
    pieces,
    piece,
    shownId,
    pickedId,
    united,
    colors,
    colorsFor,
    settledFor,
    touchesFor,
    shownIn,
    undoable,
    redoable,
    colorsIn,
    run,
    runSaying,
    preview,
    adopting,
    goTo,
    keep,
    renameKept,
    undo,
    redo,
    composing,
    matching,
    matched,
    addArtwork,
    readAgain,
    open,
    close,
  }
})
