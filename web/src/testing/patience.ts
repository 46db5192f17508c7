/** What comes by itself is waited for so long: a machine that is slow is no failure. */
export const PATIENCE = { timeout: 30_000 }
