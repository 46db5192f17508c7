import { api, OutOfReach } from './api'
import { drainOnce, type DrainRound } from './drainQueue'
import type { LocalStore } from './localStore'

const RETRY_MS = { first: 1000, most: 10_000 } as const

/**
 * Sends the queue whenever asked, one tab at a time, and by itself again and again while the server is away.
 * @param on - what to do with each round, when the queue is empty, and when the server cannot be reached
 */
export function createSender(
  store: LocalStore,
  on: {
    readonly round: (round: DrainRound) => Promise<void>
    readonly settled: () => Promise<void>
    readonly lost: () => void
  },
): () => Promise<void> {
  let isSending = false
  let isDue = false
  let retryMs: number = RETRY_MS.first
  let timer = 0

  async function send(): Promise<void> {
    isDue = true
    if (isSending) return
    isSending = true
    window.clearTimeout(timer)
    try {
      while (isDue) {
        isDue = false // a tap that comes while the last round is under way asks for another
        await navigator.locks.request('liquamen-drain', async () => {
          for (let round = await drainOnce(store, api); round; round = await drainOnce(store, api))
            await on.round(round)
        })
        await on.settled()
      } // nothing is awaited between this and the end: a tap either finds its round asked for, or the way free
      retryMs = RETRY_MS.first
    } catch (error) {
      if (error instanceof OutOfReach) on.lost()
      timer = window.setTimeout(() => void send(), retryMs)
      retryMs = Math.min(RETRY_MS.most, retryMs * 2)
    } finally {
      isSending = false
    }
  }
  return send
}
