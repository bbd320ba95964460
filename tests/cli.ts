import { run } from '../bin/program'
import { reasonOf } from '../bin/reason'

/** Result of a run of the command line: its exit code and output. */
export interface Ended {
  code: number
  out: string
  err: string
}

/** Runs the command line here, not as a process of its own; what it writes is caught. */
export const runHere = async (...words: string[]): Promise<Ended> => {
  const written = { out: '', err: '' }
  const into = (which: keyof typeof written) => (piece: unknown) => {
    written[which] += String(piece)
    return true
  }
  const spies = [
    jest.spyOn(process.stdout, 'write').mockImplementation(into('out')),
    jest.spyOn(process.stderr, 'write').mockImplementation(into('err')),
  ]
  try {
    return { code: await run(words), ...written }
  } catch (error) {
    return { code: 2, out: written.out, err: `${written.err}${reasonOf(error)}\n` }
  } finally {
    for (const spy of spies) spy.mockRestore()
  }
}
