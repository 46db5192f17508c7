import type { PastServicesAnswer } from '@liquamen/contracts'
import {
  byStream,
  compareFacts,
  foldService,
  liftFact,
  type Dish,
  type Envelope,
  type Fact,
  type PastService,
  type ServiceState,
} from '@liquamen/core'
import { v5 as uuidv5 } from 'uuid'
import { readCatalog } from '../../catalog/catalog.repo'
import type { Tx } from '../../db/database'
import type { Sender } from '../../http/sender'
import { listClosedServices, listOpenServices, readStreams } from '../../log/facts.repo'
import type { Recorder } from '../../log/intake'
import { serverFact } from '../../log/serverFact'
import { readPastCsv, type PastDay } from './pastCsv'

const SPACE = '0c7f2f0b-6a41-4f5e-9a3d-62f1b3b6d5a1'
/** As many evenings are looked back at. */
const MOST_PAST = 120
/** A file says the day only: the middle of it is that day in nearly every zone. */
const NOON_MS = 12 * 3600_000
const FROM_A_FILE = 'from a file'

/** Services with their state, by id. */
async function statesOf(tx: Tx, ids: readonly string[]): Promise<ServiceState[]> {
  const streams = byStream<Fact>((await readStreams(tx, ids)).map(liftFact))
  return ids.map((id) => foldService(id, (streams.get(id) ?? []).sort(compareFacts)))
}
/** Dishes that the house knows: its own, and those that were ever on a card. */
async function knownDishes(tx: Tx): Promise<Dish[]> {
  const ids = [...(await listClosedServices(tx, MOST_PAST)), ...(await listOpenServices(tx))]
  const offered = (await statesOf(tx, ids)).flatMap((s) => s.dishes.map((d) => d.dish))
  const { dishes = [] } = await readCatalog(tx)
  return [...new Map([...offered, ...dishes].map((d) => [d.id, d])).values()]
}

async function readPast(tx: Tx): Promise<PastService[]> {
  const ids = await listClosedServices(tx, MOST_PAST)
  return (await statesOf(tx, ids)).map((service): PastService => {
    const serviceId = service.id
    const plates: Record<string, number> = Object.fromEntries(service.dishes.map((d) => [d.dish.id, 0]))
    for (const table of service.tables.values())
      if (table.cancelledReason === undefined)
        for (const { dishId, count } of table.plates) plates[dishId] = (plates[dishId] ?? 0) + count
    const covers = service.sittings.reduce((sum, s) => sum + s.covers, 0)
    const atMs = service.sittings[0]?.startsAtMs ?? service.openedAtMs
    return { serviceId, name: service.opened?.name ?? '', atMs, covers, plates }
  })
}

/** Evenings that are over: what the next one's forecast learns from, on record or from a file. */
export function createPastService({ database, clock, intake }: Recorder) {
  return {
    list: (kitchenId: string): Promise<PastService[]> => database.inKitchen(kitchenId, readPast),
    /** Puts evenings of a file on record, each as one that is closed; a day that is there already stays as it is. With a bad line nothing is written. */
    async read(sender: Sender, csv: string): Promise<PastServicesAnswer> {
      return database.inLockedKitchen(sender.kitchenId, async (tx, head) => {
        const { settings } = await readCatalog(tx)
        const dishes = await knownDishes(tx)
        const { days, bad } = readPastCsv(csv, dishes)
        if (bad.length) return { added: 0, known: 0, bad: [...bad] }
        const idOf = ({ date }: PastDay) => uuidv5(`${sender.kitchenId} ${date}`, SPACE)
        const there = new Set((await readStreams(tx, days.map(idOf))).map((f) => f.streamId))
        const news = days.filter((day) => !there.has(idOf(day)))
        const factsOf = (day: PastDay): Envelope[] => {
          const streamId = idOf(day)
          const atMs = Date.parse(day.date) + NOON_MS
          const by = { sender, atMs }
          const asked = [...day.plates].filter(([, count]) => count > 0)
          return [
            serverFact(by, streamId, 'service.opened', {
              streamId,
              payload: { name: FROM_A_FILE, timeZone: settings.timeZone },
            }),
            serverFact(by, streamId, 'sitting.set', {
              streamId,
              payload: {
                sittingId: 'sitting1',
                name: FROM_A_FILE,
                startsAtMs: atMs,
                covers: day.covers,
                basis: 'booked',
                spreadMin: 0,
              },
            }),
            ...[...day.plates].map(([dishId, count]) =>
              serverFact(by, `${streamId} ${dishId}`, 'dish.offered', {
                streamId,
                payload: {
                  dish: dishes.find((d) => d.id === dishId)!,
                  perCover: count / day.covers,
                  delayMin: 0,
                },
              }),
            ),
            ...(asked.length
              ? [
                  serverFact(by, streamId, 'table.ordered', {
                    streamId,
                    payload: {
                      tableId: streamId,
                      label: FROM_A_FILE,
                      pickUpAtMs: atMs,
                      plates: asked.map(([dishId, count]) => ({
                        plateId: dishId,
                        dishId,
                        count,
                        detailsId: null,
                      })),
                    },
                  }),
                ]
              : []),
            serverFact(by, streamId, 'service.closed', { streamId, payload: { note: FROM_A_FILE } }),
          ]
        }
        const receivedAtMs = clock()
        await intake(
          { tx, kitchenId: sender.kitchenId, head },
          news.flatMap(factsOf).map((envelope) => ({
            envelope,
            settled: { atMs: envelope.deviceAtMs, receivedAtMs },
          })),
        )
        return { added: news.length, known: days.length - news.length, bad: [] }
      })
    },
  }
}
export type PastServices = ReturnType<typeof createPastService>
