import { problem, type FeedAnswer, type FeedCard, type feedPostSchema } from '@liquamen/contracts'
import type { ServiceState } from '@liquamen/core'
import type { z } from 'zod'
import type { Tx } from '../../db/database'
import { ProblemError } from '../../http/problemError'
import type { Sender } from '../../http/sender'
import { listOpenServices } from '../../log/facts.repo'
import { putGuestDetails } from '../../log/guestDetails.repo'
import type { Entry, Recorder } from '../../log/intake'
import { readGuestBook } from './guestBook'
import { readService } from './openService'
import { earliestOf, takeOrder, withTable, type Result } from './takeOrder'

/** A clock so far off is only the line's own delay. */
const CLOCK_SLACK_MS = 2000
/** Orders from the floor: each is taken once, in whatever order and however late they come. */
export function createOrderFeedService({ database, clock, intake }: Recorder) {
  /** The open service about a moment, and of several the one whose guests sit down nearest to it. @throws ProblemError 409 `noService` */
  async function serviceAbout(tx: Tx, atMs: number): Promise<ServiceState> {
    const ids = await listOpenServices(tx)
    const open: ServiceState[] = []
    for (const id of ids) open.push((await readService(tx, id)).service)
    const farMs = (s: ServiceState) =>
      Math.min(...s.sittings.map((sitting) => Math.abs(sitting.startsAtMs - atMs)), Infinity)
    const nearest = open.sort((a, b) => farMs(a) - farMs(b) || b.openedAtMs - a.openedAtMs)[0]
    if (!nearest)
      throw new ProblemError(problem(409, 'noService', 'No service is open: send it again once one is.'))
    return nearest
  }

  return {
    /** What may be sold tonight. @throws ProblemError 409 `noService` */
    card: (kitchenId: string): Promise<FeedCard> =>
      database.inKitchen(kitchenId, async (tx) => {
        const { opened, dishes, sittings } = await serviceAbout(tx, clock())
        return {
          service: opened?.name ?? '',
          dishes: dishes.map(({ dish, perCover, delayMin, offReason }) => ({
            id: dish.id,
            name: dish.name,
            perCover,
            delayMin,
            isOff: offReason !== undefined,
          })),
          sittings: sittings.map(({ name, startsAtMs, covers, spreadMin }) => ({
            name,
            startsAtMs,
            covers,
            spreadMin,
          })),
        }
      }),
    /** Takes what the floor sends; sent again it changes nothing. @throws ProblemError 409 `noService` */
    async post(
      sender: Sender,
      { source, sentAtMs, orders }: z.output<typeof feedPostSchema>,
    ): Promise<FeedAnswer> {
      const nowMs = clock()
      const offMs = sentAtMs - nowMs
      const aheadMs = Math.abs(offMs) > CLOCK_SLACK_MS ? offMs : 0
      return database.inLockedKitchen(sender.kitchenId, async (tx, head) => {
        const { kitchenId } = sender
        const results: Result[] = []
        const entries: Entry[] = []
        let service = await serviceAbout(tx, orders[0]!.pickUpAtMs - aheadMs)
        const { book, altitudeM } = await readGuestBook(tx)
        // of one table's changes in one message the newest is the last word, whatever their order in it
        const inTurn = [...orders].sort((a, b) => a.revision - b.revision)
        for (const [i, order] of inTurn.entries()) {
          const by = { sender, atMs: nowMs + 2 * i }
          const { result, facts, read: of } = takeOrder(order, { source, aheadMs, service }, by)
          const earliestAtMs =
            result.status === 'taken' || result.status === 'changed'
              ? earliestOf(of, service, { book, altitudeM, nowMs })
              : undefined
          results.push(earliestAtMs === undefined ? result : { ...result, earliestAtMs })
          if (facts.length === 0) continue
          for (const guest of of.guests) await putGuestDetails(tx, kitchenId, guest)
          for (const envelope of facts)
            entries.push({ envelope, settled: { atMs: envelope.deviceAtMs, receivedAtMs: nowMs } })
          service = withTable(service, of.table, order.state === 'cancelled')
        }
        if (entries.length) await intake({ tx, kitchenId, head }, entries)
        return { results }
      })
    },
  }
}
export type OrderFeedService = ReturnType<typeof createOrderFeedService>
