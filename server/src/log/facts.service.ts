import { problem, readFact, type PostFactsAnswer, type ReadFact } from '@liquamen/contracts'
import { foldTime, KINDS, liftFact, type Envelope, type Fact } from '@liquamen/core'
import type { Database, Tx } from '../db/database'
import type { Sender } from '../http/sender'
import { canonicalEnvelope, chainLink, type StoredFact } from './chain'
import {
  appendFacts,
  findFacts,
  lockKitchen,
  readAfter,
  readCurrent,
  readHead,
  streamKinds,
} from './facts.repo'
import { refreshReadModels } from './readModels'

type Result = PostFactsAnswer['results'][number]
const PAGE = 1000
const idOf = (input: unknown): string =>
  typeof input === 'object' && input !== null && 'id' in input && typeof input.id === 'string' ? input.id : ''

/** Appends envelopes in their order, each once; answers one by one. Must run inside the kitchen's transaction. */
export async function intake(
  tx: Tx,
  kitchenId: string,
  envelopes: readonly Envelope[],
  settle: (envelope: Envelope) => Pick<StoredFact, 'atMs' | 'receivedAtMs' | 'clockFlag'>,
): Promise<Result[]> {
  const kitchen = await lockKitchen(tx, kitchenId)
  if (!kitchen)
    return envelopes.map(({ id }) => ({
      id,
      status: 'refused',
      problem: problem(404, 'unknownKitchen', 'This kitchen is not known here.'),
    }))
  const known = new Map(
    (
      await findFacts(
        tx,
        envelopes.map((e) => e.id),
      )
    ).map((fact) => [fact.id, fact]),
  )
  const kinds = await streamKinds(
    tx,
    envelopes.map((e) => e.streamId),
  )
  const fresh: StoredFact[] = []
  let { lastSeq: seq, chainHead: chain } = kitchen
  const results = envelopes.map((envelope): Result => {
    const before = known.get(envelope.id)
    if (before) {
      if (canonicalEnvelope(liftFact(before) as Envelope) === canonicalEnvelope(envelope))
        return { id: envelope.id, status: 'known', seq: before.seq, atMs: before.atMs }
      return {
        id: envelope.id,
        status: 'refused',
        problem: problem(409, 'idTaken', 'Another entry already has this id.'),
      }
    }
    const kind = kinds.get(envelope.streamId) ?? envelope.streamKind
    if (kind !== envelope.streamKind)
      return {
        id: envelope.id,
        status: 'refused',
        problem: problem(
          409,
          'otherStream',
          `What this entry belongs to is a ${kind}, not a ${envelope.streamKind}.`,
        ),
      }
    kinds.set(envelope.streamId, kind)
    const unlinked = { ...envelope, ...settle(envelope), seq: ++seq } as Omit<StoredFact, 'chain'>
    chain = chainLink(chain, unlinked)
    const fact = { ...unlinked, chain } as StoredFact
    fresh.push(fact)
    known.set(fact.id, fact)
    return { id: fact.id, status: 'stored', seq, atMs: fact.atMs }
  })
  await appendFacts(tx, kitchenId, fresh)
  await refreshReadModels(tx, kitchenId, [...new Set(fresh.map((fact) => fact.streamId))])
  return results
}

/** A fact as its sender may post it: its own, of its kitchen, and of a kind that is not the server's word alone. */
function readSent(sender: Sender, input: unknown): ReadFact {
  const fact = readFact(input)
  if (!fact.ok) return fact
  const { deviceId, kitchenId, kind } = fact.envelope
  if (deviceId !== sender.deviceId || kitchenId !== sender.kitchenId)
    return {
      ok: false,
      problem: problem(403, 'notYourDevice', 'This entry was made by another device or for another kitchen.'),
    }
  if (KINDS[kind].mayPost === 'server')
    return {
      ok: false,
      problem: problem(403, 'serverOnly', `Only the server may say that: ${kind}. Ask it by its command.`),
    }
  return fact
}

/** Facts in and out of a kitchen. */
export function createFactsService({
  database,
  clock,
}: {
  readonly database: Database
  readonly clock: () => number
}) {
  return {
    /** Stores what can be stored, refuses the rest one by one; nothing of a request is lost to a bad neighbour. */
    async post(sender: Sender, inputs: readonly unknown[]): Promise<PostFactsAnswer> {
      const receivedAtMs = clock()
      const read = inputs.map((input) => readSent(sender, input))
      const good = read.flatMap((fact) => (fact.ok ? [fact.envelope] : []))
      const stored = good.length
        ? await database.inKitchen(sender.kitchenId, (tx) =>
            intake(tx, sender.kitchenId, good, (envelope) => ({
              ...foldTime(envelope, receivedAtMs),
              receivedAtMs,
            })),
          )
        : []
      let next = 0
      return {
        serverNowMs: clock(),
        results: read.map((fact, i) =>
          fact.ok
            ? (stored[next++] as Result)
            : { id: idOf(inputs[i]), status: 'refused', problem: fact.problem },
        ),
      }
    },
    /** A page of facts after a number. */
    async after(
      kitchenId: string,
      seq: number,
    ): Promise<{ facts: Fact[]; headSeq: number; hasMore: boolean }> {
      return database.inKitchen(kitchenId, async (tx) => {
        const head = await readHead(tx, kitchenId)
        const facts = await readAfter(tx, seq, PAGE)
        return { facts, headSeq: head.lastSeq, hasMore: facts.length === PAGE }
      })
    },
    /** What is on the stove, and the number from which to follow. */
    async current(
      kitchenId: string,
      sinceMs: number,
    ): Promise<{ facts: Fact[]; headSeq: number; hasMore: boolean }> {
      return database.inKitchen(kitchenId, async (tx) => {
        const head = await readHead(tx, kitchenId) // before the facts: one that comes between is then sent twice, not never
        return { facts: await readCurrent(tx, sinceMs), headSeq: head.lastSeq, hasMore: false }
      })
    },
  }
}
export type FactsService = ReturnType<typeof createFactsService>
