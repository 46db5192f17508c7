import { hash, verify } from 'argon2'

/** Argon2id with 19 MiB, two passes and one lane: what OWASP recommends at least. */
const COST = { memoryCost: 19 * 1024, timeCost: 2, parallelism: 1 } as const

/** What is kept of a PIN. */
export const pinHash = (pin: string): Promise<string> => hash(pin, COST)
/** Whether it is the PIN of which this was kept. */
export const isPin = (pin: string, kept: string): Promise<boolean> => verify(kept, pin)
