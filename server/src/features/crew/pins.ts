/** Loaded when somebody first signs on: it is compiled code, and a start does not wait for it. */
const argon2 = () => import('argon2')

/** Argon2id with 19 MiB, two passes and one lane: what OWASP recommends at least. */
const COST = { memoryCost: 19 * 1024, timeCost: 2, parallelism: 1 } as const

/** What is kept of a PIN. */
export const pinHash = async (pin: string): Promise<string> => (await argon2()).hash(pin, COST)
/** Whether it is the PIN of which this was kept. */
export const isPin = async (pin: string, kept: string): Promise<boolean> => (await argon2()).verify(kept, pin)
