import { problem, type PublishPlan, type PublishPlanAnswer } from '@liquamen/contracts'
import { foldBatch, foldOrder, type Payloads } from '@liquamen/core'
import { isDeepStrictEqual } from 'node:util'
import { ProblemError } from '../../http/problemError'
import type { Author } from '../../http/sender'
import type { Recorder } from '../../log/intake'
import { serverFact } from '../../log/serverFact'
import { openService, readService } from './openService'

/** Which plan of an evening stands: only one may. */
export function createServicesService({ database, clock, intake }: Recorder) {
  return {
    /** Who put the plan of a service in force that stands; undefined where none does. @throws ProblemError 404 `unknownService` */
    planStandsBy: (kitchenId: string, serviceId: string): Promise<Author | undefined> =>
      database.inKitchen(kitchenId, async (tx) => {
        const { factsOf, service } = await readService(tx, serviceId)
        const fact = factsOf(serviceId).findLast(
          (f) => f.kind === 'plan.published' && f.payload.number === service.plan?.number,
        )
        const { deviceId, actor } = fact ?? {}
        if (deviceId === undefined) return undefined
        return {
          deviceId,
          kitchenId,
          person: actor?.crewId === undefined ? undefined : { crewId: actor.crewId },
        }
      }),
    /**
     * Puts a plan in force: with it the batches that it plans stand on the stove, and those that it no longer has are off it. A batch that was begun
     * meanwhile stays as it is. Sent again it changes nothing.
     *
     * @throws ProblemError 404 `unknownService`, 409 `serviceClosed`, 409 `planMoved` where another plan came first
     */
    async publishPlan(sender: Author, serviceId: string, ask: PublishPlan): Promise<PublishPlanAnswer> {
      return database.inLockedKitchen(sender.kitchenId, async (tx, head) => {
        const { planned, takenOff, orders = [], ordersOff = [], crewId: _said, ...plan } = ask
        const batchIds = [...planned.map((p) => p.batchId), ...takenOff]
        const orderIds = [...orders.map((o) => o.orderId), ...ordersOff]
        const { service, factsOf } = await openService(tx, serviceId, [...batchIds, ...orderIds])
        const orderOf = (id: string) => foldOrder(id, factsOf(id)).status
        const by = { sender, atMs: clock() }
        const name = `${serviceId} ${ask.number}`
        const published = serverFact(by, name, 'plan.published', {
          streamId: serviceId,
          payload: plan as Payloads['plan.published'],
        })
        const statusOf = (id: string) => foldBatch(id, factsOf(id)).status
        const begun = (id: string) => !['planned', 'takenOff', 'unknown'].includes(statusOf(id))
        const inForce = service.plan?.number ?? 0
        // the same plan sent again: it stands already, with all that came with it
        const same = factsOf(serviceId).find((f) => f.id === published.id)
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
          ...orders
            .filter(({ orderId }) => orderOf(orderId) === 'unknown')
            .map(({ orderId, taken }) =>
              serverFact(by, `${name} ${orderId}`, 'order.taken', {
                streamId: orderId,
                payload: taken as Payloads['order.taken'],
              }),
            ),
          ...ordersOff
            .filter((orderId) => orderOf(orderId) === 'open')
            .map((orderId) =>
              serverFact(by, `${name} ${orderId}`, 'order.cancelled', {
                streamId: orderId,
                payload: { reason: '' },
              }),
            ),
          ...planned
            .filter(({ batchId }) => !begun(batchId))
            .map(({ batchId, planned: payload }) =>
              serverFact(by, `${name} ${batchId}`, 'batch.planned', {
                streamId: batchId,
                payload: payload as Payloads['batch.planned'],
              }),
            ),
          ...takenOff
            .filter((batchId) => statusOf(batchId) === 'planned')
            .map((batchId) =>
              serverFact(by, `${name} ${batchId}`, 'batch.takenOff', {
                streamId: batchId,
                payload: { reason: '' },
              }),
            ),
        ]
        const settled = { atMs: by.atMs, receivedAtMs: by.atMs }
        await intake(
          { tx, kitchenId: sender.kitchenId, head },
          envelopes.map((envelope) => ({ envelope, settled })),
        )
        return { number: ask.number, begun: batchIds.filter(begun) }
      })
    },
  }
}
export type ServicesService = ReturnType<typeof createServicesService>
