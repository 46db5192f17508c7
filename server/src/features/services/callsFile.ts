import type { CallsFile } from '@liquamen/contracts'
import { serviceCalls, type PassKnown, type ServiceState } from '@liquamen/core'
import Papa from 'papaparse'

/** The orders and calls of a service as a file says them; what a guest must not have is not in it, only that somebody must not. */
export function callsFile(service: ServiceState, known: PassKnown): CallsFile {
  const nameOf = (formulaId: string) => known.book.formulas.find((f) => f.id === formulaId)?.name ?? formulaId
  const tables = [...service.tables.values()]
  const calls = serviceCalls(service, known)
  return {
    service: service.opened?.name ?? '',
    orders: tables.map((t) => ({
      tableId: t.tableId,
      table: t.label,
      orderedAtMs: t.orderedAtMs,
      pickUpAtMs: t.pickUpAtMs,
      isCancelled: t.cancelledReason !== undefined,
      source: t.feed?.source ?? '',
      ref: t.feed?.ref ?? '',
      revision: t.feed?.revision ?? 0,
      plates: t.plates.map((p) => ({
        dish: p.dishId,
        count: p.count,
        egg: p.wish?.egg ?? '',
        hasGuest: p.detailsId !== null,
      })),
    })),
    calls: calls.map((c) => ({
      callId: c.callId,
      table: c.label,
      sauce: nameOf(c.sauce.formulaId),
      dishes: [...new Set(c.plates.map((p) => p.dish.name))],
      plates: c.count,
      volumeMl: Math.round(c.ml),
      fireAtMs: c.fireAtMs,
      landsAtMs: c.landsAtMs,
      status: c.status,
      firedAtMs: c.firedAtMs ?? null,
      goneAtMs: service.calls[c.callId]?.goneAtMs ?? null,
      fromBatchId: c.fromBatchId ?? null,
      isForGuest: c.guestId !== undefined,
      isWithoutSauce: c.isWithout,
    })),
  }
}

const iso = (ms: number | null) => (ms === null ? '' : new Date(ms).toISOString())
/** Its calls as CSV, a line each. A cell that a spreadsheet would run as a formula is written as text. */
export const callsCsv = ({ calls }: CallsFile): string =>
  Papa.unparse(
    calls.map(({ fireAtMs, landsAtMs, firedAtMs, goneAtMs, dishes, ...call }) => ({
      ...call,
      dishes: dishes.join(' / '),
      fireAt: iso(fireAtMs),
      landsAt: iso(landsAtMs),
      firedAt: iso(firedAtMs),
      goneAt: iso(goneAtMs),
    })),
    { escapeFormulae: true, newline: '\r\n' },
  )
