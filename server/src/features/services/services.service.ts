import { problem, type PublishPlan, type PublishPlanAnswer } from '@liquamen/contracts'
import {
  byStream,
  compareFacts,
  foldBatch,
  foldService,
  KINDS,
  liftFact,
  streamOf,
  type Envelope,
  type Fact,
  type FactKind,
  type Payloads,
} from '@liquamen/core'
import { isDeepStrictEqual } from 'node:util'
import { v5 as uuidv5 } from 'uuid'
import type { Database } from '../../db/database'
import { ProblemError } from '../../http/problemError'
import type { Sender } from '../../http/sender'
import { readStreams } from '../../log/facts.repo'
import type { Intake } from '../../log/intake'

const SPACE = 'c1b0c6a2-1f0b-4a7e-9a53-6a5f1c7d2e90' // makes the same plan the same facts, however often it is sent

/** What of an evening only one may decide: its plan. */
export function createServicesService({
  database,
  clock,
  intake,
}: {
  readonly database: Database
  readonly clock: () => number
  readonly intake: Intake
}) {
  return {
    /**
     * Puts a plan in force: with it the batches that it plans stand on the stove, and those that it no longer has are off it. A batch that was begun
     * meanwhile stays as it is. Sent again it changes nothing.
     *
     * @throws ProblemError 404 `unknownService`, 409 `serviceClosed`, 409 `planMoved` where another plan came first
     */
    async publishPlan(sender: Sender, serviceId: string, ask: PublishPlan): Promise<PublishPlanAnswer> {
      const { kitchenId, deviceId } = sender
      return database.inLockedKitchen(kitchenId, async (tx, head) => {
        const batchIds = [...ask.planned.map((p) => p.batchId), ...ask.takenOff]
        const streams = byStream<Fact>(await readStreams(tx, [serviceId, ...batchIds]))
        const sorted = (id: string) => (streams.get(id) ?? []).map(liftFact).sort(compareFacts)
        const facts = sorted(serviceId)
        const service = foldService(serviceId, facts)
        if (!facts.length || service.status === 'unknown')
          throw new ProblemError(problem(404, 'unknownService', 'There is no such service.'))
        if (service.status === 'closed')
          throw new ProblemError(problem(409, 'serviceClosed', 'This service is closed.'))
        const envelope = <K extends FactKind>(
          kind: K,
          streamId: string,
          payload: Payloads[K],
        ): Envelope<K> => ({
          id: uuidv5(`${serviceId} ${ask.number} ${kind} ${streamId}`, SPACE),
          kitchenId,
          streamKind: streamOf(kind)!,
          streamId,
          kind,
          v: KINDS[kind].v,
          deviceId,
          deviceSeq: 0,
          deviceAtMs: clock(),
          clockOffsetMs: 0,
          actor: { deviceId, ...(ask.crewId ? { crewId: ask.crewId } : {}) },
          payload,
        })
        const { planned, takenOff, crewId: _, ...plan } = ask
        const published = envelope('plan.published', serviceId, plan as Payloads['plan.published'])
        const begun = (id: string) => !['planned', 'unknown'].includes(foldBatch(id, sorted(id)).status)
        const inForce = service.plan?.number ?? 0
        // the same plan sent again: it stands already, with all that came with it
        const same = facts.find((f) => f.id === published.id)
        if (same && inForce === ask.number && isDeepStrictEqual(same.payload, published.payload))
          return { number: inForce, begun: [] }
        if (ask.number !== inForce + 1)
          throw new ProblemError(
            problem(409, 'planMoved', `Plan ${inForce} is in force: this one was made from an older plan.`, {
              fields: [{ field: 'number', message: `The next plan is ${inForce + 1}.` }],
            }),
          )
        const envelopes = [
          published,
          ...planned
            .filter(({ batchId }) => !begun(batchId))
            .map(({ batchId, planned: payload }) =>
              envelope('batch.planned', batchId, payload as Payloads['batch.planned']),
            ),
          ...takenOff
            .filter((batchId) => foldBatch(batchId, sorted(batchId)).status === 'planned')
            .map((batchId) => envelope('batch.takenOff', batchId, { reason: '' })),
        ]
        const settled = { atMs: clock(), receivedAtMs: clock() }
        await intake(
          { tx, kitchenId, head },
          envelopes.map((one) => ({ envelope: one, settled })),
        )
        return { number: ask.number, begun: batchIds.filter(begun) }
      })
    },
  }
}
export type ServicesService = ReturnType<typeof createServicesService>
