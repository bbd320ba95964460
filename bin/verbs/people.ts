import type { PeopleWords } from '../people'
import type { Verb } from './verb'

/** Lists people, and makes links to set passwords. */
export const people: Verb = (command, act) =>
  command
    .description('list who works here, or make a link to set a password')
    .option('--link <name>', 'a new link for a person')
    .option('--first', 'the link for the first owner')
    .option('--at <address>', 'the address people reach this by', 'http://127.0.0.1:4180')
    .action(
      act(async (options: PeopleWords) => {
        const [{ withDatabase }, { runPeople }] = [await import('../ownDatabase'), await import('../people')]
        process.stdout.write(await withDatabase(sql => runPeople(sql, options)))
      }),
    )
