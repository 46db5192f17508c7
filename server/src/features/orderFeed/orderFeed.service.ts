import {
  problem,
  type FeedAnswer,
  type FeedCard,
  type FeedOrder,
  type feedPostSchema,
} from '@liquamen/contracts'
import {
  byStream,
  callsOf,
  compareFacts,
  foldService,
  kitchenGoods,
  liftFact,
  type Envelope,
  type Fact,
  type GuestBook,
  type GuestNeeds,
  type ServiceState,
  type TableOrder,
} from '@liquamen/core'
import { v5 as uuidv5 } from 'uuid'
import type { z } from 'zod'
import { readCatalog } from '../../catalog/catalog.repo'
import type { Database, Tx } from '../../db/database'
import { ProblemError } from '../../http/problemError'
import type { Sender } from '../../http/sender'
import { listOpenServices, readStreams } from '../../log/facts.repo'
import { putGuestDetails } from '../../log/guestDetails.repo'
import type { Entry, Intake } from '../../log/intake'
import { serverFact, type CommandedBy } from '../../log/serverFact'

const SPACE = '5a0c3a0f-96c1-4c77-8f3c-3a7b7f6f2a11'
/** A clock so far off is only the line's own delay. */
const CLOCK_SLACK_MS = 2000
type Result = FeedAnswer['results'][number]
type GuestDetails = Parameters<typeof putGuestDetails>[2]

/** What an order comes to in this kitchen. */
interface Read {
  readonly table: TableOrder
  readonly guests: readonly GuestDetails[]
}
/** One message, how far its clock is off, and the service that it is for. */
interface Message {
  readonly source: string
  readonly aheadMs: number
  readonly service: ServiceState
}

function read(order: FeedOrder, { source, aheadMs }: Message): Read {
  const guests: GuestDetails[] = []
  const plates = order.plates.map(({ dish, count, guest, egg, lessSalt, meatCoreC }, i) => {
    const plateId = `p${i + 1}`
    const isAsked = guest && (guest.allergies.length > 0 || guest.noLightlyCookedEgg || guest.note !== '')
    // the same said again is the same: what a cook decided of it stands
    const detailsId = isAsked
      ? uuidv5(`${source} ${order.ref} ${plateId} ${JSON.stringify(guest)}`, SPACE)
      : null
    if (isAsked) guests.push({ id: detailsId!, ...guest })
    return {
      plateId,
      dishId: dish,
      count,
      detailsId,
      ...(egg || lessSalt || meatCoreC !== undefined ? { wish: { egg, lessSalt, meatCoreC } } : {}),
    }
  })
  return {
    guests,
    table: {
      tableId: uuidv5(`${source} ${order.ref}`, SPACE),
      label: order.table,
      pickUpAtMs: Math.round(order.pickUpAtMs - aheadMs),
      plates,
      feed: { source, ref: order.ref, revision: order.revision },
    },
  }
}

/** Orders from the floor: each is taken once, in whatever order and however late they come. */
export function createOrderFeedService({
  database,
  clock,
  intake,
}: {
  readonly database: Database
  readonly clock: () => number
  readonly intake: Intake
}) {
  /** The open service about a moment, and of several the one whose guests sit down nearest to it. @throws ProblemError 409 `noService` */
  async function serviceAbout(tx: Tx, atMs: number): Promise<ServiceState> {
    const ids = await listOpenServices(tx)
    const streams = byStream<Fact>(await readStreams(tx, ids))
    const open = ids
      .map((id) => foldService(id, (streams.get(id) ?? []).map(liftFact).sort(compareFacts)))
      .filter((s) => s.status === 'open')
    const farMs = (s: ServiceState) =>
      Math.min(...s.sittings.map((sitting) => Math.abs(sitting.startsAtMs - atMs)), Infinity)
    const nearest = open.sort((a, b) => farMs(a) - farMs(b) || b.openedAtMs - a.openedAtMs)[0]
    if (!nearest)
      throw new ProblemError(problem(409, 'noService', 'No service is open: send it again once one is.'))
    return nearest
  }

  /** Takes one order of a message. @returns what became of it, and the facts that say so */
  function take(
    order: FeedOrder,
    message: Message,
    by: CommandedBy,
  ): { result: Result; facts: Envelope[]; read: Read } {
    const { service, source } = message
    const of = read(order, message)
    const before = service.tables.get(of.table.tableId)
    const isFired = Object.entries(service.calls).some(
      ([id, c]) => id.startsWith(of.table.tableId) && c.firedAtMs !== undefined,
    )
    const told = { ref: order.ref, revision: order.revision, isFired }
    const none = (status: Result['status'], more: Partial<Result> = {}) => ({
      result: { ...told, status, ...more },
      facts: [],
      read: of,
    })
    const known = before?.feed?.revision ?? -1
    if (order.revision < known) return none('older')
    if (order.revision === known) return none('known')
    const unknown = order.plates.find((p) => !service.dishes.some((d) => d.dish.id === p.dish))
    if (unknown)
      return none('refused', {
        code: 'unknownDish',
        message: `${unknown.dish} is on no card tonight.`,
      })
    const name = `${source} ${order.ref} ${order.revision}`
    const ordered = serverFact(by, name, 'table.ordered', { streamId: service.id, payload: of.table })
    if (order.state === 'ordered')
      return {
        result: { ...told, status: before ? 'changed' : 'taken' },
        facts: [ordered],
        read: of,
      }
    // a millisecond after it, so that no fold has them the other way round
    const cancelled = serverFact({ ...by, atMs: by.atMs + 1 }, name, 'table.cancelled', {
      streamId: service.id,
      payload: { tableId: of.table.tableId, reason: source },
    })
    return { result: { ...told, status: 'cancelled' }, facts: [ordered, cancelled], read: of }
  }

  /** The earliest at which all of a table's calls can go, where that is later than it asked. */
  function earliestOf({ table, guests }: Read, service: ServiceState, book: GuestBook): number | undefined {
    const nowMs = clock()
    const calls = callsOf({
      tables: [{ ...table, orderedAtMs: nowMs, decided: {} }],
      calls: {},
      dishes: service.dishes,
      guests: new Map<string, GuestNeeds>(guests.map((g) => [g.id, g])),
      book,
      nowMs,
    })
    const lateMs = Math.max(0, ...calls.map((c) => nowMs - c.fireAtMs))
    return lateMs > 0 ? table.pickUpAtMs + lateMs : undefined
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
        const catalog = await readCatalog(tx)
        const book = { formulas: catalog.formulas, ingredients: kitchenGoods(catalog) }
        // of one table's changes in one message the newest is the last word, whatever their order in it
        const inTurn = [...orders].sort((a, b) => a.revision - b.revision)
        for (const [i, order] of inTurn.entries()) {
          const by = { sender, atMs: nowMs + 2 * i }
          const { result, facts, read: of } = take(order, { source, aheadMs, service }, by)
          const earliestAtMs =
            result.status === 'taken' || result.status === 'changed'
              ? earliestOf(of, service, book)
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
/** The service with one more table, so that the next of the message knows of it. */
const withTable = (service: ServiceState, table: TableOrder, isCancelled: boolean): ServiceState => ({
  ...service,
  tables: new Map([
    ...service.tables,
    [
      table.tableId,
      {
        ...table,
        orderedAtMs: service.lastAtMs,
        decided: service.tables.get(table.tableId)?.decided ?? {},
        ...(isCancelled ? { cancelledReason: '' } : {}),
      },
    ],
  ]),
})
export type OrderFeedService = ReturnType<typeof createOrderFeedService>
