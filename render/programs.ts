import { spawn } from 'node:child_process'

/** Limits of a program that reads a file from a stranger. */
export interface Limits {
  /** Maximum time, in milliseconds, and maximum memory and size of a file it writes, in MB. */
  ms: number
  memoryMB: number
  fileMB: number
}

/** A program that is missing, ended with an error, or was ended because it took too much. */
export class ProgramError extends Error {
  constructor(
    message: string,
    readonly kind: 'missing' | 'failed' | 'late',
    /** Its report of the error, at most a few kilobytes. */
    readonly report: string,
  ) {
    super(message)
  }
}

/** The most that is read of what a program writes about errors, in characters. */
const MAX_REPORT = 8000
/** Maximum size of what a program writes to its output, in bytes. */
const MAX_OUTPUT = 256 * 1024 * 1024

/**
 * Runs a program with limits and returns what it writes to its output; `input` is written to its own. Rejects with ProgramError where it
 * is missing, fails, or takes too much.
 */
export const runProgram = (command: string, args: readonly string[], limits: Limits, input?: string): Promise<Buffer> =>
  new Promise((resolve, reject) => {
    const bytes = (mb: number): string => String(mb * 1048576)
    const seconds = Math.ceil(limits.ms / 1000)
    const own = [`--as=${bytes(limits.memoryMB)}`, `--fsize=${bytes(limits.fileMB)}`, `--cpu=${seconds}`]
    const child = spawn('prlimit', [...own, '--core=0', '--', command, ...args], {
      stdio: [input === undefined ? 'ignore' : 'pipe', 'pipe', 'pipe'],
      env: { PATH: process.env.PATH ?? '', LC_ALL: 'C.UTF-8' },
    })
    const parts: Buffer[] = []
    let [size, report, isLate] = [0, '', false]
    const end = (): void => {
      isLate = true
      child.kill('SIGKILL')
    }
    const timer = setTimeout(end, limits.ms)
    child.stdout?.on('data', (part: Buffer) => {
      size += part.length
      if (size > MAX_OUTPUT) end()
      else parts.push(part)
    })
    child.stderr?.on('data', (part: Buffer) => {
      if (report.length < MAX_REPORT) report += part.toString('utf8').slice(0, MAX_REPORT)
    })
    child.stdin?.on('error', () => {}) // a program that ends early says so by its code
    child.stdin?.end(input)
    child.once('error', error => {
      clearTimeout(timer)
      reject(new ProgramError(error.message, 'missing', ''))
    })
    child.once('close', (code, signal) => {
      clearTimeout(timer)
      if (code === 0) return resolve(Buffer.concat(parts))
      const kind = code === 127 ? 'missing' : isLate || signal ? 'late' : 'failed'
      reject(new ProgramError(`${command} ended with ${signal ?? code}.`, kind, report))
    })
  })
