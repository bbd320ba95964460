import { proxy } from 'comlink'

/**
 * Work in a worker that says how far it is, as a part in [0, 1], while it is underway: what it says goes another way than its answer,
 * may come after it, and is not heard then.
 */
export const whileUnderway = async <Result>(
  seen: (part: number) => void,
  work: (says: (part: number) => void) => Promise<Result>,
): Promise<Result> => {
  let isUnderway = true
  try {
    return await work(
      proxy((part: number) => {
        if (isUnderway) seen(part)
      }),
    )
  } finally {
    isUnderway = false
  }
}
