import {
  airPressureKPa,
  allDayOf,
  callsOf,
  drawFrom,
  handsAhead,
  restartOf,
  saucesFor,
  waterBoilingPointC,
  type BatchState,
  type Call,
  type Formula,
  type GuestBook,
  type GuestSauce,
  type Restart,
  type Source,
} from '@liquamen/core'
import { computed } from 'vue'
import { useKitchenViews } from '../port/useKitchenViews'
import { useService } from '../service/useService'
import { orderIdOf } from './orderIdOf'

/** Something due at the stove takes a pair of hands for so long, ms [A]. */
const AT_THE_STOVE_MS = 30_000

/** The evening's calls as they stand now: where each is drawn from, what of it is made, what would serve its guest. */
export function useCalls() {
  const { kitchen, catalog, current, nowMs } = useKitchenViews()
  const { service } = useService()
  const book = computed<GuestBook>(() => ({
    formulas: (catalog.value?.formulas ?? []) as readonly Formula[],
    ingredients: kitchen.ingredients,
  }))
  const calls = computed<Call[]>(() =>
    service.value && catalog.value
      ? callsOf({
          tables: [...service.value.tables.values()],
          calls: service.value.calls,
          dishes: service.value.dishes,
          guests: kitchen.details,
          book: book.value,
          nowMs: nowMs.value,
          boilsAtC: waterBoilingPointC(airPressureKPa(catalog.value.settings.altitudeM)),
        })
      : [],
  )
  const open = computed(() => calls.value.filter((c) => c.status !== 'gone'))
  const allDay = computed(() => allDayOf(calls.value))
  const people = computed(
    () => service.value?.people.filter((p) => p.fromAtMs <= nowMs.value).at(-1)?.count ?? 1,
  )
  /** More hands than there are, in the next ten minutes: at the pass and at the stove. */
  const hands = computed(() =>
    handsAhead(calls.value, {
      people: people.value,
      nowMs: nowMs.value,
      others: current.value
        .flatMap((v) => v.deadlines)
        .filter((d) => d.atMs >= nowMs.value)
        .map(({ atMs }) => ({ fromMs: atMs, toMs: atMs + AT_THE_STOVE_MS, hands: 1 })),
    }),
  )
  /** Made for one order by itself: a guest's own, or a sauce that is made as it is called. */
  const isOwn = (state: BatchState) =>
    (state.planned?.shares ?? []).some((s) => kitchen.orders.get(s.orderId)?.taken?.detailsId != null)
  const isFor = (state: BatchState, call: Call) =>
    (state.planned?.shares ?? []).some((s) => s.orderId === orderIdOf(call.callId))
  /** A guest's own is drawn for that guest only, and nothing else is for them. */
  const sourceOf = (call: Call): Source | undefined =>
    drawFrom(
      call,
      current.value.filter((v) => (call.guestId ? isFor(v.state, call) : !isOwn(v.state))),
      calls.value,
    )
  /** Until when a sauce could be begun anew for those who wait for it, were its batch lost now. */
  function restartFor(key: string): Restart | undefined {
    const waiting = calls.value.filter((c) => c.sauceKey === key && !c.guestId)
    const first = waiting[0]
    const source = first && sourceOf(first)
    const state = source && kitchen.batches.get(source.batchId)
    return state && restartOf(state, waiting)
  }
  /** The batch that is made for a call by itself, while it is not ready. */
  const makingOf = (call: Call): string | undefined =>
    current.value.find((v) => isFor(v.state, call))?.state.id
  /** Sauces that would serve a call's guest. */
  function waysOf(call: Call): GuestSauce[] {
    const details = kitchen.details.get(call.guestId ?? '')
    if (!call.bar || !details || !service.value) return []
    const tonight = service.value.dishes.filter((d) => d.offReason === undefined).map((d) => d.dish)
    return saucesFor(call.sauce, details, tonight, book.value)
  }
  return {
    kitchen,
    service,
    book,
    calls,
    open,
    allDay,
    hands,
    restartFor,
    nowMs,
    sourceOf,
    waysOf,
    makingOf,
  }
}
export type Calls = ReturnType<typeof useCalls>
