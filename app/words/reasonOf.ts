/** The message of an error, as a sentence to show. */
export const reasonOf = (error: unknown): string => (error instanceof Error ? error.message : String(error))
