import { MOST_FACTS_PER_POST, type Problem } from '@liquamen/contracts'
import type { Fact } from '@liquamen/core'
import type { api } from './api'
import { Refusal } from './api'
import { envelopeOf, type LocalStore, type Refused } from './localStore'

/** What a round of sending did. */
export interface DrainRound {
  readonly settled: readonly Fact[]
  readonly refused: readonly Refused[]
  readonly serverNowMs?: number
}

/** A fact that the server passed over: a person must see it. */
const UNANSWERED: Problem = {
  type: 'about:blank',
  title: 'The server gave no answer for this entry.',
  status: 502,
  code: 'strangeAnswer',
}

/**
 * Sends the oldest entries of the queue, once, in order. A refused one goes to the tray and does not hold up those behind it.
 *
 * @returns undefined where the queue is empty
 * @throws OutOfReach where the server cannot be reached: everything is still in the queue
 */
export async function drainOnce(
  store: LocalStore,
  server: Pick<typeof api, 'postFacts' | 'putGuestDetails'>,
): Promise<DrainRound | undefined> {
  const oldest = await store.oldest(MOST_FACTS_PER_POST)
  const first = oldest[0]
  if (!first) return undefined
  if (first.entry.type === 'details') {
    const { details } = first.entry
    const refused = await server.putGuestDetails(details).then(
      (): Refused[] => [],
      (error: unknown): Refused[] => {
        if (!(error instanceof Refusal)) throw error
        return [{ id: details.id, details, problem: error.problem }] // an allergy is never dropped: a person must see it
      },
    )
    await store.settle([first.key], [], refused)
    return { settled: [], refused }
  }
  const until = oldest.findIndex(({ entry }) => entry.type === 'details')
  const batch = (until < 0 ? oldest : oldest.slice(0, until)).flatMap(({ key, entry }) =>
    entry.type === 'fact' ? [{ key, fact: entry.fact }] : [],
  )
  const answer = await server.postFacts(batch.map(({ fact }) => envelopeOf(fact)))
  const settled: Fact[] = []
  const refused: Refused[] = []
  batch.forEach(({ fact }, i) => {
    const result = answer.results[i]
    if (result && result.status !== 'refused')
      settled.push({
        ...fact,
        ...(result.seq === undefined ? {} : { seq: result.seq }),
        ...(result.atMs === undefined ? {} : { atMs: result.atMs }),
      } as Fact)
    else refused.push({ id: fact.id, fact, problem: result?.problem ?? UNANSWERED })
  })
  await store.settle(
    batch.map(({ key }) => key),
    settled,
    refused,
  )
  return { settled, refused, serverNowMs: answer.serverNowMs }
}
