import { compareFacts, type Fact } from '../facts/fact'
import { foldLot, type LotState } from '../larder/foldLot'
import type { BatchState } from './batchState'
import { openFold, replaceFact, stateOf, takeNext, type BatchFold } from './foldBatch'
import { foldService, type ServiceState } from '../service/foldService'
import { foldOrder, type OrderState } from './foldOrder'

/** What a stream has come to, by its kind. */
export type StreamState =
  | { readonly of: 'batch'; readonly state: BatchState }
  | { readonly of: 'order'; readonly state: OrderState }
  | { readonly of: 'lot'; readonly state: LotState }
  | { readonly of: 'service'; readonly state: ServiceState }
  /** What it comes to is told by `foldKitchen`, which needs to know what the kitchen was. */
  | { readonly of: 'kitchen'; readonly state: { readonly id: string; readonly facts: readonly Fact[] } }

/** One stream as it grows; its fold is kept, so that one more fact costs one fact and not all of them. */
export interface GrowingStream {
  /** Its facts in fold order, each once. The list itself grows. */
  readonly facts: readonly Fact[]
  readonly find: (factId: string) => Fact | undefined
  /** Takes facts in their newest form, in any order, known ones too; the server's copy of a fact replaces the browser's own. */
  readonly merge: (more: readonly Fact[]) => void
  readonly drop: (factId: string) => void
  /** None while it has no facts. */
  readonly state: () => StreamState | undefined
}

const isChange = (fact: Fact) => fact.kind === 'fact.voided' || fact.kind === 'fact.corrected'
const isSameTime = (a: Fact, b: Fact) => a.atMs === b.atMs && a.clockFlag === b.clockFlag

/** A stream without facts. By law its state is the one that `foldBatch`, `foldOrder` or `foldLot` makes of `mergeFacts`. */
export function growingStream(id: string): GrowingStream {
  const facts: Fact[] = []
  const byId = new Map<string, Fact>()
  const aims = new Set<string>() // what corrections and takings-back name
  let fold: BatchFold | undefined // none: what came last changed what was folded before

  /** Puts the server's copy where the browser's own stood; answers whether the order of facts may have changed. */
  function replace(own: Fact, settled: Fact): boolean {
    byId.set(own.id, settled)
    facts[facts.lastIndexOf(own)] = settled
    const isSame = isSameTime(own, settled)
    if (!isSame || aims.has(own.id)) fold = undefined
    if (fold) replaceFact(fold, own, settled)
    return !isSame
  }
  function append(fact: Fact): void {
    facts.push(fact)
    byId.set(fact.id, fact)
    if (isChange(fact)) {
      aims.add((fact.payload as { factId: string }).factId)
      fold = undefined
    } else if (fold && (aims.has(fact.id) || !takeNext(fold, fact, facts))) fold = undefined
  }

  function merge(more: readonly Fact[]): void {
    let isSorted = true
    for (const fact of [...more].sort(compareFacts)) {
      const known = byId.get(fact.id)
      if (known) {
        if (known.seq === undefined && fact.seq !== undefined && replace(known, fact)) isSorted = false
        continue
      }
      const last = facts.at(-1)
      if (last && compareFacts(last, fact) > 0) {
        isSorted = false
        fold = undefined
      }
      append(fact)
    }
    if (!isSorted) facts.sort(compareFacts)
  }

  return {
    facts,
    find: (factId) => byId.get(factId),
    merge,
    drop(factId) {
      const at = facts.findIndex((fact) => fact.id === factId)
      if (at < 0) return
      facts.splice(at, 1)
      byId.delete(factId)
      fold = undefined
    },
    state() {
      const kind = facts[0]?.streamKind
      if (kind === undefined) return undefined
      if (kind === 'order') return { of: kind, state: foldOrder(id, facts) }
      if (kind === 'lot') return { of: kind, state: foldLot(id, facts) }
      if (kind === 'service') return { of: kind, state: foldService(id, facts) }
      if (kind === 'kitchen') return { of: kind, state: { id, facts: [...facts] } }
      fold ??= openFold(id, facts)
      return { of: kind, state: stateOf(fold) }
    },
  }
}
