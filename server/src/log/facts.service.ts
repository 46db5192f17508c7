import { problem, readFact, type PostFactsAnswer, type Problem, type ReadFact } from '@liquamen/contracts'
import { foldTime, KINDS, type Envelope, type Fact } from '@liquamen/core'
import type { SignOns } from '../crew/signOns'
import type { Database } from '../db/database'
import { forbidden, mayNot } from '../http/may'
import type { Sender } from '../http/sender'
import type { StoredFact } from './chain'
import { doingsOf } from './factRights'
import { readAfter, readCurrent, readHead } from './facts.repo'
import { isTakenId, type Entry, type Intake, type Result } from './intake'
import { createTurns } from './turns'

const PAGE = 1000
const LONGEST_TOKEN = 100
const idOf = (input: unknown): string =>
  typeof input === 'object' && input !== null && 'id' in input && typeof input.id === 'string' ? input.id : ''

/** A fact that may be stored, by whom it was made; or why not. */
type Judged =
  | { readonly ok: true; readonly envelope: Envelope; readonly isNameless: boolean }
  | { readonly ok: false; readonly problem: Problem }

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
  if (KINDS[kind].madeBy === 'server')
    return {
      ok: false,
      problem: problem(403, 'serverOnly', `Only the server may say that: ${kind}. Ask it by its command.`),
    }
  return fact
}

/** A fact as it was sent: what its device made, and the token that proves who stood there. */
function takenApart(input: unknown): { readonly fact: unknown; readonly token: string | undefined } {
  if (typeof input !== 'object' || input === null || !('signOn' in input))
    return { fact: input, token: undefined }
  const { signOn, ...fact } = input
  return { fact, token: typeof signOn === 'string' ? signOn.slice(0, LONGEST_TOKEN) : undefined }
}

/** Facts in and out of a kitchen. */
export function createFactsService({
  database,
  clock,
  intake,
  signOns,
  tell = () => undefined,
}: {
  readonly database: Database
  readonly clock: () => number
  readonly intake: Intake
  /** Proves whose a fact is. */
  readonly signOns: Pick<SignOns, 'personAt' | 'isClaimed'>
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
  /** Facts by whom they were really made, each judged by what that one may do. */
  async function judge(sender: Sender, inputs: readonly unknown[]): Promise<Judged[]> {
    const apart = inputs.map(takenApart)
    const read = apart.map(({ fact }) => readSent(sender, fact))
    const good = read.flatMap((fact) => (fact.ok ? [fact.envelope] : []))
    const doings = await doingsOf(database, sender.kitchenId, good)
    const doingOf = new Map(good.map((envelope, i) => [envelope, doings[i]!]))
    return Promise.all(
      read.map(async (fact, i): Promise<Judged> => {
        if (!fact.ok) return fact
        const { envelope } = fact
        const token = apart[i]?.token
        const person = token && (await signOns.personAt(sender, token, foldTime(envelope).atMs))
        const by = person ? { ...sender, person } : sender
        const doing = doingOf.get(envelope)!
        const why = await mayNot(signOns, by, doing)
        if (why) return { ok: false, problem: forbidden(why, doing, by) }
        const { deviceId } = sender
        const { crewId } = by.person ?? {}
        return {
          ok: true,
          isNameless: envelope.actor.crewId !== undefined && crewId === undefined,
          envelope: { ...envelope, actor: crewId === undefined ? { deviceId } : { deviceId, crewId } },
        }
      }),
    )
  }
  return {
    /** Stores what can be stored, refuses the rest one by one; nothing of a request is lost to a bad neighbour. */
    async post(sender: Sender, inputs: readonly unknown[]): Promise<PostFactsAnswer> {
      const receivedAtMs = clock()
      const read = await judge({ ...sender, person: undefined }, inputs) // each fact brings its own proof
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
            ? { ...(stored[next++] as Result), ...(fact.isNameless ? { isNameless: true } : {}) }
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
