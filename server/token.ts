import { createHash, randomBytes } from 'node:crypto'

/** The form of a token: 192 bits in base64url. */
export const TOKEN = /^[\w-]{32}$/

/** A token nobody guesses: 192 random bits. */
export const newToken = (): string => randomBytes(24).toString('base64url')

/** The hash stored in place of a secret: its SHA-256. */
export const hashToken = (text: string): Buffer => createHash('sha256').update(text).digest()
