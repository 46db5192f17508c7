import type { StoredFact } from './chain'

const MOST_KEPT = 500

/** Facts that follow a number, as they are told to browsers. */
export interface Page {
  readonly text: string
  readonly lastSeq: number
  readonly hasMore: boolean
}
/** What reads the log after a number. */
export type ReadAfter = (
  kitchenId: string,
  seq: number,
) => Promise<{ readonly facts: readonly { readonly seq?: number | undefined }[]; readonly hasMore: boolean }>

/**
 * The end of each kitchen's log, kept for those who follow it: what was stored here is told without being read again, and what twenty browsers wait
 * for is read and written out once.
 */
export function createTail(readAfter: ReadAfter) {
  const recent = new Map<string, StoredFact[]>() // without a gap
  const pages = new Map<string, { readonly key: string; readonly page: Promise<Page> }>() // the last one of each kitchen

  async function readPage(kitchenId: string, seq: number): Promise<Page> {
    const { facts, hasMore } = await readAfter(kitchenId, seq)
    return { text: JSON.stringify(facts), lastSeq: facts.at(-1)?.seq ?? seq, hasMore }
  }
  /** The facts after a number, if they are here, up to another at least. */
  function keptAfter(kitchenId: string, seq: number, untilSeq: number): Page | undefined {
    const kept = recent.get(kitchenId) ?? []
    const [first, last] = [kept[0], kept.at(-1)]
    if (!first || !last || first.seq > seq + 1 || last.seq < untilSeq) return undefined
    return {
      text: JSON.stringify(kept.slice(seq + 1 - first.seq)),
      lastSeq: last.seq,
      hasMore: false,
    }
  }

  return {
    /** Takes in what was stored here, in order. */
    add(kitchenId: string, stored: readonly StoredFact[]): void {
      const [first] = stored
      if (!first) return
      const kept = recent.get(kitchenId) ?? []
      const follows = kept.at(-1)?.seq === first.seq - 1
      recent.set(kitchenId, [...(follows ? kept : []), ...stored].slice(-MOST_KEPT))
    },
    /**
     * A page of what follows a number.
     * @param untilSeq - a number that is known to be stored; none where nothing is known: then the log is read
     */
    after(kitchenId: string, seq: number, untilSeq: number | undefined): Promise<Page> {
      if (untilSeq === undefined) return readPage(kitchenId, seq)
      const key = `${seq} ${untilSeq}`
      const last = pages.get(kitchenId)
      if (last?.key === key) return last.page
      const kept = keptAfter(kitchenId, seq, untilSeq)
      const page = kept ? Promise.resolve(kept) : readPage(kitchenId, seq)
      const entry = { key, page }
      pages.set(kitchenId, entry)
      page.catch(() => {
        if (pages.get(kitchenId) === entry) pages.delete(kitchenId)
      })
      return page
    },
  }
}
export type Tail = ReturnType<typeof createTail>
