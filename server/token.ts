import { createHash, randomBytes } from 'node:crypto'

/** What an address or a cookie ends in that nobody guesses: 192 random bits. */
export const newToken = (): string => randomBytes(24).toString('base64url')

/** What is kept of a text that nobody may read: its SHA-256. */
export const hashToken = (text: string): Buffer => createHash('sha256').update(text).digest()
