import { createHash, randomBytes } from 'node:crypto'

/** A token that nobody guesses: told once, and kept only as its digest. */
export const newToken = (): string => randomBytes(32).toString('base64url')
/** What is kept of a token or a code. */
export const secretDigest = (secret: string): string => createHash('sha256').update(secret).digest('hex')
