import type { Command } from 'commander'

/** Runs a verb when its arguments are read. What it returns is what the process ends with; 0 where that is nothing. */
export type Act = <Arguments extends unknown[]>(
  run: (...given: Arguments) => Promise<number | void>,
) => (...given: Arguments) => Promise<void>

/** Declares a verb on its command: arguments, options, help, and its code, which is loaded when it is run. */
export type Verb = (command: Command, act: Act) => Command
