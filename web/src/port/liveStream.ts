import type { Samples } from '@liquamen/contracts'
import type { Fact } from '@liquamen/core'
import { readStored } from './readStored'

const REACH_AGAIN_MS = 2000

/**
 * Follows the kitchen's facts from a number on; one tab listens for all, and the next one takes over when it closes.
 * @param fromSeq - asked when this tab's turn comes
 */
export function followLive(
  fromSeq: () => Promise<number>,
  on: {
    readonly facts: (facts: Fact[], headSeq: number) => void
    /** More was missed than is told one by one. */
    readonly gap: () => void
    readonly samples: (samples: Samples) => void
    readonly catalog: () => void
    readonly clock: (serverNowMs: number) => void
    readonly open: () => void
    readonly lost: () => void
  },
): void {
  void navigator.locks.request('liquamen-live', async () => {
    let head = await fromSeq()
    await new Promise<never>(() => {
      const open = () => {
        const source = new EventSource(`/api/live?after=${head}`)
        source.onopen = on.open
        source.addEventListener('facts', (event: MessageEvent<string>) => {
          const last = Number(event.lastEventId)
          head = last
          void readStored(JSON.parse(event.data) as unknown[]).then((facts) => on.facts(facts, last))
        })
        source.addEventListener('gap', (event: MessageEvent<string>) => {
          head = Number(event.lastEventId)
          on.gap()
        })
        source.addEventListener('samples', (event: MessageEvent<string>) =>
          on.samples(JSON.parse(event.data) as Samples),
        )
        source.addEventListener('catalog', on.catalog)
        source.addEventListener('clock', (event: MessageEvent<string>) => on.clock(Number(event.data)))
        source.onerror = () => {
          on.lost()
          source.close() // the browser's own retry gives up on some answers; ours does not
          window.setTimeout(open, REACH_AGAIN_MS)
        }
      }
      open()
    })
  })
}
