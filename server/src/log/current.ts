/** What a browser opens with reaches so far back: an evening, the night after it, and the next one's mise en place. */
export const CURRENT_MS = 36 * 3600_000
