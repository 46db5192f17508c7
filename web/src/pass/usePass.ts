import {
  airPressureKPa,
  allDayOf,
  callsOf,
  sauceKey,
  waterBoilingPointC,
  type Call,
  type TableOrder,
} from '@liquamen/core'
import { computed } from 'vue'
import { tapped } from '../port/tapped'
import { useKitchenViews } from '../port/useKitchenViews'
import { useService } from '../service/useService'

const MINUTE_MS = 60_000

/** Where a call's sauce is drawn from, and how many portions of it there are. */
export interface Source {
  readonly batchId: string
  readonly well?: string | undefined
  readonly ring?: number | undefined
  readonly portionsLeft: number
}

/** The evening's calls as they stand now, and what is done about them. */
export function usePass() {
  const { kitchen, catalog, current, nowMs } = useKitchenViews()
  const { service } = useService()
  const calls = computed<Call[]>(() =>
    service.value && catalog.value
      ? callsOf({
          tables: [...service.value.tables.values()],
          calls: service.value.calls,
          dishes: service.value.dishes.map((d) => d.dish),
          nowMs: nowMs.value,
          boilsAtC: waterBoilingPointC(airPressureKPa(catalog.value.settings.altitudeM)),
        })
      : [],
  )
  const open = computed(() => calls.value.filter((c) => c.status !== 'gone'))
  const allDay = computed(() => allDayOf(calls.value))
  /** The oldest that stands ready of a sauce: first in, first out. */
  function sourceOf(call: Call): Source | undefined {
    const ready = current.value
      .filter((v) => {
        const { planned } = v.state
        return (
          planned && sauceKey({ formulaId: planned.formulaId, choices: planned.choices }) === call.sauceKey
        )
      })
      .filter((v) => (v.hold ? v.hold.portionsLeft > 0 : v.step?.technique === 'serve'))
      .sort((a, b) => (a.state.startedAtMs ?? 0) - (b.state.startedAtMs ?? 0))
    const first = ready[0]
    if (!first) return undefined
    const portionsLeft = first.hold
      ? first.hold.portionsLeft
      : (first.state.plan?.portions ?? 0) - first.state.servedPortions
    return {
      batchId: first.state.id,
      portionsLeft,
      ...(first.well ? { well: first.well.letter } : { ring: first.ring.number }),
    }
  }
  const id = () => service.value?.id ?? ''
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
  /** Plates are gone: what was drawn for them is served from its batch. */
  const gone = (call: Call) =>
    tapped(async () => {
      const batch = kitchen.batches.get(call.fromBatchId ?? '')
      const formula = catalog.value?.formulas.find((f) => f.id === call.formulaId)
      const portions = formula ? Math.max(1, Math.round(call.ml / formula.portionMl)) : call.count
      const served =
        batch?.status === 'underWay'
          ? [
              {
                kind: 'portion.served' as const,
                streamId: batch.id,
                payload: { portions, orderId: null },
              },
            ]
          : []
      await kitchen.recordAll([
        { kind: 'call.gone', streamId: id(), payload: { callId: call.callId } },
        ...served,
      ])
    })
  const move = (tableId: string, byMin: number) => {
    const table = service.value?.tables.get(tableId)
    if (!table) return Promise.resolve(false)
    return tapped(() =>
      kitchen.record('table.moved', id(), { tableId, pickUpAtMs: table.pickUpAtMs + byMin * MINUTE_MS }),
    )
  }
  const order = (table: TableOrder) => tapped(() => kitchen.record('table.ordered', id(), table))
  return {
    kitchen,
    service,
    calls,
    open,
    allDay,
    nowMs,
    sourceOf,
    fire,
    takeBack,
    hold,
    release,
    gone,
    move,
    order,
  }
}
