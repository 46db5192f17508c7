import { problem, readFact, type PostFactsAnswer, type ReadFact } from '@liquamen/contracts'
import { foldTime, KINDS, type Envelope, type Fact } from '@liquamen/core'
import type { Database } from '../db/database'
import type { Sender } from '../http/sender'
import type { StoredFact } from './chain'
import { readAfter, readCurrent, readHead } from './facts.repo'
import { isTakenId, type Entry, type Intake, type Result } from './intake'
import { createTurns } from './turns'

const PAGE = 1000
const idOf = (input: unknown): string =>
  typeof input === 'object' && input !== null && 'id' in input && typeof input.id === 'string' ? input.id : ''

/** A fact as its sender may post it: its own, of its kitchen, and of a kind that is not the server's word alone. */
function readSent(sender: Sender, input: unknown): ReadFact {
  const fact = readFact(input)
  if (!fact.ok) return fact
  const { deviceId, kitchenId, kind, streamKind, streamId } = fact.envelope
  if (deviceId !== sender.deviceId || kitchenId !== sender.kitchenId)
    return {
      ok: false,
      problem: problem(403, 'notYourDevice', 'This entry was made by another device or for another kitchen.'),
    }
  if (streamKind === 'kitchen' && streamId !== kitchenId)
    return {
      ok: false,
      problem: problem(422, 'wrongStream', 'What is said of the kitchen belongs to the kitchen itself.'),
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
  intake,
  tell = () => undefined,
}: {
  readonly database: Database
  readonly clock: () => number
  readonly intake: Intake
  /** Hears at once what was stored here. */
  readonly tell?: (kitchenId: string, stored: readonly StoredFact[]) => void
}) {
  const store = createTurns<Entry, Result>(async (kitchenId, entries) => {
    const take = (isDoubtful: boolean) =>
      database.inLockedKitchen(kitchenId, (tx, head) => intake({ tx, kitchenId, head }, entries, isDoubtful))
    const { results, stored } = await take(false).catch((error: unknown) => {
      if (isTakenId(error)) return take(true)
      throw error
    })
    tell(kitchenId, stored) // only what is committed
    return results
  })
  return {
    /** Stores what can be stored, refuses the rest one by one; nothing of a request is lost to a bad neighbour. */
    async post(sender: Sender, inputs: readonly unknown[]): Promise<PostFactsAnswer> {
      const receivedAtMs = clock()
      const read = inputs.map((input) => readSent(sender, input))
      const settle = (envelope: Envelope) => ({ ...foldTime(envelope, receivedAtMs), receivedAtMs })
      const good = read.flatMap((fact): Entry[] =>
        fact.ok ? [{ envelope: fact.envelope, settled: settle(fact.envelope) }] : [],
      )
      const stored = good.length ? await store(sender.kitchenId, good) : []
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
    /** The newest fact's number. */
    head: (kitchenId: string): Promise<number> =>
      database.inKitchen(kitchenId, async (tx) => (await readHead(tx, kitchenId)).lastSeq),
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
