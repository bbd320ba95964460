/**
 * A copy of a document or a part of one that can be sent to a worker: what the interface put into it may be watched,
 * and what is watched cannot be sent.
 */
export const plainCopy = <Value>(value: Value): Value => JSON.parse(JSON.stringify(value)) as Value
