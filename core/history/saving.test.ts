import fc from 'fast-check'
import type { Project, StoredProject } from '#core/document/project'
import { lookOf } from '#core/document/project'
import type { TrailChange, TrailState } from '#core/document/trail'
import { newProject } from '#core/scheme/create'
import {
  isDone,
  isUnsaved,
  reduceSaving,
  savingOf,
  type Draft,
  type Save,
  type Saving,
  type SavingEffect,
} from './saving'
import type { SavingEvent } from './saving'
import { runs } from '../../tests/runs'

const FIRST = newProject('Kites')
/** The document after so many edits, known by what was typed. */
const edit = (n: number): Project => ({ ...FIRST, base: { ...FIRST.base, typed: `e${n}` } })
const stateOf = (n: number): TrailState => ({
  id: `t${n}`,
  parent: null,
  time: '2026-11-25T10:00:00.000Z',
  did: 'rename',
  kept: null,
  look: lookOf(FIRST),
})

/** A server that keeps projects as the real one does. */
class Server {
  projects = new Map<string, StoredProject>()
  trails = new Map<string, Set<string>>()
  accepted: string[] = []
  log: string[] = []
  constructor() {
    this.create('p', FIRST, null)
  }
  create(id: string, document: Project, trailOf: string | null): StoredProject {
    const made = { id, version: 1, updatedAt: '', lastSave: null, document }
    this.projects.set(id, made)
    this.trails.set(id, new Set(trailOf ? this.trails.get(trailOf) : []))
    this.log.push(document.base.typed)
    return made
  }
  save({ id, project, version, document, trail }: Save): StoredProject | 'stale' {
    const now = this.projects.get(project) as StoredProject
    if (now.version !== version) return now.lastSave === id ? now : 'stale'
    const next = { ...now, version: version + 1, lastSave: id, document }
    this.projects.set(project, next)
    this.accepted.push(id)
    this.log.push(document.base.typed)
    for (const state of trail.put) this.trails.get(project)?.add(state.id)
    return next
  }
  /** Another window saves something of its own. */
  elsewhere(n: number): void {
    const now = this.projects.get('p') as StoredProject
    this.save({ id: `w${n}`, project: 'p', version: now.version, document: edit(-n), trail: { put: [], remove: [] } })
  }
}

type Network = 'well' | 'request lost' | 'answer lost'

/** One window with the machine in it, and a browser that keeps drafts. */
class Window {
  saving: Saving
  drafts = new Map<string, Draft>()
  waiting = false
  private ids = 0
  constructor(
    readonly server: Server,
    readonly full = false,
  ) {
    this.saving = savingOf(server.projects.get('p') as StoredProject, null)
  }
  private id(): string {
    return `s${this.ids++}`
  }
  take(event: SavingEvent, network: Network): void {
    const [next, effects] = reduceSaving(this.saving, event)
    this.saving = next
    for (const effect of effects) this.carryOut(effect, network)
  }
  private carryOut(effect: SavingEffect, network: Network): void {
    if (effect.do === 'wait') this.waiting = true
    if (effect.do === 'drop') this.drafts.delete(effect.project)
    if (effect.do === 'keep') {
      if (!this.full) this.drafts.set(effect.project, { ...effect.draft, time: 0 })
      this.take({ kind: 'draft stored', isStored: !this.full }, network)
    }
    if (effect.do === 'copy') {
      if (network === 'request lost') return this.take({ kind: 'not copied', why: 'gone' }, network)
      const named = { ...effect.document, name: `${effect.document.name} kept` }
      const copy = this.server.create(`c${this.server.projects.size}`, named, effect.from)
      this.take({ kind: 'copied', document: effect.document, copy }, network)
    }
    if (effect.do !== 'send') return
    const { save } = effect
    const answer = network === 'request lost' ? null : this.server.save(save)
    if (answer === null || network === 'answer lost')
      return this.take({ kind: 'failed', save: save.id, why: 'gone' }, network)
    if (answer === 'stale') {
      const theirs = this.server.projects.get(save.project) as StoredProject
      return this.take({ kind: 'refused', save: save.id, theirs }, network)
    }
    this.take({ kind: 'answered', save: save.id, version: answer.version }, network)
  }
  edit(n: number): void {
    const change: TrailChange = { put: [stateOf(n)], remove: [] }
    this.take({ kind: 'edited', document: edit(n), change }, 'well')
  }
  tick(network: Network): void {
    if (!this.waiting) return
    this.waiting = false
    this.take({ kind: 'due', id: this.id() }, network)
  }
  /** Leaves the project, and opens it again with what the browser stored. */
  reopen(network: Network): void {
    this.take({ kind: 'closed', id: this.id() }, network)
    for (let i = 0; i < 9 && this.waiting; i++) this.tick(network)
    const draft = this.drafts.get('p') ?? null
    this.saving = savingOf(this.server.projects.get('p') as StoredProject, draft)
    this.waiting = draft !== null
  }
}

type Move = { kind: 'edit' } | { kind: 'tick' | 'reopen'; network: Network } | { kind: 'elsewhere' }
const network = fc.constantFrom<Network>('well', 'well', 'request lost', 'answer lost')
const moves: fc.Arbitrary<Move[]> = fc.array(
  fc.oneof(
    { weight: 5, arbitrary: fc.constant<Move>({ kind: 'edit' }) },
    { weight: 5, arbitrary: network.map((how): Move => ({ kind: 'tick', network: how })) },
    { weight: 1, arbitrary: network.map((how): Move => ({ kind: 'reopen', network: how })) },
    { weight: 1, arbitrary: fc.constant<Move>({ kind: 'elsewhere' }) },
  ),
  { maxLength: 40 },
)

const run = (all: readonly Move[], full = false): { server: Server; window: Window; edits: number } => {
  const server = new Server()
  const window = new Window(server, full)
  let edits = 0
  all.forEach((move, i) => {
    if (move.kind === 'edit') window.edit(++edits)
    else if (move.kind === 'elsewhere') server.elsewhere(i + 1)
    else if (move.kind === 'tick') window.tick(move.network)
    else window.reopen(move.network)
  })
  for (let i = 0; i < 60 && window.waiting; i++) window.tick('well')
  return { server, window, edits }
}

describe('saving', () => {
  it('loses nothing, in whatever order edits, answers, failures, conflicts and openings come', () =>
    fc.assert(
      fc.property(moves, all => {
        const { server, window, edits } = run(all)
        expect(isUnsaved(window.saving)).toBe(false)
        expect(window.drafts.has('p')).toBe(false)
        for (const { id, document } of server.projects.values()) if (id !== 'p') expect(document.name).toMatch(/ kept$/)
        // what is left for a copy waits in its draft until the copy is opened
        const documents = [...server.log, ...[...window.drafts.values()].map(({ document }) => document.base.typed)]
        if (edits) expect(documents).toContain(`e${edits}`)
        const drafted = [...window.drafts.values()].flatMap(({ trail }) => trail.put.map(({ id }) => id))
        const stored = new Set([...[...server.trails.values()].flatMap(states => [...states]), ...drafted])
        for (let n = 1; n <= edits; n++) expect(stored).toContain(`t${n}`)
      }),
      { numRuns: runs(1500) },
    ))

  it('is never at odds with itself, never saves the same twice, and skips no version', () =>
    fc.assert(
      fc.property(moves, all => {
        const alone = all.filter(({ kind }) => kind !== 'elsewhere')
        const { server } = run(alone)
        expect(server.projects.size).toBe(1)
        expect(new Set(server.accepted).size).toBe(server.accepted.length)
        expect(server.projects.get('p')?.version).toBe(1 + server.accepted.length)
      }),
      { numRuns: runs(1500) },
    ))

  it('says so where the browser has no room for a draft', () => {
    const { window } = run([{ kind: 'edit' }, { kind: 'tick', network: 'request lost' }, { kind: 'edit' }], true)
    expect(window.saving.isStored).toBe(false)
  })

  it('sends a long trail in parts that a request can hold', () => {
    const long = { ...FIRST.remap.targets }
    for (let i = 0; i < 1000; i++) long[`#${i.toString(16).padStart(6, '0')}`] = { to: 's1', by: 'hand' }
    const look = { ...lookOf(FIRST), remap: { ...FIRST.remap, targets: long } }
    const put = Array.from({ length: 300 }, (_, n): TrailState => ({ ...stateOf(n), look }))
    let saving = savingOf(new Server().projects.get('p') as StoredProject, null)
    const sizes: number[] = []
    const seen: string[] = []
    const go = (event: SavingEvent): void => {
      const [next, effects] = reduceSaving(saving, event)
      saving = next
      for (const effect of effects) {
        if (effect.do === 'wait') go({ kind: 'due', id: `s${sizes.length}` })
        if (effect.do !== 'send') continue
        sizes.push(JSON.stringify(effect.save).length)
        seen.push(...effect.save.trail.put.map(({ id }) => id))
        go({ kind: 'answered', save: effect.save.id, version: saving.version + 1 })
      }
    }
    go({ kind: 'edited', document: edit(1), change: { put, remove: ['t0'] } })
    expect(sizes.length).toBeGreaterThan(3)
    expect(Math.max(...sizes)).toBeLessThan(4_000_000)
    expect(seen).toEqual(put.map(({ id }) => id))
    expect(isUnsaved(saving)).toBe(false)
  })

  it('keeps what a conflict could not keep yet, and says why', () => {
    const server = new Server()
    const window = new Window(server)
    server.elsewhere(1)
    window.edit(1)
    window.tick('well')
    expect(window.saving.conflict?.copy?.document.base.typed).toBe('e1')
    const other = new Window(server)
    server.elsewhere(2)
    other.edit(2)
    const [next, effects] = reduceSaving(other.saving, { kind: 'due', id: 'x' })
    expect(effects.at(-1)?.do).toBe('send')
    const theirs = server.projects.get('p') as StoredProject
    const [torn] = reduceSaving(next, { kind: 'refused', save: 'x', theirs })
    const [still, again] = reduceSaving(torn, { kind: 'not copied', why: 'The file is larger than 8 MB.' })
    expect(still.conflict?.why).toBe('The file is larger than 8 MB.')
    expect(still.document?.base.typed).toBe('e2')
    expect(again).toEqual([{ do: 'wait', ms: 8000 }])
    expect(isDone(still)).toBe(false)
  })
})
