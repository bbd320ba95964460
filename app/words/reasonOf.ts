/** What an error says, as the sentence to show. */
export const reasonOf = (error: unknown): string => (error instanceof Error ? error.message : String(error))
