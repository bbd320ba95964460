import { spawn } from 'node:child_process'
import { setTimeout as pause } from 'node:timers/promises'
import { Canceled, poolOf, type Pool, type PoolPlan } from './pool'

type Task = { do: 'answer' | 'sleep' | 'die' | 'die once' | 'eat'; text?: string }

/** The script of a process of the tests. */
const WORK = `
  const fs = require('node:fs')
  const deeds = {
    'answer': ({ text }) => process.send({ pid: process.pid, text }),
    'sleep': () => {},
    'die': () => process.exit(1),
    'die once': ({ text }) => {
      if (fs.existsSync(text)) return process.send({ pid: process.pid })
      fs.writeFileSync(text, '')
      process.exit(1)
    },
    'eat': () => {
      const all = []
      setInterval(() => all.push(Buffer.alloc(20_000_000, 1)), 20)
    },
  }
  process.on('message', task => deeds[task.do](task))
  process.on('disconnect', () => process.exit())
`

const pools: Array<Pool<Task, { pid: number; text?: string }>> = []
const pool = (plan: Partial<PoolPlan> = {}): Pool<Task, { pid: number; text?: string }> => {
  const made = poolOf<Task, { pid: number; text?: string }>({
    size: 1,
    longest: 20_000,
    late: 'It takes too long.',
    broken: 'It broke down.',
    greedy: 'It takes too much memory.',
    hire: () => spawn(process.execPath, ['-e', WORK], { stdio: ['ignore', 'ignore', 'inherit', 'ipc'] }),
    ...plan,
  })
  pools.push(made)
  return made
}
afterAll(() => pools.forEach(each => each.end()))

it('does one task after the other in the same process', async () => {
  const own = pool()
  const answers = await Promise.all(['a', 'b', 'c'].map(text => own.run({ do: 'answer', text })))
  expect(answers.map(({ text }) => text)).toEqual(['a', 'b', 'c'])
  expect(new Set(answers.map(({ pid }) => pid)).size).toBe(1)
})

it('fails what breaks down, takes too long or too much memory, each with its reason, and goes on', async () => {
  await expect(pool().run({ do: 'die' })).rejects.toThrow('It broke down.')
  await expect(pool({ longest: 300 }).run({ do: 'sleep' })).rejects.toThrow('It takes too long.')
  const own = pool({ memory: 200 })
  await expect(own.run({ do: 'eat' })).rejects.toThrow('It takes too much memory.')
  expect(await own.run({ do: 'answer', text: 'on' })).toMatchObject({ text: 'on' })
})

it('begins again what broke down without its fault, as often as it is set to', async () => {
  const mark = `/tmp/plumbago-pool-${process.pid}-${Date.now()}`
  expect(await pool({ tries: 2 }).run({ do: 'die once', text: mark })).toHaveProperty('pid')
  await expect(pool({ tries: 3 }).run({ do: 'die' })).rejects.toThrow('It broke down.')
})

it('calls off what is under way and what waits; the rest goes on', async () => {
  const own = pool()
  const [first, second] = [new AbortController(), new AbortController()]
  const sleeping = own.run({ do: 'sleep' }, first.signal)
  const waiting = own.run({ do: 'answer', text: 'never' }, second.signal)
  const later = own.run({ do: 'answer', text: 'later' })
  second.abort()
  await expect(waiting).rejects.toThrow(Canceled)
  first.abort()
  await expect(sleeping).rejects.toThrow(Canceled)
  expect(await later).toMatchObject({ text: 'later' })
  await expect(own.run({ do: 'answer' }, AbortSignal.abort())).rejects.toThrow(Canceled)
})

it('replaces a process that dies while nobody needs it', async () => {
  const own = pool()
  const { pid } = await own.run({ do: 'answer' })
  process.kill(pid, 'SIGKILL')
  await pause(200)
  const next = await own.run({ do: 'answer' })
  expect(next.pid).not.toBe(pid)
})
