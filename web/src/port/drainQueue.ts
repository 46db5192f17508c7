import type { Problem } from '@liquamen/contracts'
import { MOST_FACTS_PER_POST, type Fact } from '@liquamen/core'
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

/** A refusal of what was sent itself: sent again it would be refused again. One of the sender, or of the hour, is not. */
const FINAL: readonly number[] = [400, 404, 409, 413, 415, 422]
const isFinal = (error: unknown): error is Refusal =>
  error instanceof Refusal && FINAL.includes(error.problem.status)

interface Waiting {
  readonly key: number
  readonly fact: Fact
  readonly signOn?: string | undefined
}
/** Posts as many of the first entries as are taken at once: what is too large is halved, down to one that goes to the tray by itself. */
async function postWhatFits(
  batch: readonly Waiting[],
  server: Pick<typeof api, 'postFacts'>,
): Promise<{ sent: readonly Waiting[]; answer: Awaited<ReturnType<typeof api.postFacts>> }> {
  for (let sent = batch; ; sent = sent.slice(0, Math.ceil(sent.length / 2)))
    try {
      return {
        sent,
        answer: await server.postFacts(
          sent.map(({ fact, signOn }) => ({ ...envelopeOf(fact), ...(signOn ? { signOn } : {}) })),
        ),
      }
    } catch (error) {
      if (!isFinal(error)) throw error
      const [only] = sent
      if (sent.length === 1 && only)
        return {
          sent,
          answer: {
            results: [{ id: only.fact.id, status: 'refused', problem: error.problem }],
            serverNowMs: only.fact.atMs,
          },
        }
    }
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
        if (!isFinal(error)) throw error
        return [{ id: details.id, details, problem: error.problem }] // an allergy is never dropped: a person must see it
      },
    )
    await store.settle([first.key], [], refused)
    return { settled: [], refused }
  }
  const until = oldest.findIndex(({ entry }) => entry.type === 'details')
  const batch = (until < 0 ? oldest : oldest.slice(0, until)).flatMap(({ key, entry }) =>
    entry.type === 'fact' ? [{ key, fact: entry.fact, signOn: entry.signOn }] : [],
  )
  const { sent, answer } = await postWhatFits(batch, server)
  const settled: Fact[] = []
  const refused: Refused[] = []
  sent.forEach(({ fact }, i) => {
    const result = answer.results[i]
    if (result && result.status !== 'refused')
      settled.push({
        ...fact,
        ...(result.isNameless ? { actor: { deviceId: fact.deviceId } } : {}),
        ...(result.seq === undefined ? {} : { seq: result.seq }),
        ...(result.atMs === undefined ? {} : { atMs: result.atMs }),
      } as Fact)
    else refused.push({ id: fact.id, fact, problem: result?.problem ?? UNANSWERED })
  })
  await store.settle(
    sent.map(({ key }) => key),
    settled,
    refused,
  )
  return { settled, refused, serverNowMs: answer.serverNowMs }
}
