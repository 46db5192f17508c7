import { hash, verify } from 'argon2'

/** Argon2id with 19 MiB, two passes and one lane: what OWASP recommends at least. */
const COST = { memoryCost: 19 * 1024, timeCost: 2, parallelism: 1 } as const

/** What is kept of a PIN. */
export const pinHash = (pin: string): Promise<string> => hash(pin, COST)
/** Whether it is the PIN of which this was kept. */
export const isPin = (pin: string, kept: string): Promise<boolean> => verify(kept, pin)

/** So many wrong tries one after another are nobody's concern. */
const FREE_TRIES = 5
const FIRST_WAIT_MS = 30_000
const LONGEST_WAIT_MS = 15 * 60_000
/** How long a person may not try again after so many wrong tries: twice as long each time, at most a quarter of an hour. */
export const waitAfterMs = (tries: number): number =>
  tries < FREE_TRIES ? 0 : Math.min(LONGEST_WAIT_MS, FIRST_WAIT_MS * 2 ** (tries - FREE_TRIES))
