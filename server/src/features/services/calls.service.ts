import { problem, type CallAnswer, type FireCall, type TakeBackCall } from '@liquamen/contracts'
import type { Envelope } from '@liquamen/core'
import type { Database } from '../../db/database'
import { ProblemError } from '../../http/problemError'
import type { Sender } from '../../http/sender'
import type { Intake } from '../../log/intake'
import { serverFact, type CommandedBy } from '../../log/serverFact'
import { openService, type Streams } from './openService'

/** Which tablet fires a call: only one may, and all are told. */
export function createCallsService({
  database,
  clock,
  intake,
}: {
  readonly database: Database
  readonly clock: () => number
  readonly intake: Intake
}) {
  /** How often a call was fired so far: fired, taken back and fired again are three different facts. */
  const timesFired = ({ factsOf, service }: Streams, callId: string) =>
    factsOf(service.id).filter((f) => f.kind === 'call.fired' && f.payload.callId === callId).length

  /** Decides in the locked kitchen, and makes the fact of it where there is one. */
  async function decide(
    by: Omit<CommandedBy, 'atMs'>,
    serviceId: string,
    how: (streams: Streams, by: CommandedBy) => { answer: CallAnswer; fact?: Envelope },
  ): Promise<CallAnswer> {
    const { kitchenId } = by.sender
    return database.inLockedKitchen(kitchenId, async (tx, head) => {
      const atMs = clock()
      const { answer, fact } = how(await openService(tx, serviceId), { ...by, atMs })
      if (fact)
        await intake({ tx, kitchenId, head }, [{ envelope: fact, settled: { atMs, receivedAtMs: atMs } }])
      return answer
    })
  }

  return {
    /** Fires a call. Fired already, it answers since when, and nothing is fired twice. @throws ProblemError 404 `unknownTable`, 409 `tableCancelled` and as `openService` */
    fire: (sender: Sender, serviceId: string, { crewId, ...ask }: FireCall) =>
      decide({ sender, crewId }, serviceId, (streams, by) => {
        const { tables, calls } = streams.service
        const table = tables.get(ask.tableId)
        if (!table) throw new ProblemError(problem(404, 'unknownTable', 'This table has not ordered.'))
        if (table.cancelledReason !== undefined)
          throw new ProblemError(problem(409, 'tableCancelled', 'This table has cancelled.'))
        const firedAtMs = calls[ask.callId]?.firedAtMs
        if (firedAtMs !== undefined) return { answer: { firedAtMs, isNew: false } }
        const fact = serverFact(
          by,
          `${serviceId} ${ask.callId} ${timesFired(streams, ask.callId)}`,
          'call.fired',
          { streamId: serviceId, payload: ask },
        )
        return { answer: { firedAtMs: by.atMs, isNew: true }, fact }
      }),
    /** Takes a firing back. Not fired, nothing changes. @throws ProblemError as `openService` */
    takeBack: (sender: Sender, serviceId: string, { crewId, callId }: TakeBackCall) =>
      decide({ sender, crewId }, serviceId, (streams, by) => {
        if (streams.service.calls[callId]?.firedAtMs === undefined)
          return { answer: { firedAtMs: null, isNew: false } }
        const fact = serverFact(
          by,
          `${serviceId} ${callId} ${timesFired(streams, callId)}`,
          'call.takenBack',
          { streamId: serviceId, payload: { callId } },
        )
        return { answer: { firedAtMs: null, isNew: true }, fact }
      }),
  }
}
export type CallsService = ReturnType<typeof createCallsService>
