import type { BatchState } from '../batch/batchState'
import type { Deviation } from '../facts/deviation'
import type { Fact } from '../facts/fact'
import type { StorePlace } from '../facts/kinds/vocabulary'
import type { LotState } from '../larder/foldLot'
import { lessonsOf } from '../learning/lessons'
import { learnFactor } from '../learning/shares'
import type { ServiceState } from './foldService'

const HOUR_MS = 3600_000
/** Mise en place begins so long before the first guests sit down [A]. */
const MISE_MS = 12 * HOUR_MS
/** What is due within a day is told to whoever opens. */
const DUE_WITHIN_MS = 24 * HOUR_MS
/** `kitchen:§13`: a ring is taken for what it was thought to be until some batches say otherwise; how far one batch's rate strays. */
const [RING_PRIOR_SD_LN, EACH_SD_LN] = [0.25, 0.15]
/** Less than so much off is the spread of a single evening. */
const LEAST_TOLD = 0.05

/** What still stands in a well or aside. */
export interface StillHeld {
  readonly batchId: string
  readonly sauceName: string
  /** Its well's letter; empty where it stands aside. */
  readonly letter: string
  readonly portionsLeft: number
  readonly endsAtMs: number
}
/** What was put by or is due, from the store. */
export interface StoredLot {
  readonly lotId: string
  readonly ingredientId: string
  readonly massG: number
  readonly place: StorePlace
  readonly expiresAtMs: number
}
/** What an inspection asks of a batch: how long it stood at which heat, and what went beyond what was meant. */
export interface FoodLine {
  readonly batchId: string
  readonly sauceName: string
  readonly fromMs: number
  readonly toMs: number
  /** The coldest and the hottest that was read while it stood. */
  readonly readC?: { readonly low: number; readonly high: number; readonly count: number } | undefined
  readonly deviations: readonly Deviation[]
}
/** How a ring ran tonight: its rate over the one it was thought to have. */
export interface RingTaught {
  readonly ringId: string
  readonly factor: number
  readonly batches: number
}
/** What whoever closes hands over. */
export interface ClosingSheet {
  readonly fromMs: number
  readonly served: readonly { readonly sauceName: string; readonly portions: number }[]
  readonly held: readonly StillHeld[]
  readonly chilled: readonly StoredLot[]
  readonly frozen: readonly StoredLot[]
  readonly thrown: readonly {
    readonly batchId: string
    readonly sauceName: string
    readonly reason: string
  }[]
  /** Past its day, or due within one. */
  readonly due: readonly StoredLot[]
  readonly food: readonly FoodLine[]
  readonly taught: readonly RingTaught[]
}
/** What it is made from: everything that the kitchen has of the evening. */
export interface ClosingAsked {
  readonly service: Pick<ServiceState, 'openedAtMs' | 'sittings'>
  readonly batches: readonly BatchState[]
  /** Facts of a batch, in fold order. */
  readonly factsOf: (batchId: string) => readonly Fact[]
  readonly held: readonly StillHeld[]
  readonly lots: readonly LotState[]
  readonly nowMs: number
}

const nameOf = (state: BatchState) => state.planned?.sauceName ?? ''
const byClock = <T extends { readonly expiresAtMs: number }>(lots: readonly T[]) =>
  [...lots].sort((a, b) => a.expiresAtMs - b.expiresAtMs)

function foodLine(state: BatchState, { factsOf, nowMs }: ClosingAsked): FoodLine | undefined {
  const fromMs = state.clockStartedAtMs ?? state.hold?.startedAtMs
  if (!state.hold || fromMs === undefined) return undefined
  const toMs = state.finishedAtMs ?? nowMs
  const read = factsOf(state.id).flatMap((f) => {
    const isWhile = f.kind === 'reading.taken' && f.atMs >= state.hold!.startedAtMs && f.atMs <= toMs
    const reading = f.payload as { how?: string; tempC?: number }
    return isWhile && reading.how === 'temperature' && reading.tempC !== undefined ? [reading.tempC] : []
  })
  return {
    batchId: state.id,
    sauceName: nameOf(state),
    fromMs,
    toMs,
    ...(read.length
      ? { readC: { low: Math.min(...read), high: Math.max(...read), count: read.length } }
      : {}),
    deviations: state.deviations,
  }
}

function ringsTaught(batches: readonly BatchState[]): RingTaught[] {
  const ratios = new Map<string, number[]>()
  for (const state of batches)
    for (const { ringId, ratioLn } of lessonsOf(state)?.reductions ?? [])
      ratios.set(ringId, [...(ratios.get(ringId) ?? []), ratioLn])
  return [...ratios]
    .map(([ringId, all]) => ({
      ringId,
      factor: Math.exp(learnFactor(RING_PRIOR_SD_LN, all, EACH_SD_LN).meanLn),
      batches: all.length,
    }))
    .filter(({ factor }) => Math.abs(factor - 1) >= LEAST_TOLD)
    .sort((a, b) => Math.abs(Math.log(b.factor)) - Math.abs(Math.log(a.factor)))
}

/**
 * The closing sheet of an evening, filled from its facts: what was served, what is held, chilled, frozen, thrown and due out by its clock, what an
 * inspection asks, and what each ring taught. Nothing of it is typed.
 */
export function closingSheet(asked: ClosingAsked): ClosingSheet {
  const { service, nowMs } = asked
  const firstMs = service.sittings[0]?.startsAtMs
  const fromMs = firstMs === undefined ? service.openedAtMs : firstMs - MISE_MS
  const tonight = asked.batches.filter((b) => b.lastAtMs >= fromMs && (b.startedAtMs ?? 0) <= nowMs)
  const portions = new Map<string, number>()
  for (const b of tonight)
    for (const serving of b.servings)
      if (serving.atMs >= fromMs) portions.set(nameOf(b), (portions.get(nameOf(b)) ?? 0) + serving.portions)
  const lots = asked.lots.flatMap((lot): (StoredLot & { madeAtMs: number })[] =>
    lot.status === 'held' && lot.stored && lot.massG > 0
      ? [
          {
            lotId: lot.id,
            ingredientId: lot.stored.ingredientId,
            massG: lot.massG,
            place: lot.place,
            expiresAtMs: lot.expiresAtMs,
            madeAtMs: lot.stays.at(-1)?.fromMs ?? 0,
          },
        ]
      : [],
  )
  const putBy = (place: StorePlace) => byClock(lots.filter((l) => l.madeAtMs >= fromMs && l.place === place))
  return {
    fromMs,
    served: [...portions]
      .map(([sauceName, n]) => ({ sauceName, portions: n }))
      .sort((a, b) => b.portions - a.portions || (a.sauceName < b.sauceName ? -1 : 1)),
    held: [...asked.held].sort((a, b) => a.endsAtMs - b.endsAtMs),
    chilled: putBy('fridge'),
    frozen: putBy('freezer'),
    thrown: tonight
      .filter((b) => b.status === 'discarded')
      .map((b) => ({ batchId: b.id, sauceName: nameOf(b), reason: b.reason ?? '' })),
    due: byClock(lots.filter((l) => l.expiresAtMs <= nowMs + DUE_WITHIN_MS)),
    food: tonight
      .flatMap((b) => foodLine(b, asked) ?? [])
      .sort((a, b) => a.fromMs - b.fromMs || (a.batchId < b.batchId ? -1 : 1)),
    taught: ringsTaught(tonight),
  }
}
