import { byStream, growingStream, liftFact, type GrowingStream } from '@liquamen/core'
import type { Tx } from '../db/database'
import type { StoredFact } from './chain'
import type { Lines } from './lines.repo'
import { foldStreams, linesOf, writeLines } from './readModels'

const MOST_FACTS = 60_000 // some 60 MB, as many as a kitchen's kept streams may have

/**
 * Folds a whole record while it comes in, so that it need not be read again to say what it comes to. Of a record that is longer than there is room
 * for, the streams that rested longest are written and let go; those that go on after all are folded from the log at the end.
 */
export function foldAlong(kitchenId: string, most = MOST_FACTS) {
  const open = new Map<string, GrowingStream>() // the one that came last stands last
  const letGo = new Set<string>()
  const late = new Set<string>()
  let count = 0

  function makeRoom(): GrowingStream[] {
    const gone: GrowingStream[] = []
    for (const [id, stream] of open) {
      if (count <= most) break
      count -= stream.facts.length
      open.delete(id)
      letGo.add(id)
      gone.push(stream)
    }
    return gone
  }
  return {
    /** Takes facts in the order of the record. @returns what is to be written of streams that were let go */
    take(facts: readonly StoredFact[]): Lines {
      for (const [id, more] of byStream(facts)) {
        if (more[0]?.streamKind === 'kitchen') continue // it has no line: the catalogue folds it when it is read
        if (letGo.has(id)) {
          late.add(id)
          continue
        }
        const stream = open.get(id) ?? growingStream(id)
        open.delete(id)
        open.set(id, stream)
        stream.merge(more.map(liftFact)) // the log keeps every fact as it came; a fold knows the newest form
        count += more.length
      }
      return linesOf(kitchenId, makeRoom())
    },
    /** Writes what all the others have come to, once the record is in. */
    async end(tx: Tx): Promise<void> {
      writeLines(tx, linesOf(kitchenId, open.values()))
      await foldStreams(tx, kitchenId, [...late])
    },
  }
}
