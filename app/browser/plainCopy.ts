/** A copy of a document, or of a part of one, that nobody watches: what is watched is slow, and cannot go to a worker. */
export const plainCopy = <Value>(value: Value): Value => JSON.parse(JSON.stringify(value)) as Value
