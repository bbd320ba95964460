/** A worker was let go while it was at something: nobody waits for the answer any more. */
export class Left extends Error {
  constructor() {
    super('It was stopped.')
  }
}
