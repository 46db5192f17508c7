import type { FeedAnswer, FeedOrder } from '@liquamen/contracts'
import {
  earliestMs,
  serviceCalls,
  type Envelope,
  type PassKnown,
  type ServiceState,
  type TableOrder,
} from '@liquamen/core'
import { v5 as uuidv5 } from 'uuid'
import type { putGuestDetails } from '../../log/guestDetails.repo'
import { serverFact, type CommandedBy } from '../../log/serverFact'

const SPACE = '5a0c3a0f-96c1-4c77-8f3c-3a7b7f6f2a11'
export type Result = FeedAnswer['results'][number]
type GuestDetails = Parameters<typeof putGuestDetails>[2]

/** What an order comes to in this kitchen. */
export interface Read {
  readonly table: TableOrder
  readonly guests: readonly GuestDetails[]
}
/** One message, how far its clock is off, and the service that it is for. */
export interface Message {
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

/** Takes one order of a message. @returns what became of it, and the facts that say so */
export function takeOrder(
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
export function earliestOf(
  { table, guests }: Read,
  service: ServiceState,
  known: Omit<PassKnown, 'guests'>,
): number | undefined {
  const alone = {
    dishes: service.dishes,
    calls: {},
    tables: new Map([[table.tableId, { ...table, orderedAtMs: known.nowMs, decided: {} }]]),
  }
  const calls = serviceCalls(alone, { ...known, guests: new Map(guests.map((g) => [g.id, g])) })
  return earliestMs(calls, known.nowMs)
}

/** The service with one more table, so that the next of the message knows of it. */
export const withTable = (service: ServiceState, table: TableOrder, isCancelled: boolean): ServiceState => ({
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
