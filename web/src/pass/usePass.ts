import { earliestMs, servedFrom, type Call, type PlatesDecided, type TableOrder } from '@liquamen/core'
import { tapped } from '../port/tapped'
import { orderIdOf } from '@liquamen/contracts/eveningIds'
import { useCalls, type Calls } from './useCalls'

const MINUTE_MS = 60_000

/** What is done about tables: taken, moved, cancelled. */
function tableActs({ kitchen, service, calls, nowMs }: Calls) {
  const id = () => service.value?.id ?? ''
  const move = (tableId: string, byMin: number) => {
    const table = service.value?.tables.get(tableId)
    if (!table) return Promise.resolve(false)
    return tapped(() =>
      kitchen.record('table.moved', id(), { tableId, pickUpAtMs: table.pickUpAtMs + byMin * MINUTE_MS }),
    )
  }
  /** All of a table goes as soon as it can. */
  const toEarliest = (tableId: string) => {
    const table = service.value?.tables.get(tableId)
    const pickUpAtMs = earliestMs(
      calls.value.filter((c) => c.tableId === tableId),
      nowMs.value,
    )
    if (!table || pickUpAtMs === undefined) return Promise.resolve(false)
    return tapped(() => kitchen.record('table.moved', id(), { tableId, pickUpAtMs }))
  }
  /** Its order is off. @returns the fact's id, to take it back by */
  async function cancel(tableId: string): Promise<string | undefined> {
    let factId: string | undefined
    const cancelling = async () =>
      (factId = await kitchen.record('table.cancelled', id(), { tableId, reason: '' }))
    return (await tapped(cancelling)) ? factId : undefined
  }
  const undoCancel = (factId: string) => tapped(() => kitchen.takeBack([factId], id(), ''))
  const order = (table: TableOrder) => tapped(() => kitchen.record('table.ordered', id(), table))
  return { move, toEarliest, cancel, undoCancel, order }
}

/** What is done about calls: decided, made by themselves, fired, held, gone. */
function callActs({ kitchen, service, book, nowMs, sourceOf, drawableFor }: Calls) {
  const id = () => service.value?.id ?? ''
  const decide = (call: Call, how: Pick<PlatesDecided, 'decision' | 'formulaId' | 'choices'>) =>
    tapped(() =>
      kitchen.recordAll(
        call.plates.map(({ plateId, detailsId }) => ({
          kind: 'plates.decided' as const,
          streamId: id(),
          payload: { tableId: call.tableId, plateId, detailsId, ...how },
        })),
      ),
    )
  /** Asks for a call's sauce by itself. @returns the order's id */
  async function make(call: Call): Promise<string | undefined> {
    const orderId = orderIdOf(call.callId)
    const formula = book.value.formulas.find((f) => f.id === call.sauce.formulaId)
    if (!formula) return undefined
    if (kitchen.orders.get(orderId)?.taken) return orderId
    const isTaken = await tapped(() =>
      kitchen.record('order.taken', orderId, {
        ...call.sauce,
        portions: Math.max(1, Math.ceil(call.ml / formula.portionMl)),
        pickupAtMs: Math.max(call.drawAtMs, nowMs.value),
        label: call.label,
        detailsId: call.guestId ?? null,
      }),
    )
    return isTaken ? orderId : undefined
  }
  /** Only one tablet fires a call: the server says which. */
  const fire = (call: Call) =>
    tapped(() =>
      kitchen.fireCall(id(), {
        callId: call.callId,
        tableId: call.tableId,
        plates: call.count,
        fromBatchId: sourceOf(call)?.batchId ?? null,
      }),
    )
  const takeBack = (call: Call) => tapped(() => kitchen.takeBackCall(id(), call.callId))
  const hold = (call: Call) => tapped(() => kitchen.record('call.held', id(), { callId: call.callId }))
  const release = (call: Call) => tapped(() => kitchen.record('call.released', id(), { callId: call.callId }))
  /** Plates are gone: what was drawn for them is served from its batch. Of a table that cancelled, it was not. */
  const gone = (call: Call) =>
    tapped(async () => {
      const formula = book.value.formulas.find((f) => f.id === call.sauce.formulaId)
      const portions = formula ? Math.max(1, Math.round(call.ml / formula.portionMl)) : call.count
      const served = servedFrom(call, portions, drawableFor(call)).map(([streamId, n]) => ({
        kind: 'portion.served' as const,
        streamId,
        payload: { portions: n, orderId: null },
      }))
      await kitchen.recordAll([
        { kind: 'call.gone', streamId: id(), payload: { callId: call.callId } },
        ...served,
      ])
    })
  return { decide, make, fire, takeBack, hold, release, gone }
}

/** The evening's calls as they stand now, and what is done about them. */
export function usePass() {
  const calls = useCalls()
  return { ...calls, ...tableActs(calls), ...callActs(calls) }
}
