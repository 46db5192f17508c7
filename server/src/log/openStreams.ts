import { growingStream, liftFact, type GrowingStream } from '@liquamen/core'
import type { StoredFact } from './chain'

/** Streams that facts come to, folded as they grow, so that one more fact costs one; those that rested longest are let go first. */
export function createOpenStreams() {
  const streams = new Map<string, GrowingStream>() // the one used last stands last
  let count = 0
  return {
    get: (id: string): GrowingStream | undefined => streams.get(id),
    all: (): Iterable<GrowingStream> => streams.values(),
    add(id: string, facts: readonly StoredFact[]): GrowingStream {
      const stream = streams.get(id) ?? growingStream(id)
      streams.delete(id)
      streams.set(id, stream)
      count -= stream.facts.length
      stream.merge(facts.map(liftFact)) // the log keeps every fact as it came; a fold knows the newest form
      count += stream.facts.length
      return stream
    },
    /** Makes room until no more than so many facts are held. @returns what was let go, by its id */
    trim(most: number): Map<string, GrowingStream> {
      const gone = new Map<string, GrowingStream>()
      for (const [id, stream] of streams) {
        if (count <= most) break
        streams.delete(id)
        count -= stream.facts.length
        gone.set(id, stream)
      }
      return gone
    },
    clear(): void {
      streams.clear()
      count = 0
    },
  }
}
/** So many facts may be held of a kitchen: some 60 MB. */
export const MOST_FACTS_HELD = 60_000
