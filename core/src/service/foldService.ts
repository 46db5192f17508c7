import type { Deviation } from '../facts/deviation'
import { effectiveFacts } from '../facts/effectiveFacts'
import { isOf, type Fact, type FactOf } from '../facts/fact'
import type { Payloads, ServiceKind } from '../facts/kinds/kinds'
import type { PlannedSitting } from '../facts/kinds/service'
import { platesKey, type CallState, type TableState } from '../pass/tables'
import type { Dish } from '../plate/dish'

/** A dish of the evening's card. */
export interface OfferedDish {
  readonly dish: Dish
  /** Plates of it that a guest takes on average. */
  readonly perCover: number
  /** How long after sitting down it is called, min. */
  readonly delayMin: number
  /** Why it is off; on the card where absent. */
  readonly offReason?: string | undefined
}
/** An evening as its facts tell it. */
export interface ServiceState {
  readonly id: string
  readonly status: 'open' | 'closed' | 'unknown'
  readonly opened?: Payloads['service.opened'] | undefined
  readonly openedAtMs: number
  /** In the order in which they sit down. */
  readonly sittings: readonly PlannedSitting[]
  /** In the order in which they came on the card. */
  readonly dishes: readonly OfferedDish[]
  readonly people: Payloads['line.planned']['people']
  /** Tables that ordered, by id, in the order in which they did. */
  readonly tables: ReadonlyMap<string, TableState>
  /** What became of calls, by id. */
  readonly calls: Readonly<Record<string, CallState>>
  /** When each thing of the mise en place was ready, by its id. */
  readonly ready: Readonly<Record<string, number>>
  /** The plan in force. */
  readonly plan?: Payloads['plan.published'] | undefined
  /** Since when it is. */
  readonly planAtMs?: number | undefined
  readonly lastAtMs: number
  readonly deviations: readonly Deviation[]
}

const NOT_FIRED = {
  firedAtMs: undefined,
  firedPlates: undefined,
  fromBatchId: undefined,
  firedBy: undefined,
  goneAtMs: undefined,
} as const
const withTable = (state: ServiceState, table: TableState): ServiceState => ({
  ...state,
  tables: new Map([...state.tables, [table.tableId, table]]),
})
const withCall = (state: ServiceState, callId: string, change: Partial<CallState>): ServiceState => ({
  ...state,
  calls: { ...state.calls, [callId]: { ...(state.calls[callId] ?? { isHeld: false }), ...change } },
})

function apply(state: ServiceState, fact: FactOf<ServiceKind>): ServiceState {
  switch (fact.kind) {
    case 'service.opened':
      return {
        ...state,
        status: state.status === 'closed' ? 'closed' : 'open',
        opened: fact.payload,
        openedAtMs: fact.atMs,
      }
    case 'sitting.set': {
      const sittings = state.sittings.filter((s) => s.sittingId !== fact.payload.sittingId)
      return {
        ...state,
        sittings: [...sittings, fact.payload].sort(
          (a, b) => a.startsAtMs - b.startsAtMs || (a.sittingId < b.sittingId ? -1 : 1),
        ),
      }
    }
    case 'sitting.removed':
      return { ...state, sittings: state.sittings.filter((s) => s.sittingId !== fact.payload.sittingId) }
    case 'dish.offered': {
      const { dish } = fact.payload
      const isKnown = state.dishes.some((d) => d.dish.id === dish.id)
      return {
        ...state,
        dishes: isKnown
          ? state.dishes.map((d) => (d.dish.id === dish.id ? fact.payload : d))
          : [...state.dishes, fact.payload],
      }
    }
    case 'dish.withdrawn': {
      const { dishId, reason } = fact.payload
      return {
        ...state,
        dishes: state.dishes.map((d) => (d.dish.id === dishId ? { ...d, offReason: reason } : d)),
      }
    }
    case 'line.planned':
      return { ...state, people: fact.payload.people }
    case 'plan.published': {
      // only one plan follows another: of two with one number the server has let only one in
      const isNewer = fact.payload.number > (state.plan?.number ?? 0)
      return isNewer ? { ...state, plan: fact.payload, planAtMs: fact.atMs } : state
    }
    case 'table.ordered': {
      const before = state.tables.get(fact.payload.tableId)
      const isOlder = (fact.payload.feed?.revision ?? 0) < (before?.feed?.revision ?? 0)
      // a feed that sends its backlog late does not undo what it said since
      return isOlder
        ? state
        : withTable(state, {
            ...fact.payload,
            orderedAtMs: before?.orderedAtMs ?? fact.atMs,
            decided: before?.decided ?? {},
          })
    }
    case 'table.moved': {
      const table = state.tables.get(fact.payload.tableId)
      return table ? withTable(state, { ...table, pickUpAtMs: fact.payload.pickUpAtMs }) : state
    }
    case 'plates.decided': {
      const table = state.tables.get(fact.payload.tableId)
      return table
        ? withTable(state, {
            ...table,
            decided: { ...table.decided, [platesKey(fact.payload)]: fact.payload },
          })
        : state
    }
    case 'table.cancelled': {
      const table = state.tables.get(fact.payload.tableId)
      return table ? withTable(state, { ...table, cancelledReason: fact.payload.reason }) : state
    }
    case 'call.held':
      return withCall(state, fact.payload.callId, { isHeld: true })
    case 'call.released':
      return withCall(state, fact.payload.callId, { isHeld: false })
    case 'call.fired': {
      const { callId, plates, fromBatchId } = fact.payload
      const fired = {
        isHeld: false,
        firedAtMs: fact.atMs,
        firedPlates: plates,
        fromBatchId,
        firedBy: fact.actor.crewId,
      }
      const timesFired = (state.calls[callId]?.timesFired ?? 0) + 1
      return withCall(state, callId, { timesFired, ...(timesFired > 0 ? fired : {}) })
    }
    case 'call.takenBack': {
      const { callId } = fact.payload
      const timesFired = (state.calls[callId]?.timesFired ?? 0) - 1
      return withCall(state, callId, { timesFired, ...(timesFired > 0 ? {} : NOT_FIRED) })
    }
    case 'call.gone':
      return withCall(state, fact.payload.callId, { goneAtMs: fact.atMs })
    case 'mise.ready':
      return { ...state, ready: { ...state.ready, [fact.payload.itemId]: fact.atMs } }
    case 'mise.undone': {
      const { [fact.payload.itemId]: _undone, ...ready } = state.ready
      return { ...state, ready }
    }
    case 'service.closed':
      return { ...state, status: 'closed' }
  }
}

/** The state of an evening from its facts in fold order. Never throws. */
export function foldService(id: string, sorted: readonly Fact[]): ServiceState {
  const { facts, deviations } = effectiveFacts(sorted)
  let state: ServiceState = {
    id,
    status: 'unknown',
    openedAtMs: 0,
    sittings: [],
    dishes: [],
    people: [],
    tables: new Map(),
    calls: {},
    ready: {},
    lastAtMs: facts.at(-1)?.atMs ?? 0,
    deviations: [],
  }
  for (const fact of facts) {
    if (isOf('service', fact)) state = apply(state, fact)
    else deviations.push({ code: 'notOfThisStream', factId: fact.id, atMs: fact.atMs, detail: fact.kind })
  }
  return { ...state, deviations }
}
