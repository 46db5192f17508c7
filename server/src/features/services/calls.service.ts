import {
  problem,
  type CallAnswer,
  type CallsFile,
  type FireCall,
  type TakeBackCall,
} from '@liquamen/contracts'
import {
  compareFacts,
  foldBatch,
  isDrawable,
  liftFact,
  serviceCalls,
  viewBatch,
  type Envelope,
} from '@liquamen/core'
import { readCatalog } from '../../catalog/catalog.repo'
import type { Tx } from '../../db/database'
import { ProblemError } from '../../http/problemError'
import type { Sender } from '../../http/sender'
import type { Recorder } from '../../log/intake'
import { readStreams } from '../../log/facts.repo'
import { serverFact, type CommandedBy } from '../../log/serverFact'
import { callsFile } from './callsFile'
import { readGuestBook } from './guestBook'
import { openService, readService, type Streams } from './openService'

interface Decided {
  readonly answer: CallAnswer
  readonly fact?: Envelope
}
/** Whether a guest of a call must not have its sauce as it is, as far as anybody decided: no tablet is asked to be sure of it. */
async function isBarred(tx: Tx, { service }: Streams, callId: string): Promise<boolean> {
  const calls = serviceCalls(service, { ...(await readGuestBook(tx)), nowMs: service.lastAtMs })
  return calls.find((c) => c.callId === callId)?.bar !== undefined
}

/** Whether a batch is whole, within its clock and not empty at a moment: a tablet that was away may not know. */
async function mayBeDrawn(tx: Tx, batchId: string, atMs: number): Promise<boolean> {
  const facts = (await readStreams(tx, [batchId])).map(liftFact).sort(compareFacts)
  const view = viewBatch(foldBatch(batchId, facts), await readCatalog(tx), atMs)
  return view !== undefined && isDrawable(view)
}

/** Which tablet fires a call: only one may, and all are told. */
export function createCallsService({ database, clock, intake }: Recorder) {
  /** How often a call was fired so far: fired, taken back and fired again are three different facts. */
  const timesFired = ({ factsOf, service }: Streams, callId: string) =>
    factsOf(service.id).filter((f) => f.kind === 'call.fired' && f.payload.callId === callId).length

  /** Decides in the locked kitchen, and makes the fact of it where there is one. */
  async function decide(
    sender: Sender,
    serviceId: string,
    how: (streams: Streams, by: CommandedBy, tx: Tx) => Decided | Promise<Decided>,
  ): Promise<CallAnswer> {
    const { kitchenId } = sender
    return database.inLockedKitchen(kitchenId, async (tx, head) => {
      const atMs = clock()
      const { answer, fact } = await how(await openService(tx, serviceId), { sender, atMs }, tx)
      if (fact)
        await intake({ tx, kitchenId, head }, [{ envelope: fact, settled: { atMs, receivedAtMs: atMs } }])
      return answer
    })
  }

  return {
    /** Orders and calls of a service, open or closed. @throws ProblemError 404 `unknownService` */
    file: (kitchenId: string, serviceId: string): Promise<CallsFile> =>
      database.inKitchen(kitchenId, async (tx) => {
        const { service } = await readService(tx, serviceId)
        return callsFile(service, { ...(await readGuestBook(tx)), nowMs: clock() })
      }),
    /** Fires a call. Fired already, it answers since when, and nothing is fired twice. @throws ProblemError 404 `unknownTable`, 409 `tableCancelled`, 409 `guestNotDecided`, 409 `notDrawable` and as `openService` */
    fire: (sender: Sender, serviceId: string, { crewId: _said, ...ask }: FireCall) =>
      decide(sender, serviceId, async (streams, by, tx) => {
        const { tables, calls } = streams.service
        const table = tables.get(ask.tableId)
        if (!table) throw new ProblemError(problem(404, 'unknownTable', 'This table has not ordered.'))
        if (table.cancelledReason !== undefined)
          throw new ProblemError(problem(409, 'tableCancelled', 'This table has cancelled.'))
        const firedAtMs = calls[ask.callId]?.firedAtMs
        if (firedAtMs !== undefined) return { answer: { firedAtMs, isNew: false } }
        if (table.plates.some((p) => p.detailsId !== null) && (await isBarred(tx, streams, ask.callId)))
          throw new ProblemError(
            problem(
              409,
              'guestNotDecided',
              'Its guest must not have this sauce as it is: decide how they are served first.',
            ),
          )
        if (ask.fromBatchId !== null && !(await mayBeDrawn(tx, ask.fromBatchId, by.atMs)))
          throw new ProblemError(
            problem(
              409,
              'notDrawable',
              'What it would be drawn from is broken, past its clock or empty: look for another.',
            ),
          )
        const fact = serverFact(
          by,
          `${serviceId} ${ask.callId} ${timesFired(streams, ask.callId)}`,
          'call.fired',
          { streamId: serviceId, payload: ask },
        )
        return { answer: { firedAtMs: by.atMs, isNew: true }, fact }
      }),
    /** Takes a firing back. Not fired, nothing changes. @throws ProblemError as `openService` */
    takeBack: (sender: Sender, serviceId: string, { callId }: TakeBackCall) =>
      decide(sender, serviceId, (streams, by) => {
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
