import type { Fact } from '../facts/fact'
import { KINDS } from '../facts/kinds/kinds'
import type { Put } from './followPlan'

/** A record that is kept nowhere: the facts of one batch that a made-up cook puts there, in order. */
export interface RehearsalRecord {
  readonly facts: Fact[]
  readonly put: Put
}

/** An empty record of a batch. */
export function rehearsalRecord(batchId: string): RehearsalRecord {
  const facts: Fact[] = []
  const put: Put = (kind, atMs, payload) => {
    const fact = {
      id: `00000000-0000-7000-8000-${String(facts.length).padStart(12, '0')}`,
      kitchenId: 'k',
      streamKind: 'batch',
      streamId: batchId,
      kind,
      v: KINDS[kind].v,
      deviceId: 'd',
      deviceSeq: facts.length,
      deviceAtMs: atMs,
      clockOffsetMs: 0,
      actor: { deviceId: 'd' },
      payload,
      atMs,
    } as unknown as Fact
    facts.push(fact)
    return fact
  }
  return { facts, put }
}
