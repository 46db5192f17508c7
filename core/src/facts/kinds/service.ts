import type { PlatesDecided, TableOrder } from '../../pass/tables'
import type { Dish } from '../../plate/dish'
import type { PlacedTask } from '../../schedule/instance'
import { kind } from './kind'

/** Whether guests are booked, or only guessed at. */
export const COVERS_BASES = ['booked', 'guessed'] as const
export type CoversBasis = (typeof COVERS_BASES)[number]

/** Guests who sit down about a time. */
export interface PlannedSitting {
  readonly sittingId: string
  readonly name: string
  readonly startsAtMs: number
  readonly covers: number
  readonly basis: CoversBasis
  /** How far apart they come, min (a standard deviation). */
  readonly spreadMin: number
}

/** Why the evening was planned anew. */
export const PLAN_CAUSES = [
  'first',
  'brief',
  'order',
  'moved',
  'late',
  'broken',
  'ring',
  'line',
  'dragged',
] as const
export type PlanCause = (typeof PLAN_CAUSES)[number]
/** What a plan does otherwise than the one before it. */
export const PLAN_CHANGES = ['new', 'off', 'moved', 'portions', 'place'] as const
/** A batch that a plan has otherwise than the one before. */
export interface PlanChange {
  readonly batchId: string
  readonly sauceName: string
  readonly what: (typeof PLAN_CHANGES)[number]
  /** Of `moved`: by how much its first step begins later, s. */
  readonly byS?: number | undefined
  /** Of `new` and `portions`: how much of it there will be. */
  readonly portions?: number | undefined
}

/** An evening: who comes, what is offered, who cooks, and the plan in force. */
export const SERVICE_KINDS = {
  'service.opened': kind<{ readonly name: string; readonly timeZone: string }>({ isCorrectable: true }),
  'sitting.set': kind<PlannedSitting>(),
  'sitting.removed': kind<{ readonly sittingId: string }>(),
  /** A dish as it is on this evening's card, how many of it a guest takes on average, and how long after sitting down it is called. */
  'dish.offered': kind<{ readonly dish: Dish; readonly perCover: number; readonly delayMin: number }>(),
  'dish.withdrawn': kind<{ readonly dishId: string; readonly reason: string }>(),
  /** Cooks on the line, from each moment on. */
  'line.planned': kind<{
    readonly people: readonly { readonly fromAtMs: number; readonly count: number }[]
  }>(),
  /** The plan in force from here on: only the server says so, since only one may stand. */
  'plan.published': kind<{
    readonly number: number
    readonly cause: PlanCause
    readonly zeroAtMs: number
    readonly tasks: readonly PlacedTask[]
    readonly modelVersion: string
    /** What it was planned anew for: a table, a sauce, a ring. */
    readonly about?: string | undefined
    readonly changes?: readonly PlanChange[] | undefined
  }>({ madeBy: 'server', isVoidable: false }),
  /** A table's order, whole; ordered again it is changed. */
  'table.ordered': kind<TableOrder>(),
  /** Its plates go at another time. */
  'table.moved': kind<{ readonly tableId: string; readonly pickUpAtMs: number }>(),
  /** What a person decided for plates whose guest must not have the dish's sauce as it is. */
  'plates.decided': kind<PlatesDecided>(),
  'table.cancelled': kind<{ readonly tableId: string; readonly reason: string }>(),
  'call.held': kind<{ readonly callId: string }>(),
  'call.released': kind<{ readonly callId: string }>(),
  /** Only one tablet fires a call: the server says which. */
  'call.fired': kind<{
    readonly callId: string
    readonly tableId: string
    readonly plates: number
    /** The batch that its sauce is drawn from; null where none stood ready. */
    readonly fromBatchId: string | null
  }>({ madeBy: 'server' }),
  'call.takenBack': kind<{ readonly callId: string }>({ madeBy: 'server' }),
  'call.gone': kind<{ readonly callId: string }>(),
  /** Something of the mise en place is ready: cut, at its temperature, checked. */
  'mise.ready': kind<{ readonly itemId: string }>(),
  'mise.undone': kind<{ readonly itemId: string }>(),
  'service.closed': kind<{ readonly note: string }>(),
} as const
