import { computed, ref, shallowRef, watch } from 'vue'
import { useLocalStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import type { Command } from '#core/commands/commands'
import { adjustSwatches, followColor, leadsAt, restrictionOf } from '#core/painting/resolveRemap'
import { familiesOf, type Family } from '#core/remap/families'
import {
  familiesByInk,
  groupOfSwatch,
  type InkRow,
  inkRows,
  membersOf,
  rowsByInk,
  withFamilies,
} from '#core/interaction/inkRows'
import { selectAfterClick } from '#core/interaction/selection'
import { type Hit, touchUpCommand, touchUpExcess, touchUpRefusal } from '#core/interaction/touchUps'
import { lossesOf, type Loss } from '#core/remap/losses'
import { MAX_MENDED } from '#core/commands/shading'
import type { Match } from '#core/remap/match'
import { useStage } from './stage'
import type { Following, Touch } from '#core/document/remap'
import { useArtworkFiles } from './artwork'
import { useHistory } from './history'
import { useNotices } from './notices'
import { usePainting } from './painting'

/** The views of the bench of Remap. */
export const REMAP_VIEWS = [
  { view: 'ribbons', title: 'Ribbons' },
  { view: 'inks', title: 'Inks' },
  { view: 'touches', title: 'Touch-ups' },
  { view: 'whole', title: 'Whole artwork' },
  { view: 'set', title: 'Set' },
] as const
export type RemapView = (typeof REMAP_VIEWS)[number]['view']

/** Number of seeds that are tried for a deal that differs from what is. */
const TRIES = 40

/** The remapping in work: its inks as lines, what is selected, and what is done to them. */
export const useRemapping = defineStore('remapping', () => {
  const history = useHistory()
  const painting = usePainting()
  const files = useArtworkFiles()
  const notices = useNotices()
  const stage = useStage()
  const view = useLocalStorage<RemapView>('plumbago remap view', 'ribbons')
  const selected = shallowRef<ReadonlySet<string>>(new Set())
  /** The swatch whose group is looked at. */
  const group = ref<string | null>(null)
  /** True if changes are for the artwork on the stage alone. */
  const alone = ref(false)
  /** True if a selection takes whole families. */
  const families = useLocalStorage('plumbago remap families', false)

  const artwork = computed(() => painting.artwork)
  const inks = computed(() => files.files.get(artwork.value?.hash ?? '')?.inks ?? [])
  const remap = computed(() => history.document?.remap)
  const colors = computed(() => painting.shown(artwork.value?.id ?? '').colors)
  const leads = computed(() => leadsAt(painting.inks, remap.value?.tolerance ?? 0))
  const scope = computed(() => (alone.value ? (artwork.value?.id ?? null) : null))
  const exceptionsHere = computed(() => Object.keys(remap.value?.exceptions[artwork.value?.id ?? ''] ?? {}).length)

  const rows = computed<InkRow[]>(() =>
    remap.value ? inkRows(inks.value, remap.value, leads.value, artwork.value?.id ?? null) : [],
  )
  const familyList = computed<Family[]>(() => familiesOf(rows.value))
  const familyOf = computed(() => familiesByInk(familyList.value))
  const rowOf = computed(() => rowsByInk(rows.value))
  /** Losses of contrast, in the colors as they are, not as they pass by. */
  const losses = computed(() => lossesOf(inks.value, painting.settled(artwork.value?.id ?? '').colors))
  /** The inks, and the lines they stand in, that are concerned by that. */
  const lost = computed(
    () => new Set(losses.value.flatMap(({ one, other }) => [one, other].map(hex => rowOf.value.get(hex)?.hex ?? hex))),
  )
  /** Makes pairs distinguishable again, by the smallest change that does; a notice says where none does. */
  const mend = (these: readonly Loss[]): void => {
    const pairs = these.slice(0, MAX_MENDED).map(({ one, other }): [string, string] => [one, other])
    if (!pairs.length) return
    const before = history.settled
    history.run({ do: 'mend', pairs })
    if (history.settled === before)
      notices.say('No swatch in this scheme fixes it; a lighter or darker one would.', 'problem')
  }
  const restriction = computed(() => (history.document ? restrictionOf(history.document) : null))

  /** The lines that some inks stand for, with their families where those go together. */
  const whole = (hexes: Iterable<string>): string[] =>
    families.value ? withFamilies(rowOf.value, familyOf.value, hexes) : [...new Set(hexes)]
  const members = (hexes: Iterable<string>): string[] => membersOf(rowOf.value, hexes)

  const select = (hexes: Iterable<string>, more = false): void => {
    selected.value = selectAfterClick(selected.value, whole(hexes), more, 'clear')
  }
  /** The inks an action on an ink applies to: all that is selected where it is one of them, or it alone. */
  const meant = (hex: string): string[] => (selected.value.has(hex) ? [...selected.value] : whole([hex]))

  const send = (hexes: Iterable<string>, to: string | null): void => {
    history.run({ do: 'retarget', inks: members(hexes), to, artwork: scope.value })
  }
  /** Has inks matched again, as if nobody had sent them anywhere. */
  const release = (hexes: Iterable<string>): void => {
    const all = members(hexes)
    history.run(scope.value ? { do: 'follow all', artwork: scope.value, inks: all } : { do: 'match', inks: all })
  }
  const groupOf = (swatch: string): InkRow[] => groupOfSwatch(rows.value, swatch)
  const merge = (from: string, into: string): void => {
    const all = groupOf(from).map(({ hex }) => hex)
    if (all.length) send(all, into)
  }
  const match = (how: Match): void => {
    history.run({ do: 'match', match: how, seed: 0 })
  }
  /** Deals targets afresh: the next seed that gives others than there are. */
  const deal = (): void => {
    const now = history.settled
    if (!now) return
    for (let seed = now.remap.seed + 1; seed <= now.remap.seed + TRIES; seed++) {
      const command: Command = { do: 'match', match: now.remap.match, seed }
      const { targets } = history.after(now, command).remap
      if (Object.entries(targets).every(([hex, { to }]) => now.remap.targets[hex]?.to === to)) continue
      history.run(command)
      return
    }
    notices.say('There is no other way to deal these inks.', 'problem')
  }

  const touches = computed<readonly Touch[]>(() => remap.value?.touches[artwork.value?.id ?? ''] ?? [])
  /** The swatches as the remapping uses them. */
  const usedSwatches = computed(
    () => new Map([...(history.document ? adjustSwatches(history.document) : [])].map(([id, { hex }]) => [id, hex])),
  )
  const followedColor = (to: Following): string | null => followColor(usedSwatches.value, to)
  /**
   * Shapes of the artwork on the stage colored by hand, or made more or less opaque; null where there is nothing to do
   * it to.
   */
  const touching = (
    hits: readonly Hit[],
    paint: Touch['paint'],
    to: Following | null,
    opacity: number | null = null,
  ): Command | null => {
    return artwork.value && touchUpCommand(artwork.value.id, hits, { paint, to, opacity }, crypto.randomUUID())
  }
  const touchUp = (...touch: Parameters<typeof touching>): void => {
    const [hits] = touch
    const refusal = touchUpRefusal(touches.value, hits)
    if (refusal) return notices.say(refusal, 'problem')
    const excess = touchUpExcess(hits)
    if (excess) notices.say(excess, 'problem')
    const command = touching(...touch)
    if (command) history.run(command)
  }

  watch(
    () => artwork.value?.id,
    () => {
      selected.value = new Set()
      stage.picked = new Set()
      alone.value = false
    },
  )
  return {
    view,
    selected,
    group,
    alone,
    families,
    artwork,
    inks,
    remap,
    colors,
    leads,
    scope,
    exceptionsHere,
    rows,
    familyList,
    familyOf,
    rowOf,
    losses,
    lost,
    mend,
    restriction,
    touches,
    usedSwatches,
    whole,
    members,
    select,
    meant,
    send,
    release,
    groupOf,
    merge,
    match,
    deal,
    followedColor,
    touching,
    touchUp,
  }
})
