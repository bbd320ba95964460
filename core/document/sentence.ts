/** Words as a sentence begins. */
export const sentence = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1)
