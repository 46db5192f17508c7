import { byStream } from '@liquamen/core'
import type { Tx } from '../db/database'
import type { StoredFact } from './chain'
import type { Lines } from './lines.repo'
import { createOpenStreams, MOST_FACTS_HELD } from './openStreams'
import { foldStreams, linesOf, writeLines } from './readModels'

/**
 * Folds a whole record while it comes in, so that it need not be read again to say what it comes to. Of a record that is longer than there is room
 * for, the streams that rested longest are written and let go; those that go on after all are folded from the log at the end.
 */
export function foldAlong(kitchenId: string, most = MOST_FACTS_HELD) {
  const open = createOpenStreams()
  const letGo = new Set<string>()
  const late = new Set<string>()
  return {
    /** Takes facts in the order of the record. @returns what is to be written of streams that were let go */
    take(facts: readonly StoredFact[]): Lines {
      for (const [id, more] of byStream(facts)) {
        if (more[0]?.streamKind === 'kitchen') continue // it has no line: the catalogue folds it when it is read
        if (letGo.has(id)) late.add(id)
        else open.add(id, more)
      }
      const gone = open.trim(most)
      for (const id of gone.keys()) letGo.add(id)
      return linesOf(kitchenId, gone.values())
    },
    /** Writes what all the others have come to, once the record is in. */
    async end(tx: Tx): Promise<void> {
      writeLines(tx, linesOf(kitchenId, open.all()))
      await foldStreams(tx, kitchenId, [...late])
    },
  }
}
