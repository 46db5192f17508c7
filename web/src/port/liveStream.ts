import type { Samples } from '@liquamen/contracts'
import type { Fact } from '@liquamen/core'
import { readStored } from './readStored'

const REACH_AGAIN_MS = 2000
const SILENT_MS = 40_000

/**
 * Follows the kitchen's facts from a number on; one tab listens for all, and the next one takes over when it closes. It then hears again what the
 * other has told it already: known facts change nothing.
 */
export function followLive(
  fromSeq: number,
  on: {
    readonly facts: (facts: Fact[], headSeq: number) => void
    /** More was missed than is told one by one. */
    readonly gap: () => void
    readonly samples: (samples: Samples) => void
    readonly catalog: () => void
    readonly clock: (serverNowMs: number) => void
    /** The line is there; again, after it was not. */
    readonly open: (isAgain: boolean) => void
    readonly lost: () => void
    /** Something came over the line: the server is there, whatever a call of its own came to. */
    readonly heard: () => void
  },
): void {
  void navigator.locks.request('liquamen-live', async () => {
    let head = fromSeq
    let source: EventSource | undefined
    let timer = 0
    const lose = () => {
      on.lost()
      source?.close() // the browser's own retry gives up on some answers; ours does not
      window.clearTimeout(timer)
      timer = window.setTimeout(listen, REACH_AGAIN_MS)
    }
    /** The server is heard at least every fifteen seconds: a line that only seems to be there is silent. */
    const hear = () => {
      window.clearTimeout(timer)
      timer = window.setTimeout(lose, SILENT_MS)
    }
    function listen(): void {
      const isAgain = source !== undefined
      source?.close()
      const own = new EventSource(`/api/live?after=${head}`)
      source = own
      hear()
      own.onopen = () => {
        hear()
        on.open(isAgain)
      }
      own.onerror = lose
      const take = (name: string, told: (event: MessageEvent<string>) => void) =>
        own.addEventListener(name, (event: MessageEvent<string>) => {
          hear()
          on.heard()
          told(event)
        })
      take('beat', ({ data }) => {
        if (data) on.clock(Number(data))
      })
      take('facts', (event) => {
        const last = Number(event.lastEventId)
        head = last
        void readStored(JSON.parse(event.data) as unknown[]).then((facts) => on.facts(facts, last))
      })
      take('gap', (event) => {
        head = Number(event.lastEventId)
        on.gap()
      })
      take('samples', (event) => on.samples(JSON.parse(event.data) as Samples))
      take('catalog', on.catalog)
      take('clock', (event) => on.clock(Number(event.data)))
    }
    window.addEventListener('online', listen)
    listen()
    await new Promise<never>(() => undefined) // this tab's turn ends with the tab
  })
}
