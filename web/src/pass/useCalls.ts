import {
  allDayOf,
  drawFrom,
  handsAhead,
  readyFirst,
  isAhead,
  isBatchOfCall,
  otherSauces,
  restartOf,
  saucesFor,
  serviceCalls,
  type BatchState,
  type BatchView,
  type Call,
  type Formula,
  type GuestBook,
  type GuestSauce,
  type OtherSauce,
  type Restart,
  type Source,
} from '@liquamen/core'
import { computed } from 'vue'
import { useKitchenViews } from '../port/useKitchenViews'
import { useService } from '../service/useService'
import { orderIdOf } from '@liquamen/contracts/eveningIds'

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
      ? serviceCalls(service.value, {
          guests: kitchen.details,
          book: book.value,
          altitudeM: catalog.value.settings.altitudeM,
          nowMs: nowMs.value,
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
  const isFor = (state: BatchState, { callId }: Call) =>
    (state.planned?.shares ?? []).some((s) => s.orderId === orderIdOf(callId)) ||
    isBatchOfCall(state.planned?.service?.key, callId)
  /** A guest's own is drawn for that guest only, and nothing else is for them. */
  const drawableFor = (call: Call): BatchView[] =>
    current.value.filter((v) => (call.guestId ? isFor(v.state, call) : !isOwn(v.state)))
  const sourceOf = (call: Call): Source | undefined => drawFrom(call, drawableFor(call), calls.value)
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
  /** What must stand ready for the batch that is made for a call, before what cannot be stopped is begun. */
  function readyFor(call: Call): string[] {
    const view = current.value.find((v) => isFor(v.state, call))
    if (!view || view.stepStartedAtMs !== undefined) return []
    return readyFirst(view.formula, view.step).map((id) => kitchen.ingredients.get(id)?.name ?? id)
  }
  /** Sauces that would serve a call's guest. */
  function waysOf(call: Call): GuestSauce[] {
    const details = kitchen.details.get(call.guestId ?? '')
    if (!call.bar || !details) return []
    return saucesFor(call.sauce, details, tonight.value, book.value)
  }
  const tonight = computed(() =>
    (service.value?.dishes ?? []).filter((d) => d.offReason === undefined).map((d) => d.dish),
  )
  /** Sauces that stand ready in place of a call's own, where that is late or not there. */
  function othersOf(call: Call): OtherSauce[] {
    const source = sourceOf(call)
    const isLacking = call.status === 'late' || !source || source.shortPlates > 0
    if (!isAhead(call) || !isLacking) return []
    return otherSauces(call, {
      views: current.value.filter((v) => !isOwn(v.state)),
      calls: calls.value,
      tonight: tonight.value,
      guests: kitchen.details,
      book: book.value,
    })
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
    drawableFor,
    waysOf,
    othersOf,
    makingOf,
    readyFor,
  }
}
export type Calls = ReturnType<typeof useCalls>
